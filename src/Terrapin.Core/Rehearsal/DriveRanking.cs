using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Power;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Rehearsal;

/// <summary>A drive of the catalogue as it would do on this valve.</summary>
public sealed record RankedDrive
{
    public required string SpecId { get; init; }

    public required TorqueVerdict Verdict { get; init; }

    /// <summary>Torque in hand, available over breakaway.</summary>
    public double? Ratio { get; init; }

    /// <summary>The supply that it is judged on.</summary>
    public required DrivePower Power { get; init; }

    /// <summary>The same drive on each supply that it can have.</summary>
    public required IReadOnlyList<DriveOnSupply> Supplies { get; init; }

    /// <summary>Of the catalogue, or timed on this valve, s.</summary>
    public double? StrokeS { get; init; }

    /// <summary>What the fastest leak lets through while it turns, m³; <see langword="null"/> without a leak or a stroke.</summary>
    public double? StrokeM3 { get; init; }

    /// <summary>What speaks against it, the most urgent first.</summary>
    public required IReadOnlyList<Finding> Against { get; init; }
}

/// <summary>A drive on one of the supplies that it can have.</summary>
/// <param name="Ratio">Torque in hand.</param>
public sealed record DriveOnSupply(DrivePower Power, TorqueVerdict Verdict, double? Ratio);

/// <summary>Which drive suits this valve.</summary>
public static class DriveRanking
{
    /// <summary>
    /// Holds every drive of the catalogue against the valve: those that nothing speaks against first, then those with a
    /// caution, then the rest; among equals by what the site's fastest leak lets through during the stroke.
    /// </summary>
    /// <param name="plan">A checked plan. A drive that is not chosen is held with the policy of the one that is, and on
    /// its supply where it can have that; see <see cref="SupplyInUse.Likely"/>.</param>
    /// <param name="stopValveId">One of its mains.</param>
    public static IReadOnlyList<RankedDrive> Of(Plan plan, string stopValveId) => Of(plan, stopValveId, FastestLeak(plan, stopValveId));

    /// <inheritdoc cref="Of(Plan, string)"/>
    /// <param name="fastest">Of the leaks behind that main; <see langword="null"/> without one.</param>
    internal static IReadOnlyList<RankedDrive> Of(Plan plan, string stopValveId, LeakFlow? fastest) =>
        [.. plan.Catalogue.Drives
            .Select(spec => Rank(plan, plan.StopValve(stopValveId), spec, fastest))
            .OrderBy(d => d.Verdict is TorqueVerdict.Stop or TorqueVerdict.Unknown)
            .ThenBy(d => d.Against.Max(f => (Severity?)f.Severity) ?? Severity.Note)
            .ThenBy(d => d.StrokeM3 ?? double.PositiveInfinity)
            .ThenByDescending(d => d.Ratio ?? 0)];

    private static RankedDrive Rank(Plan plan, StopValve main, DriveSpec spec, LeakFlow? fastest)
    {
        FittedDrive? present = plan.DriveOn(main.Id);
        FittedDrive fitted = present is not null && present.SpecId == spec.Id
            ? present
            : (present ?? new FittedDrive { Id = "candidate", StopValveId = main.Id, SpecId = spec.Id, Power = DrivePower.Unknown }) with
            {
                SpecId = spec.Id,
                Power = SupplyInUse.Likely(spec, main.Place, present?.Power),
                Seen = null,
                Mounting = null,
                OverrideNote = "",
            };
        DriveVerdict On(DrivePower power) => ValveVerdict.Of(plan.WithDrive(fitted with { Power = power }), main.Id);
        DriveVerdict verdict = On(fitted.Power);
        double? strokeS = fitted.Seen?.ClosingS ?? spec.Stroke?.S;
        return new RankedDrive
        {
            SpecId = spec.Id,
            Verdict = verdict.Verdict,
            Ratio = verdict.Ratio,
            Power = fitted.Power,
            Supplies = [.. SupplyInUse.Of(spec).Select(power => (power, power == fitted.Power ? verdict : On(power)))
                .Select(on => new DriveOnSupply(on.power, on.Item2.Verdict, on.Item2.Ratio))],
            StrokeS = strokeS,
            StrokeM3 = fastest is not null && strokeS is { } s ? Closing.Of(fastest, s, valve: fastest.Path.ValveAt(main.Id)).LetThroughM3 : null,
            Against = [.. verdict.Findings.Where(f => f.Stage == Stage.Drive && f.Severity > Severity.Note).OrderByDescending(f => f.Severity)],
        };
    }

    /// <summary>Of the leak points behind a main.</summary>
    internal static LeakFlow? FastestLeak(Plan plan, string stopValveId)
    {
        LeakFlow? fastest = null;
        for (int room = 0; room < plan.Building.Rooms.Count; room++)
        {
            for (int leak = 0; leak < plan.Building.Rooms[room].Leaks.Count; leak++)
            {
                if (WaterWay.To(plan, plan.Building.Rooms[room].Leaks[leak].PipeId).StopValves.All(m => m.Id != stopValveId))
                {
                    continue;
                }

                LeakFlow flow = LeakSupply.FlowOf(plan, room, leak, Corner.Most);
                if (fastest is null || flow.OpenM3PerS > fastest.OpenM3PerS)
                {
                    fastest = flow;
                }
            }
        }

        return fastest;
    }
}
