using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

/// <summary>Looks for the time of day at which it is worst that a leak begins.</summary>
internal static class WorstStart
{
    /// <summary>So much after something has happened, hours have ended, or a time has come, s: the hub's clock counts milliseconds.</summary>
    public const double JustAfterS = 0.002;

    /// <summary>Of what is lost; less is the rounding of sums.</summary>
    private const double AlikeShare = 1e-6;

    /// <summary>
    /// Between two changes of the clock a later start only brings the next one nearer. So the worst is as one happens; or begins so early
    /// that, as one happens, the hub comes to know of the water, or a confirming time is over, a moment too late.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="changesMin">When the clock changes something, minutes from midnight; not empty.</param>
    /// <param name="rehearse">Runs the leak from a start, minutes from midnight.</param>
    /// <returns>Without a time of day where that makes no difference.</returns>
    public static Rehearsed Of(Plan plan, IReadOnlyList<double> changesMin, Func<double, Rehearsed> rehearse)
    {
        Rehearsed worst = rehearse(changesMin[0]);
        bool isAlike = true;
        double[] confirmS = [0, .. plan.Installation.Rules.Select(r => r.ConfirmS).Distinct()];
        double[] earlierS = [.. worst.Events.Where(e => e.Kind == EventKind.HubKnows).SelectMany(e => confirmS.Select(c => e.TimeS + c)).Distinct()];
        foreach (double startMin in changesMin.Skip(1).Concat(changesMin.SelectMany(min => earlierS.Select(s => Before(min, s)))))
        {
            Rehearsed other = rehearse(startMin);
            isAlike &= !IsWorse(worst, other) && !IsWorse(other, worst);
            worst = IsWorse(other, worst) ? other : worst;
        }

        return isAlike ? worst with { StartMin = null } : worst;
    }

    private static double Before(double min, double seconds) => HoursOfDay.TimeOfDay(min - ((seconds - JustAfterS) / 60));

    /// <summary>Whether one runs on and another does not, or it loses more, or does more harm.</summary>
    public static bool IsWorse(Rehearsed one, Rehearsed than) => one.Ends != than.Ends ? !one.Ends
        : one.Ends && LosesMore(one, than) != LosesMore(than, one) ? LosesMore(one, than)
        : !one.Ends && Harm(one) != Harm(than) ? Harm(one) > Harm(than)
        : Hearing(one) < Hearing(than);

    private static bool LosesMore(Rehearsed one, Rehearsed than) => one.LostM3.High > than.LostM3.High * (1 + AlikeShare);

    private static int Hearing(Rehearsed rehearsed) => rehearsed.Told.Count(t => t.Hears);

    private static int Harm(Rehearsed endless) => endless.Outcome switch { Outcome.Nothing => 2, Outcome.TellsOnly => 1, _ => 0 };
}
