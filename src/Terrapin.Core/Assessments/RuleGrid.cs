using System.Text.Json.Serialization;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core.Assessments;

/// <summary>What comes of a sensor that is wet.</summary>
[JsonConverter(typeof(CamelCase<GridAction>))]
public enum GridAction
{
    /// <summary>A valve closes.</summary>
    Closes,

    /// <summary>Somebody is told, and no valve closes.</summary>
    Tells,
    Nothing,
}

/// <summary>What one sensor brings about in one mode, as if it were the only one.</summary>
public sealed record GridCell
{
    public required GridAction Action { get; init; }

    /// <summary>The rule that decides; <see langword="null"/>: a direct link does, or nothing.</summary>
    public string? RuleId { get; init; }

    /// <summary>From its message until the valve starts to move, s; <see langword="null"/>: it does not.</summary>
    public double? StartsAfterS { get; init; }

    /// <summary>Whether a rule shuts the valve when the mode comes, long before it leaks.</summary>
    public bool StoodShut { get; init; }

    /// <summary>Litres lost of the worst leak that it knows of first, m³; <see langword="null"/>: without end, or it hears none.</summary>
    public double? LostM3 { get; init; }

    /// <summary>Whether that leak runs without end.</summary>
    public bool Endless { get; init; }

    /// <summary>The time of day at which that leak begins, minutes from midnight: the worst; <see langword="null"/> where it makes no difference.</summary>
    public double? StartMin { get; init; }

    /// <summary>That leak; <see langword="null"/>: it hears none that a valve could stop.</summary>
    public string? LeakId { get; init; }
}

/// <summary>One sensor in every mode.</summary>
/// <param name="SensorId">The sensor.</param>
/// <param name="Cells">In the order of the modes.</param>
public sealed record GridRow(string SensorId, IReadOnlyList<GridCell> Cells);

/// <summary>Who closes what, when, and what it costs in litres: each sensor alone, in each mode.</summary>
/// <param name="Modes">The columns.</param>
/// <param name="Rows">In the order of the plan.</param>
public sealed record RuleGrid(IReadOnlyList<Mode> Modes, IReadOnlyList<GridRow> Rows)
{
    private static readonly Mode[] Columns = Enum.GetValues<Mode>();

    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static RuleGrid Of(Plan plan, AssessmentMemory memory, CancellationToken cancel = default)
    {
        IReadOnlyList<LeakRehearsal> all = memory.LeaksOf(plan, cancel);
        var rows = new GridRow[plan.Installation.Sensors.Count];
        Work.InParallel(rows.Length, cancel, i =>
        {
            Sensor sensor = plan.Installation.Sensors[i];
            rows[i] = new GridRow(sensor.Id, [.. Columns.Select(mode => CellOf(plan, all, sensor, mode))]);
        });
        return new RuleGrid(Columns, rows);
    }

    private static GridCell CellOf(Plan plan, IReadOnlyList<LeakRehearsal> leaks, Sensor sensor, Mode mode)
    {
        // What it knows of first is its own to stop; only where there is none, what another knows of before it.
        LeakRehearsal[] own = [.. leaks.Where(l => l.FirstSensorId == sensor.Id)];
        IEnumerable<LeakRehearsal> known = own.Length > 0 ? own : leaks;
        IEnumerable<Rehearsed> Heard(bool stoppable) =>
            known.Where(l => l.IsStoppable == stoppable).Select(l => l.WithOnly(sensor.Id, mode)).OfType<Rehearsed>().Where(r => r.Outcome != Outcome.NoFlow);
        Rehearsed? worst = Heard(stoppable: true).OrderByDescending(r => r.Endless).ThenByDescending(r => r.LostM3.High).FirstOrDefault() ?? Heard(stoppable: false).FirstOrDefault();
        if (worst is null)
        {
            return RuledCell(plan, sensor, mode);
        }

        TimelineEvent? moves = worst.Events.FirstOrDefault(e => e.Kind == EventKind.ValveMoves);
        TimelineEvent? wet = worst.Events.FirstOrDefault(e => e.Kind == EventKind.SensorWet);
        TimelineEvent? ordered = worst.Events.LastOrDefault(e => e.Kind == EventKind.ClosingOrdered && (moves is null || e.TimeS <= moves.TimeS));
        TimelineEvent? told = worst.Events.FirstOrDefault(e => e.Kind == EventKind.Told);
        TimelineEvent? shut = worst.Events.FirstOrDefault(e => e.Kind == EventKind.StoodShut);
        return new GridCell
        {
            Action = moves is not null || shut is not null ? GridAction.Closes : told is not null ? GridAction.Tells : GridAction.Nothing,
            RuleId = shut is not null ? shut.RuleId : moves is not null ? ordered?.RuleId : (ordered ?? told)?.RuleId,
            StoodShut = shut is not null,
            StartsAfterS = moves is null || wet is null ? null : moves.TimeS - wet.TimeS,
            LostM3 = worst.Endless ? null : worst.LostM3.High,
            Endless = worst.Endless,
            // Who hears of it is no matter of the grid's.
            StartMin = plan.Installation.Rules.Any(r => r.Hours is not null || r.WaitsFor == RuleTrigger.TimeComes) ? worst.StartMin : null,
            LeakId = worst.LeakId,
        };
    }

    /// <summary>For one that hears no leak: what the rules say of it at the worst time of day, without litres.</summary>
    private static GridCell RuledCell(Plan plan, Sensor sensor, Mode mode)
    {
        IReadOnlyList<Rule> rules = plan.Installation.Hubs.Count == 0 ? [] : plan.Installation.Rules;
        Rule? DecidesAt(int min) => rules.Where(r => r.Hears(sensor) && r.Modes.Contains(mode) && r.HoldsAt(min))
            .OrderBy(r => r.Action == RuleAction.TellOnly).ThenBy(r => r.ConfirmS + r.DelayS).FirstOrDefault();
        GridAction ActionOf(Rule? rule) => rule is null ? GridAction.Nothing : plan.ClosesAny(rule) ? GridAction.Closes : GridAction.Tells;
        Rule? worst = HoursOfDay.Parts(rules.Select(r => r.Hours)).Select(part => DecidesAt(part.FromMin))
            .OrderByDescending(ActionOf).ThenByDescending(r => r?.ConfirmS + r?.DelayS).First();
        return new GridCell { Action = ActionOf(worst), RuleId = worst?.Id };
    }
}
