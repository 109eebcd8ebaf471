using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Validation;

namespace Terrapin.Server.Api;

/// <summary>Assesses and rehearses a posted plan; saves nothing.</summary>
internal static class AssessmentApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/plans/upgrade", Upgrade).WithName("upgradePlan").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<Plan>().ProducesErrors();
        api = api.MapGroup("").IsHeavy();
        api.MapPost("/assessments", Assess).WithName("assessPlan").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<Assessment>().ProducesErrors();
        api.MapPost("/comparisons", Compare).WithName("compareOptions").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<IReadOnlyList<OptionAssessment>>().ProducesErrors();
        api.MapPost("/rehearsals", Rehearse).WithName("rehearseLeak").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<Rehearsed>().ProducesErrors();
    }

    /// <summary>The same plan in the present version, for who has kept an older one.</summary>
    private static Task<IResult> Upgrade(HttpRequest request) =>
        Body.Use(request, PlanJson.Read, plan => Task.FromResult<IResult>(TypedResults.Ok(plan)));

    private static Task<IResult> Assess([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.Ok(Assessor.Assess(plan, floors, cancel))));

    private static Task<IResult> Compare([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.Ok(OptionComparison.Of(plan, floors, cancel))));

    private static Task<IResult> Rehearse(string leak, string mode, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult(RehearseOne(plan, leak, mode, floors, cancel)));

    private static IResult RehearseOne(Plan plan, string leak, string mode, FloorMemory floors, CancellationToken cancel)
    {
        if (Words.Read<Mode>(mode) is not { } known)
        {
            return Problems.Refused(new RefusedException([new DocumentError("", $"There is no mode \"{mode}\". The modes are {Words.All<Mode>()}.")]));
        }

        return plan.Building.Rooms.SelectMany(r => r.Leaks).Any(l => l.Id == leak)
            ? TypedResults.Ok(Rehearser.Of(plan, leak, known, floors, cancel))
            : Problems.Refused(new RefusedException([new DocumentError("/building/rooms", $"There is no leak point with the id \"{leak}\" in this plan.")]));
    }
}
