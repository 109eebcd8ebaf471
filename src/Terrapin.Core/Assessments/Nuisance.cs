using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>What one delay would come to.</summary>
/// <param name="DelayS">Of every closing rule, dropped when it dries, s.</param>
/// <param name="ClosingsPerYear">Closings for nothing in a year.</param>
/// <param name="MeanM3">Lost on average over leaks and modes that end, m³; <see langword="null"/>: none ends.</param>
/// <param name="WorstM3">Lost at most, m³.</param>
public sealed record NuisancePoint(double DelayS, double ClosingsPerYear, double? MeanM3, double? WorstM3);

/// <summary>
/// How often the rules would close for nothing: a mop, a splash, condensation. An event wets one sensor, any as likely as the next, for a time
/// that is exponentially distributed, in a mode by the share of time that the house is in it.
/// </summary>
public sealed record Nuisance
{
    /// <summary>Share of a year in each mode, in their order: our own figures.</summary>
    private static readonly (Mode Mode, double Share)[] InModes = [(Mode.Home, 0.45), (Mode.Away, 0.2), (Mode.Asleep, 0.3), (Mode.Holiday, 0.05)];

    private static readonly double[] DelaysS = [0, 10, 20, 30, 45, 60, 90, 120, 180, 300];

    /// <summary>With the rules as they are; <see langword="null"/>: no rate is given.</summary>
    public required double? ClosingsPerYear { get; init; }

    /// <summary>Lost on average now, over leaks and modes that end, m³; <see langword="null"/>: none ends.</summary>
    public required double? MeanM3 { get; init; }

    /// <summary>The delay of every closing rule now, dropped when it dries, s; <see langword="null"/>: they differ, or none closes.</summary>
    public required double? DelayS { get; init; }

    /// <summary>The same rules with another delay each, the shortest first; empty where no rate is given or no rule closes.</summary>
    public required IReadOnlyList<NuisancePoint> Curve { get; init; }

    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Nuisance Of(Plan plan, AssessmentMemory memory, CancellationToken cancel = default)
    {
        Rule[] closing = [.. plan.Installation.Rules.Where(r => r.Action == RuleAction.Close)];
        double? now = PerYear(plan);
        return new Nuisance
        {
            ClosingsPerYear = now,
            MeanM3 = now is null ? null : Mean(Lost(plan, memory, cancel)),
            DelayS = closing.Length > 0 && closing.All(r => r.DelayS == closing[0].DelayS && (r.CancelIfDry || r.DelayS == 0)) ? closing[0].DelayS : null,
            Curve = now is null || closing.Length == 0 ? [] : [.. DelaysS.Select(delay => PointOf(plan, delay, memory, cancel))],
        };
    }

    /// <summary>Closings for nothing in a year; <see langword="null"/>: no rate is given.</summary>
    /// <param name="plan">A checked plan.</param>
    public static double? PerYear(Plan plan)
    {
        NuisanceEvent[] known = [.. (plan.Building.Nuisance ?? []).Where(e => e is { PerYear: not null, LastsS: not null })];
        int sensors = plan.Installation.Sensors.Count;
        if (known.Length == 0 || sensors == 0)
        {
            return known.Length == 0 ? null : 0;
        }

        double InYear(double? needsS) => needsS is { } needs ? known.Sum(e => e.PerYear!.Value * Math.Exp(-needs / e.LastsS!.Value)) : 0;
        IReadOnlyList<(int FromMin, double Share)> day = HoursOfDay.Parts(plan.Installation.Rules.Select(r => r.Hours));
        return plan.Installation.Sensors.Sum(sensor => InModes.Sum(m => day
            .Sum(part => m.Share * part.Share / sensors * InYear(ClosesWhenWetForS(plan, sensor, m.Mode, part.FromMin)))));
    }

    /// <summary>How long a sensor has to stay wet until a valve is sure to close, s; <see langword="null"/>: none ever does.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="sensor">One of its sensors, alone.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="atMin">The time of day when it gets wet, minutes from midnight.</param>
    public static double? ClosesWhenWetForS(Plan plan, Sensor sensor, Mode mode, double atMin = 0)
    {
        double[] byRules = plan.Installation.Hubs.Count == 0 ? [] :
        [
            .. plan.Installation.Rules
                .Where(r => r.Modes.Contains(mode) && r.HoldsAt(atMin) && r.Hears(sensor) && !(r.AtLeast > 1) && plan.ClosesAny(r))
                .Select(r => r.ConfirmS + (r.CancelIfDry ? r.DelayS : 0)),
        ];
        bool isLinked = plan.Installation.Links.Any(l => l.SensorId == sensor.Id);
        return isLinked ? 0 : byRules.Length > 0 ? byRules.Min() : null;
    }

    private static NuisancePoint PointOf(Plan plan, double delayS, AssessmentMemory memory, CancellationToken cancel)
    {
        Plan delayed = plan.WithInstallation(i => i with { Rules = [.. i.Rules.Select(r => r.Action == RuleAction.Close ? r with { DelayS = delayS, CancelIfDry = true } : r)] });
        double[] lost = Lost(delayed, memory, cancel);
        return new NuisancePoint(delayS, PerYear(delayed)!.Value, Mean(lost), lost.Length == 0 ? null : lost.Max());
    }

    private static double? Mean(double[] lost) => lost.Length == 0 ? null : lost.Average();

    /// <summary>Of every leak that a stop valve could stop, in every mode in which it ends, m³.</summary>
    private static double[] Lost(Plan plan, AssessmentMemory memory, CancellationToken cancel) =>
    [
        .. memory.LeaksOf(plan, cancel).Where(l => l.IsStoppable).SelectMany(l => InModes.Select(m => l.In(m.Mode)))
            .Where(r => r.Ends).Select(r => r.LostM3.High!.Value),
    ];
}
