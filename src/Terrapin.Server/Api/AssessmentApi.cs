using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Checker;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using Terrapin.Documents.Questions;

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
        api.MapPost("/fault-matrix", TryFaults).WithName("tryFaults").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<FaultMatrix>().ProducesErrors();
        api.MapPost("/fault-remedies", TryRemedies).WithName("tryRemedies").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<IReadOnlyList<Remedy>>().ProducesErrors();
        api.MapPost("/trust", Trusted).WithName("trust").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<Trust>().ProducesErrors();
        api.MapPost("/trust/curve", TrustCurve).WithName("trustCurve").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<IReadOnlyList<TrustPoint>>().ProducesErrors();
        api.MapPost("/rule-check", CheckRules).WithName("checkRules").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<RuleCheck>().ProducesErrors();
        api.MapPost("/rule-text", WriteRule).WithName("writeRule").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<WrittenRule>().ProducesErrors();
        api.MapPost("/rule-text/read", ReadRule).WithName("readRule").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<RuleTextRead>().ProducesErrors();
        api.MapPost("/rule-schools", TrySchools).WithName("trySchools").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<IReadOnlyList<SchoolOutcome>>().ProducesErrors();
        api.MapPost("/nuisance", CountNuisance).WithName("countNuisance").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<Nuisance>().ProducesErrors();
        api.MapPost("/rule-grid", Grid).WithName("ruleGrid").WithTags("Assessment")
            .Accepts<Plan>("application/json").Produces<RuleGrid>().ProducesErrors();
    }

    /// <summary>The same plan in the present version, for who has kept an older one.</summary>
    private static Task<IResult> Upgrade(HttpRequest request) =>
        Body.Use(request, PlanJson.Read, plan => Task.FromResult<IResult>(TypedResults.Ok(plan)));

    private static Task<IResult> Assess([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Assessor.Assess(plan, memory, cancel));

    private static Task<IResult> Compare([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => OptionComparison.Of(plan, floors, cancel));

    private static Task<IResult> Rehearse(string leak, string mode, string? faults, string? meanwhile, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, FloorMemory floors, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Rehearsals.Of(plan, leak, mode, faults, meanwhile, floors, cancel));

    private static Task<IResult> TryFaults(string? beside, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Rehearsals.MatrixOf(plan, beside, memory, cancel));

    private static Task<IResult> TryRemedies(string leak, string? beside, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Rehearsals.RemediesOf(plan, leak, beside, memory, cancel));

    private static Task<IResult> Trusted([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Trust.Of(plan, memory, cancel));

    private static Task<IResult> TrustCurve(string leak, string mode, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Rehearsals.TrustCurveOf(plan, leak, mode, memory, cancel));

    /// <summary>What holds of the rules under any order of events: too many states for a device.</summary>
    private static Task<IResult> CheckRules([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => RuleChecks.Of(plan, memory, cancel));

    private static Task<IResult> TrySchools([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => RuleSchools.Of(plan, memory, cancel));

    private static Task<IResult> WriteRule(string rule, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => RuleTexts.Of(plan, rule));

    private static Task<IResult> ReadRule(string rule, string text, [FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => RuleTexts.Read(plan, rule, text));

    private static Task<IResult> CountNuisance([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => Nuisance.Of(plan, memory, cancel));

    private static Task<IResult> Grid([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans, AssessmentMemory memory, CancellationToken cancel) =>
        Body.AnswerPlan(request, address, plans, plan => RuleGrid.Of(plan, memory, cancel));
}
