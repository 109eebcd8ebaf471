using System.Text.Json.Serialization;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>One leak in one mode with one thing broken, every unknown taken as it gives the most litres.</summary>
/// <param name="Outcome">What becomes of it.</param>
/// <param name="Cause">Why water runs on; <see langword="null"/> where it stops.</param>
/// <param name="LostM3">m³; <see langword="null"/>: it runs on, or has no known end.</param>
/// <param name="StopsAfterS">From the first drop until the flow stops, s.</param>
public sealed record FaultCell(Outcome Outcome, Cause? Cause, double? LostM3, double? StopsAfterS)
{
    /// <summary>Whether a valve stops it, or what there is runs out by itself.</summary>
    [JsonIgnore]
    public bool Ends => LostM3 is not null;
}

/// <summary>One leak in one mode.</summary>
/// <param name="LeakId">The leak point.</param>
/// <param name="Mode">Who is home.</param>
/// <param name="Cells">The first with no fault of the matrix, then one for each.</param>
public sealed record FaultRow(string LeakId, Mode Mode, IReadOnlyList<FaultCell> Cells);

/// <summary>Every leak that a stop valve could stop, in every mode, with nothing broken and with each single fault; or each fault beside another.</summary>
/// <param name="Faults">In the order of the cells, after the first.</param>
/// <param name="Rows">In the order of the plan, each leak in every mode.</param>
/// <param name="Rehearsals">How many were run.</param>
public sealed record FaultMatrix(IReadOnlyList<Fault> Faults, IReadOnlyList<FaultRow> Rows, int Rehearsals)
{
    private static readonly Mode[] Modes = Enum.GetValues<Mode>();

    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="beside">A fault that there is in every cell, so that the others make pairs with it; <see langword="null"/>: none.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static FaultMatrix Of(Plan plan, AssessmentMemory memory, Fault? beside = null, CancellationToken cancel = default) =>
        Of(plan, [.. memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable)], beside, cancel);

    /// <summary>The rows of some leaks alone.</summary>
    /// <param name="leaks">Of that plan, made ready.</param>
    internal static FaultMatrix Of(Plan plan, IReadOnlyList<LeakRehearsal> leaks, Fault? beside, CancellationToken cancel)
    {
        RadioReach reach = ReachOfPlan.Of(plan);
        Fault[] always = beside is { } there ? [there] : [];
        Fault[] faults = [.. Model.Faults.All.Except(always)];
        IReadOnlyCollection<Fault>[] broken = [always, .. faults.Select(f => (IReadOnlyCollection<Fault>)[.. always, f])];
        var rows = new FaultRow[leaks.Count * Modes.Length];
        Work.InParallel(leaks.Count, cancel, i =>
        {
            for (int m = 0; m < Modes.Length; m++)
            {
                // Those that are alike are rehearsed once.
                int first = Array.IndexOf(Modes, leaks[i].AlikeOf(Modes[m]));
                rows[(i * Modes.Length) + m] = first < m
                    ? rows[(i * Modes.Length) + first] with { Mode = Modes[m] }
                    : new FaultRow(leaks[i].LeakId, Modes[m], [.. broken.Select(set => CellOf(leaks[i].WorstIn(Modes[m], set, reach)))]);
            }
        });
        return new FaultMatrix(faults, rows, leaks.Sum(l => Modes.Count(m => l.AlikeOf(m) == m)) * broken.Length);
    }

    private static FaultCell CellOf(Rehearsed rehearsed) => new(
        rehearsed.Outcome,
        rehearsed.Cause,
        rehearsed.Ends ? rehearsed.LostM3.High : null,
        rehearsed.StopsAfterS);
}
