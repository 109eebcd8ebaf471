using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>
/// Whether a leak that ends with a thing broken from the first drop, and with nothing broken, runs on where that thing breaks, or works again,
/// while it runs.
/// </summary>
/// <remarks>
/// What a break does depends on what has happened by then, and on how far a handle has turned: a handle that stops earlier lets more through. So
/// one just behind each event stands for all until the next. What works again is looked at where something opens a valve by itself, and only
/// what that has a part in: the mains, and what runs the rules. Otherwise nothing works against the water then. A rule that orders
/// shut what is shut already is no event, so its times from what it may wait for count there too.
/// </remarks>
/// <param name="plan">A checked plan.</param>
/// <param name="reach">What radio reaches in it.</param>
/// <param name="cancel">Stops the work.</param>
internal sealed class FaultMoments(Plan plan, RadioReach reach, CancellationToken cancel)
{
    private readonly bool opens = plan.OpensByItself();

    /// <summary>From what a rule waits for to its order, s.</summary>
    private readonly double[] ruleTimesS = [0, .. plan.Installation.Rules.Select(r => r.ConfirmS + r.DelayS).Distinct()];

    /// <summary>How many were run.</summary>
    public int Rehearsals { get; private set; }

    /// <summary>The modes of which each stands for those that the same rules hold in: whether a leak ends is the same in them.</summary>
    public static IEnumerable<Mode> UnlikeModes(Plan plan) => Enum.GetValues<Mode>().DistinctBy(mode => string.Concat(plan.Installation.Rules.Select(r => r.Modes.Contains(mode) ? '1' : '0')));

    /// <summary>When a fault comes, and is over, so that a leak runs on; <see langword="null"/>: whenever it does the leak ends.</summary>
    /// <param name="leak">Ends with that fault from the first drop, and without it.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="fault">One of <see cref="Faults.ComeAndGo"/>.</param>
    public IReadOnlyList<Meanwhile>? Defeating(LeakRehearsal leak, Mode mode, Fault fault)
    {
        Meanwhile Step(MeanwhileKind kind, double atS) => new() { AtS = atS, Kind = kind, Fault = fault };
        bool mayOpen = opens && fault is Fault.MainsFailed or Fault.HubFailed or Fault.CloudFailed or Fault.InternetFailed or Fault.RouterFailed;
        foreach (double brokenS in Run(leak, mode, []).Events.Select(JustAfter).Distinct().Prepend(0))
        {
            Meanwhile breaks = Step(MeanwhileKind.Breaks, brokenS);
            Rehearsed broken = Run(leak, mode, [breaks]);
            if (!broken.Ends)
            {
                return [breaks];
            }

            foreach (double againS in mayOpen ? AgainMoments(broken, brokenS) : [])
            {
                Meanwhile[] both = [breaks, Step(MeanwhileKind.WorksAgain, againS)];
                if (!Run(leak, mode, both).Ends)
                {
                    return both;
                }
            }
        }

        return null;
    }

    private Rehearsed Run(LeakRehearsal leak, Mode mode, IReadOnlyList<Meanwhile> meanwhile)
    {
        cancel.ThrowIfCancellationRequested();
        Rehearsals++;
        return leak.WorstIn(mode, [], reach, meanwhile);
    }

    private static double JustAfter(TimelineEvent happened) => happened.TimeS + WorstStart.JustAfterS;

    /// <summary>Just behind each event that comes later, and behind what a rule does about one.</summary>
    private IEnumerable<double> AgainMoments(Rehearsed run, double brokenS) => run.Events
        .SelectMany(e => (IsWaitedFor(e.Kind) ? ruleTimesS : [0]).Select(s => JustAfter(e) + s))
        .Where(s => s > brokenS && s < Meanwhile.LatestS).Distinct();

    private static bool IsWaitedFor(EventKind kind) => kind is EventKind.HubKnows or EventKind.MainsFails or EventKind.InternetFails or EventKind.ValveFails or EventKind.Breaks;
}
