using Terrapin.Core.Findings;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>How a kept rehearsal comes out now.</summary>
/// <param name="CaseId">The case.</param>
/// <param name="LostM3">Of all its leaks together, m³; <see langword="null"/>: without end, or not known.</param>
/// <param name="Holds">Whether that is no more than the case allows.</param>
public sealed record CaseOutcome(string CaseId, double? LostM3, bool Holds);

/// <summary>Whether the rehearsals that are kept with the plan still come out as well as they must.</summary>
internal static class CaseCheck
{
    /// <summary>A litre lost is the same to a millilitre.</summary>
    private const double SameM3 = 1e-6;

    /// <param name="plan">A checked plan.</param>
    /// <param name="leaks">Its leaks made ready.</param>
    /// <param name="reach">What radio reaches in it.</param>
    public static IReadOnlyList<CaseOutcome> Of(Plan plan, IReadOnlyList<LeakRehearsal> leaks, RadioReach reach) => [.. (plan.Cases ?? []).Select(kept =>
    {
        LeakRehearsal Ready(string id) => leaks.First(l => l.LeakId == id);
        double? lostM3 = Ready(kept.LeakId).MostLostM3(kept, reach, Ready);
        return new CaseOutcome(kept.Id, lostM3, lostM3 <= kept.MostM3 + SameM3);
    })];

    /// <summary>The broken ones.</summary>
    public static IEnumerable<Finding> Findings(Plan plan, IReadOnlyList<CaseOutcome> outcomes)
    {
        for (int i = 0; i < outcomes.Count; i++)
        {
            if (outcomes[i].Holds)
            {
                continue;
            }

            RehearsalCase kept = plan.Cases![i];
            var numbers = new Dictionary<string, Quantity> { ["most"] = new(QuantityKind.Volume, kept.MostM3) };
            if (outcomes[i].LostM3 is { } lost)
            {
                numbers["now"] = new Quantity(QuantityKind.Volume, lost);
            }

            yield return Finding.Of(
                FindingKinds.CaseBroken,
                $"/cases/{i}",
                $"The kept rehearsal \"{kept.Name}\" must lose no more than {{most}}, and {(outcomes[i].LostM3 is null ? "has no end now" : "loses {now} now")}.",
                "Rehearse it, and mend what has changed; or allow it more, or take it out.") with
            {
                Numbers = numbers,
            };
        }
    }
}
