using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Documents.Floors;
using Terrapin.Documents.Questions;

namespace Terrapin.Server.Api;

/// <summary>What is likely in a plan, for somebody to say whether it is so; saves nothing.</summary>
internal static class ProposalsApi
{
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
        Body.AnswerPlan(request, address, plans, plan => Proposals.Fixture(plan, room, kind));

    private static Task<IResult> ProposeRoom(string line, string storey, string? system, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => Proposals.Room(plan, line, storey, system));

    private static Task<IResult> ProposeDevice(string line, string storey, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => Proposals.Device(plan, line, storey));

    private static Task<IResult> ProposeHouse(string shape, double? width, double? depth, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => Proposals.House(plan, shape, width, depth));

    private static Task<IResult> ProposeHoseSensors([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, HoseSensors.Of);

    private static Task<IResult> ProposeFeed(string room, string side, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => Proposals.Feed(plan, room, side));
}
