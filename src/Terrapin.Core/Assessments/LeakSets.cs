using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Reliability;

namespace Terrapin.Core.Assessments;

/// <summary>The parts that one leak's closing hangs on, and which of them together leave it running.</summary>
/// <param name="LeakId">The leak point.</param>
/// <param name="Parts">The parts.</param>
/// <param name="ByModes">Modes with the same minimal sets, of indexes of the parts.</param>
/// <param name="Batched">The sensors among them that have others of their batch beside them.</param>
/// <param name="Rehearsals">How many were run.</param>
internal sealed record LeakSets(
    string LeakId,
    IReadOnlyList<Part> Parts,
    IReadOnlyList<(IReadOnlyList<Mode> Modes, IReadOnlyList<IReadOnlyList<int>> Sets)> ByModes,
    IReadOnlySet<string> Batched,
    int Rehearsals)
{
    private static readonly Mode[] Modes = Enum.GetValues<Mode>();

    /// <summary>Finds them by rehearsing the leak, every unknown taken as it gives the most litres.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="reach">What radio reaches in it.</param>
    /// <param name="leak">One of its leaks.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static LeakSets Of(Plan plan, RadioReach reach, LeakRehearsal leak, CancellationToken cancel)
    {
        IReadOnlyList<Part> parts = Rehearsal.Parts.Of(plan, reach, leak);
        int rehearsals = 0;
        IReadOnlyList<IReadOnlyList<int>> SetsIn(Mode mode) => CutSets.Of(parts.Count, failed =>
        {
            cancel.ThrowIfCancellationRequested();
            rehearsals++;
            return !leak.WorstWithout(mode, [.. failed.Select(i => parts[i])], reach).Ends;
        });

        var ofFirst = Modes.Where(mode => leak.AlikeOf(mode) == mode).ToDictionary(mode => mode, SetsIn);
        var byModes = Modes.Select(mode => (Mode: mode, Sets: ofFirst[leak.AlikeOf(mode)]))
            .GroupBy(m => string.Join(';', m.Sets.Select(s => string.Join(',', s))))
            .Select(g => ((IReadOnlyList<Mode>)[.. g.Select(m => m.Mode)], g.First().Sets));
        return new LeakSets(leak.LeakId, parts, [.. byModes], Rehearsal.Parts.Batched(plan, parts), rehearsals);
    }

    /// <summary>How likely a part has failed when it leaks, by the time between tests; <see langword="null"/> where a figure is missing.</summary>
    public double? Failed(int part, PartFailures failures, double? testEveryS) =>
        failures.Of(Parts[part].Kind, SharesBatch(Parts[part]), testEveryS);

    /// <summary>How likely the leak is not stopped; <see langword="null"/> where a figure is missing of a part that it hangs on.</summary>
    /// <param name="sets">Some of the sets.</param>
    /// <param name="failures">Of the plan.</param>
    /// <param name="testEveryS">From one test to the next, s; <see langword="null"/>: not said.</param>
    /// <param name="perfect">A part that never fails; −1: none.</param>
    public double? OnDemand(IReadOnlyList<IReadOnlyList<int>> sets, PartFailures failures, double? testEveryS, int perfect = -1)
    {
        double[] failed = new double[Parts.Count];
        foreach (int part in sets.SelectMany(s => s).Distinct().Where(p => p != perfect))
        {
            if (Failed(part, failures, testEveryS) is not { } probability)
            {
                return null;
            }

            failed[part] = probability;
        }

        return CutSets.Probability(sets, failed);
    }

    /// <summary>The kinds of its parts of which a figure is missing that something hangs on.</summary>
    public IEnumerable<PartKind> Missing(PartFailures failures, double? testEveryS) => ByModes.SelectMany(by => by.Sets).SelectMany(set => set).Distinct()
        .Where(part => Failed(part, failures, testEveryS) is null).Select(part => Parts[part].Kind);

    private bool SharesBatch(Part part) => part.Kind == PartKind.Sensor && Batched.Contains(part.Id!);
}
