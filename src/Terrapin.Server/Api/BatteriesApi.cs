using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;

namespace Terrapin.Server.Api;

/// <summary>When the batteries of a posted plan are to be changed; saves nothing.</summary>
internal static class BatteriesApi
{
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/batteries", Calendar).WithName("batteryCalendar").WithTags("Reach").Accepts<Plan>("application/json").Produces<BatteryCalendar>().ProducesErrors();

    private static Task<IResult> Calendar(DateOnly? fitted, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, TimeProvider clock) =>
        Body.AnswerPlan(request, address, plans, plan => BatteryCalendar.Of(plan, fitted ?? DateOnly.FromDateTime(clock.GetLocalNow().Date)));
}
