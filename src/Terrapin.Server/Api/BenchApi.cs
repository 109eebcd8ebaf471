using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Validation;
using Terrapin.Documents;
using Terrapin.Server.Bench;

namespace Terrapin.Server.Api;

/// <summary>The bench calculators: the plan's functions, one at a time.</summary>
internal static class BenchApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder bench = api.MapGroup("/bench").WithTags("Bench");
        Add<LeakFlowInput, LeakFlowResult>(bench, "leak-flow", BenchCalculators.LeakFlowOf);
        Add<SupplyTestInput, SupplyTestResult>(bench, "supply-test", BenchCalculators.SupplyTestOf);
        Add<ClosingInput, ClosingBenchResult>(bench, "closing", BenchCalculators.ClosingOf);
        Add<DrainDownInput, DrainDownResult>(bench, "drain-down", BenchCalculators.DrainDownOf);
        Add<TorqueInput, TorqueResult>(bench, "torque", BenchCalculators.TorqueOf);
        Add<AxisOffsetInput, AxisOffsetResult>(bench, "axis-offset", BenchCalculators.AxisOffsetOf);
        Add<StrapsInput, StrapsResult>(bench, "straps", BenchCalculators.StrapsOf);
        Add<BatteryInput, BatteryResult>(bench, "battery", BenchCalculators.BatteryOf);
        Add<BackupInput, BackupResult>(bench, "backup", BenchCalculators.BackupOf);
        Add<FilmInput, FilmResult>(bench, "film", BenchCalculators.FilmOf);
        Add<RadioInput, RadioResult>(bench, "radio", BenchCalculators.RadioOf);
    }

    private static void Add<TInput, TResult>(IEndpointRouteBuilder bench, string name, Func<TInput, TResult> calculate)
        where TInput : notnull
        where TResult : notnull =>
        bench.MapPost($"/{name}", (HttpRequest request) => Answer(request, calculate)).WithName($"bench-{name}")
            .Accepts<TInput>("application/json").Produces<TResult>().ProducesErrors();

    private static Task<IResult> Answer<TInput, TResult>(HttpRequest request, Func<TInput, TResult> calculate)
        where TResult : notnull =>
        Body.Use(
            request,
            utf8 =>
            {
                using JsonDocument document = PlanJson.Parse(utf8);
                TInput input = DocumentJson.ReadShape<TInput>(document.RootElement);
                try
                {
                    return calculate(input);
                }
                catch (ArgumentOutOfRangeException e)
                {
                    throw new RefusedException([ErrorOf(e)]);
                }
            },
            result => Task.FromResult<IResult>(TypedResults.Ok(result)));

    /// <summary>What one model says against a combination of values, at the field it names.</summary>
    private static DocumentError ErrorOf(ArgumentOutOfRangeException e)
    {
        string sentence = e.Message.Split(" (Parameter", StringSplitOptions.None)[0].Split('\n')[0];
        return new DocumentError($"/{JsonNamingPolicy.CamelCase.ConvertName(e.ParamName ?? "")}", sentence);
    }
}
