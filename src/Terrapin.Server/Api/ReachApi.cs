using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;

namespace Terrapin.Server.Api;

/// <summary>What radio reaches in a posted plan, and where a hub or repeaters would do best; saves nothing.</summary>
internal static class ReachApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder group = api.MapGroup("/reach").WithTags("Reach").IsHeavy();
        group.MapPost("/map", Draw).WithName("drawReach").Accepts<Plan>("application/json").Produces<ReachMap>().ProducesErrors();
        group.MapPost("/hub", Hub).WithName("placeHub").Accepts<Plan>("application/json").Produces<HubPlace>().ProducesErrors();
        group.MapPost("/repeaters", Repeaters).WithName("placeRepeaters").Accepts<Plan>("application/json").Produces<RepeaterAdvice>().ProducesErrors();
        group.MapPost("/remedies", Remedies).WithName("tryReachRemedies").Accepts<Plan>("application/json").Produces<IReadOnlyList<ReachRemedy>>().ProducesErrors();
    }

    private static Task<IResult> Draw(string radio, string storey, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => ReachMap.Of(plan, radio, storey, cancel));

    private static Task<IResult> Hub([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => ReachAdvice.BestHub(plan, cancel));

    private static Task<IResult> Repeaters(string radio, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => ReachAdvice.Repeaters(plan, radio, cancel: cancel));

    private static Task<IResult> Remedies(string device, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => ReachRemedies.Of(plan, device, cancel));
}
