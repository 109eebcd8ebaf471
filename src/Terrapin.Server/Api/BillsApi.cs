using Microsoft.AspNetCore.Mvc;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Documents.Tables;

namespace Terrapin.Server.Api;

/// <summary>What to order for a posted plan and its options; saves nothing.</summary>
internal static class BillsApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder bills = api.MapGroup("/bills").WithTags("Bills");
        bills.MapPost("/", Of).WithName("billOfMaterials").Accepts<Plan>("application/json").Produces<IReadOnlyList<Bill>>().ProducesErrors();
        bills.MapPost("/table", Table).WithName("billTable").Accepts<Plan>("application/json").Produces<string>(200, "text/csv").ProducesErrors();
    }

    private static Task<IResult> Of([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.AnswerPlan(request, address, plans, plan => BillOfMaterials.Of(plan));

    private static Task<IResult> Table([FromQuery(Name = "plan")] string? address, HttpRequest request, RecentPlans plans) =>
        Body.UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.File(BillCsv.Write(BillOfMaterials.Of(plan)), "text/csv", "bill-of-materials.csv")));
}
