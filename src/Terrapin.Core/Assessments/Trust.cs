using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Reliability;

namespace Terrapin.Core.Assessments;

/// <summary>Parts whose failure together leaves a leak running, none of them to spare.</summary>
/// <param name="Parts">None: it runs on with nothing broken.</param>
/// <param name="Probability">How likely all have failed when it leaks; <see langword="null"/>: a figure is missing.</param>
public sealed record TrustSet(IReadOnlyList<Part> Parts, double? Probability);

/// <summary>What one part adds.</summary>
/// <param name="Part">The part.</param>
/// <param name="Share">By how much of itself the probability would fall if this part never failed, 0 to 1.</param>
public sealed record TrustShare(Part Part, double Share);

/// <summary>How far the closing is to be trusted for one leak, in modes that are alike.</summary>
public sealed record TrustRow
{
    public required string LeakId { get; init; }

    public required IReadOnlyList<Mode> Modes { get; init; }

    /// <summary>Minimal sets of up to two parts, single parts first, among them the likeliest.</summary>
    public required IReadOnlyList<TrustSet> Sets { get; init; }

    /// <summary>How likely the leak is not stopped; <see langword="null"/>: a figure is missing.</summary>
    public required double? OnDemand { get; init; }

    /// <summary>The parts that add most, at most three, the most first.</summary>
    public required IReadOnlyList<TrustShare> Shares { get; init; }

    /// <summary>The longest time between tests that meets the target, s; 0: none does; <see langword="null"/>: a figure is missing.</summary>
    public required double? LongestTestS { get; init; }
}

/// <summary>One time between tests.</summary>
/// <param name="TestEveryS">s.</param>
/// <param name="OnDemand">How likely the leak is not stopped.</param>
public sealed record TrustPoint(double TestEveryS, double OnDemand);

/// <summary>
/// How far the closing is to be trusted, for every leak that a stop valve could stop. Parts fail independently of one another, but for the
/// share of a sensor's failures that strikes its whole batch; three failures at once are not counted.
/// </summary>
/// <param name="Rows">The leaks in the order of the plan.</param>
/// <param name="Missing">The kinds of parts of which a figure is missing that something hangs on.</param>
/// <param name="Rehearsals">How many were run.</param>
public sealed record Trust(IReadOnlyList<TrustRow> Rows, IReadOnlyList<PartKind> Missing, int Rehearsals)
{
    private const int MostShares = 3;
    private const int CurvePoints = 33;
    private const double CurveFromS = FailureFigures.YearS / 52;

    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Trust Of(Plan plan, AssessmentMemory memory, CancellationToken cancel = default)
    {
        RadioReach reach = ReachOfPlan.Of(plan);
        LeakRehearsal[] leaks = [.. memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable)];
        var found = new LeakSets[leaks.Length];
        Work.InParallel(leaks.Length, cancel, i => found[i] = LeakSets.Of(plan, reach, leaks[i], cancel));
        var failures = new PartFailures(plan.Failures);
        return new Trust(
            [.. found.SelectMany(leak => leak.ByModes.Select(by => RowOf(leak, by.Modes, by.Sets, failures, plan.Failures?.TestEveryS)))],
            [.. found.SelectMany(leak => leak.Missing(failures, plan.Failures?.TestEveryS)).Distinct().Order()],
            found.Sum(leak => leak.Rehearsals));
    }

    /// <summary>How likely one leak is not stopped, by the time from one test to the next: from a week to 20 years.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points that a stop valve could stop.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <returns>Empty where a figure is missing.</returns>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IReadOnlyList<TrustPoint> CurveOf(Plan plan, string leakId, Mode mode, AssessmentMemory memory, CancellationToken cancel = default)
    {
        LeakRehearsal rehearsal = memory.LeakOf(plan, leakId, cancel);
        var leak = LeakSets.Of(plan, ReachOfPlan.Of(plan), rehearsal, cancel);
        IReadOnlyList<IReadOnlyList<int>> sets = leak.ByModes.First(by => by.Modes.Contains(mode)).Sets;
        var failures = new PartFailures(plan.Failures);
        double ratio = Math.Pow(FailureFigures.LongestTestS / CurveFromS, 1.0 / (CurvePoints - 1));
        return
        [
            .. Enumerable.Range(0, CurvePoints).Select(i => CurveFromS * Math.Pow(ratio, i))
                .SelectMany(every => leak.OnDemand(sets, failures, every) is { } onDemand ? new[] { new TrustPoint(every, onDemand) } : []),
        ];
    }

    private static TrustRow RowOf(LeakSets leak, IReadOnlyList<Mode> modes, IReadOnlyList<IReadOnlyList<int>> sets, PartFailures failures, double? testEveryS)
    {
        double? onDemand = leak.OnDemand(sets, failures, testEveryS);
        double? Together(IReadOnlyList<int> set) => set.Aggregate((double?)1, (all, part) => all * leak.Failed(part, failures, testEveryS));
        double? Without(int part) => leak.OnDemand(sets, failures, testEveryS, perfect: part);
        return new TrustRow
        {
            LeakId = leak.LeakId,
            Modes = modes,
            Sets = [.. sets.Select(set => new TrustSet([.. set.Select(part => leak.Parts[part])], Together(set))).OrderBy(set => set.Parts.Count).ThenByDescending(set => set.Probability)],
            OnDemand = onDemand,
            Shares = onDemand is > 0
                ? [.. sets.SelectMany(set => set).Distinct().Select(part => new TrustShare(leak.Parts[part], 1 - (Without(part)!.Value / onDemand.Value))).OrderByDescending(s => s.Share).Take(MostShares)]
                : [],
            LongestTestS = failures.LongestTestS(every => leak.OnDemand(sets, failures, every)),
        };
    }
}
