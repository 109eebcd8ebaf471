using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents;

namespace Terrapin.Server.Api;

/// <summary>What is asked of the placement of sensors, and of which plan.</summary>
public sealed record PlacementQuestion
{
    /// <summary>Left out where the address of a plan sent before is given.</summary>
    public Plan? Plan { get; init; }

    public required PlacementRequest Request { get; init; }
}

/// <summary>
/// Where to put how many sensors: one line of JSON for each number of sensors, sent as soon as it is found. Who has seen enough
/// closes the connection, and the work stops.
/// </summary>
internal static class PlacementsApi
{
    private const string Lines = "application/x-ndjson";

    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/placements", Place).WithName("placeSensors").WithTags("Floors")
            .Accepts<PlacementQuestion>("application/json").Produces<PlacementStep>(200, Lines).ProducesErrors().IsHeavy();

    private static Task<IResult> Place([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel)
    {
        Plan? known = address is null ? null : plans.At(address);
        return address is not null && known is null
            ? Task.FromResult(Body.NoSuchPlan())
            : Body.Use(request, body => Read(body, known), question =>
            {
                IEnumerable<PlacementStep> steps = PlacementAdvice.Of(question.Plan!, question.Request, floors, cancel);
                return Task.FromResult<IResult>(TypedResults.Stream(stream => Write(stream, steps, cancel), Lines));
            });
    }

    private static async Task Write(Stream stream, IEnumerable<PlacementStep> steps, CancellationToken cancel)
    {
        foreach (PlacementStep step in steps)
        {
            await JsonSerializer.SerializeAsync(stream, step, DocumentJson.Options, cancel);
            await stream.WriteAsync("\n"u8.ToArray(), cancel);
            await stream.FlushAsync(cancel);
        }
    }

    private static PlacementQuestion Read(ReadOnlyMemory<byte> utf8, Plan? known)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        JsonElement root = document.RootElement;
        JsonElement plan = default;
        if (root.ValueKind != JsonValueKind.Object || (known is null && !root.TryGetProperty("plan", out plan)) || !root.TryGetProperty("request", out JsonElement request))
        {
            throw new RefusedException([new DocumentError("", "Send an object with the plan and the request for its sensors.")]);
        }

        return new PlacementQuestion { Plan = known ?? PlanJson.Read(plan, "/plan"), Request = DocumentJson.ReadShape<PlacementRequest>(request, "/request") };
    }
}
