using System.Security.Cryptography;
using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents.Floors;
using Terrapin.Documents.Quantities;

namespace Terrapin.Server.Api;

/// <summary>What is likely in a plan, for somebody to say whether it is so; saves nothing.</summary>
internal static class ProposalsApi
{
    private const int MostOfALine = 500;
    private const double LeastHouseM = 4;
    private const double MostHouseM = 60;

    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder proposals = api.MapGroup("/proposals").WithTags("Proposals");
        proposals.MapPost("/fixture", ProposeFixture).WithName("proposeFixture").Accepts<Plan>("application/json").Produces<ProposedFixture>().ProducesErrors();
        proposals.MapPost("/room", ProposeRoom).WithName("proposeRoom").Accepts<Plan>("application/json").Produces<ProposedRoom>().ProducesErrors();
        proposals.MapPost("/device", ProposeDevice).WithName("proposeDevice").Accepts<Plan>("application/json").Produces<ProposedDevice>().ProducesErrors();
        proposals.MapPost("/house", ProposeHouse).WithName("proposeHouse").Accepts<Plan>("application/json").Produces<ProposedHouse>().ProducesErrors();
        api.MapGet("/house-shapes", () => HouseShapes.All).WithName("listHouseShapes").WithTags("Proposals");
        proposals.MapPost("/hose-sensors", ProposeHoseSensors).WithName("proposeHoseSensors").Accepts<Plan>("application/json").Produces<IReadOnlyList<PlacementSuggestion>>().ProducesErrors();
        proposals.MapPost("/feed", ProposeFeed).WithName("proposeFeed").Accepts<Plan>("application/json").Produces<ProposedFeed>().ProducesErrors();
    }

    private static Task<IResult> ProposeFixture(string room, string kind, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult(InRoom(plan, room, found =>
        {
            if (Words.Read<FixtureKind>(kind) is not { } known || FixtureLibrary.All.FirstOrDefault(f => f.Kind == known) is not { } usual)
            {
                return Refuse("/kind", $"Nothing is known beforehand of \"{kind}\". Say one of {string.Join(", ", FixtureLibrary.All.Select(f => Words.Of(f.Kind)))}.");
            }

            return found.Areas.Count == 0
                ? Refuse("/room", $"\"{found.Name}\" is not drawn yet. Draw its floor first.")
                : TypedResults.Ok(ProposedFixture.Of(plan, found, usual, FreshId));
        })));

    private static Task<IResult> ProposeRoom(string line, string storey, string? system, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(line.Length > MostOfALine
            ? Refuse("/line", $"A line is at most {MostOfALine} letters long. Type the rest of the room as a second one.")
            : TypedResults.Ok(RoomLine.Read(plan, storey, line, Words.Read<UnitSystem>(system ?? "") ?? UnitSystem.Metric, FreshId))));

    private static Task<IResult> ProposeDevice(string line, string storey, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(line.Length > MostOfALine
            ? Refuse("/line", $"A line is at most {MostOfALine} letters long.")
            : TypedResults.Ok(DeviceLine.Read(plan, storey, line))));

    private static Task<IResult> ProposeHouse(string shape, double? width, double? depth, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan =>
        {
            if (HouseShapes.All.FirstOrDefault(s => s.Id == shape) is not { } known)
            {
                return Task.FromResult(Refuse("/shape", $"There is no shape \"{shape}\". Say one of {string.Join(", ", HouseShapes.All.Select(s => s.Id))}."));
            }

            (double widthM, double depthM) = (width ?? known.WidthM, depth ?? known.DepthM);
            return Task.FromResult(widthM is >= LeastHouseM and <= MostHouseM && depthM is >= LeastHouseM and <= MostHouseM
                ? TypedResults.Ok(HouseShapes.Stretch(plan, known, widthM, depthM, FreshId))
                : Refuse("/size", $"A house is {LeastHouseM} to {MostHouseM} m wide and deep. Measure it again."));
        });

    private static Task<IResult> ProposeHoseSensors([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.Ok(HoseSensors.Of(plan))));

    private static Task<IResult> ProposeFeed(string room, string side, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult(InRoom(plan, room, found => Words.Read<WaterSide>(side) is { } known
            ? TypedResults.Ok(FeedingPipe.Propose(plan, found, known))
            : Refuse("/side", $"There is no water \"{side}\". Say one of {Words.All<WaterSide>()}."))));

    private static IResult InRoom(Plan plan, string roomId, Func<Room, IResult> use) =>
        plan.Building.Rooms.FirstOrDefault(r => r.Id == roomId) is { } room ? use(room) : Refuse("/room", $"The plan has no room \"{roomId}\". Give the id of one of its rooms.");

    private static IResult Refuse(string pointer, string message) => Problems.Refused(new RefusedException([new DocumentError(pointer, message)]));

    /// <summary>Its end is drawn by lot, so that it is never given again.</summary>
    private static string FreshId(string name)
    {
        const int MostOfTheName = 32;
        string stem = string.Concat(name.ToLowerInvariant().Take(MostOfTheName).Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-'));
        return $"{stem}-{RandomNumberGenerator.GetString("abcdefghjkmnpqrstuvwxyz23456789", 5)}";
    }
}
