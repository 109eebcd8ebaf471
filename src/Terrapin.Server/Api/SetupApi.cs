using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Documents.Tables;

namespace Terrapin.Server.Api;

/// <summary>What to enter in the hub for a posted plan; saves nothing.</summary>
internal static class SetupApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder setup = api.MapGroup("/setup-sheet").WithTags("Setup");
        setup.MapPost("/", Of).WithName("setupSheet").Accepts<Plan>("application/json").Produces<SetupSheet>().ProducesErrors();
        setup.MapPost("/table", Table).WithName("setupTable").Accepts<Plan>("application/json").Produces<string>(200, "text/csv").ProducesErrors();
    }

    private static Task<IResult> Of([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, SetupSheet.Of);

    private static Task<IResult> Table([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.File(SetupCsv.Write(plan), "text/csv", "setup-sheet.csv")));
}
