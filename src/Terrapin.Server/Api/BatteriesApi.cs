using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Documents;

namespace Terrapin.Server.Api;

/// <summary>When the batteries of a posted plan are to be changed, and what a power cut leaves of it; saves nothing.</summary>
internal static class BatteriesApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/batteries", Calendar).WithName("batteryCalendar").WithTags("Reach").Accepts<Plan>("application/json").Produces<BatteryCalendar>().ProducesErrors();
        api.MapPost("/batteries/calendar", File).WithName("batteryCalendarFile").WithTags("Reach").Accepts<Plan>("application/json").Produces<string>(200, "text/calendar").ProducesErrors();
        api.MapPost("/power-cut", Cut).WithName("powerCut").WithTags("Reach").Accepts<Plan>("application/json").Produces<PowerCut>().ProducesErrors().IsHeavy();
    }

    private static Task<IResult> Cut([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => PowerCut.Of(plan, Assessor.Assess(plan, memory, cancel)));

    private static Task<IResult> File(DateOnly? fitted, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, TimeProvider clock) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.File(
            BatteryIcs.Write(plan, BatteryCalendar.Of(plan, fitted ?? Today(clock)), clock.GetUtcNow()), "text/calendar", "batteries.ics")));

    private static Task<IResult> Calendar(DateOnly? fitted, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, TimeProvider clock) =>
        Body.AnswerPlan(request, address, plans, plan => BatteryCalendar.Of(plan, fitted ?? Today(clock)));

    private static DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().Date);
}
