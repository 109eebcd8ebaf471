using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Power;

/// <summary>How long a drive is fed, and what it does when the mains fails.</summary>
public sealed record PowerOutlook
{
    /// <summary>Until its batteries are empty, years; <see langword="null"/>: it does not live on them, or not known.</summary>
    public double? LifeYears { get; init; }

    /// <summary>Strokes in one set of batteries with nothing else drawn.</summary>
    public double? LifeStrokes { get; init; }

    /// <summary>Without the mains, h; <see langword="null"/>: there is no backup, or not known.</summary>
    public double? BackupHours { get; init; }

    /// <summary>Whether it can still close the valve with the mains gone.</summary>
    public required Answer ClosesWithoutMains { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }

    private const double SecondsAYear = 31_557_600;
    private const double JoulesAMilliampHourVolt = 3.6;

    /// <summary>Calculates the supply of a fitted drive. Sources: charge balance (<see cref="Battery"/>).</summary>
    /// <param name="drive">As fitted.</param>
    /// <param name="spec">Its figures.</param>
    /// <param name="coldestC">The coldest it gets at its valve, °C; <see langword="null"/>: not said, a warm room is taken. A pack with a charger of its own is taken as warm.</param>
    /// <param name="at">JSON pointer to it.</param>
    public static PowerOutlook Of(FittedDrive drive, DriveSpec spec, double? coldestC, string at)
    {
        var found = new FindingCollector(at);
        bool hasStore = spec.Supply != DriveSupply.MainsOnly && drive.Power is (DrivePower.Batteries or DrivePower.MainsWithBattery);
        DriveBattery? battery = hasStore ? spec.Battery : null;
        if (hasStore && battery is null)
        {
            found.Add(FindingKinds.BatteryFiguresUnknown, "specId", $"Nothing says how long the batteries of {spec.Name} last.", "Find the maker's sheet: capacity, standby current, energy of a stroke.");
        }

        if (battery is not null && drive.StrokesPerYear is null)
        {
            found.Add(FindingKinds.StrokesAYearUnknown, "strokesPerYear", "How often the drive is worked is not said; its life is calculated for standing still.", "Count tests and exercise: a stroke a month both ways is 24 a year.");
        }

        if (drive.Power == DrivePower.MainsWithBattery && spec.BackupDraw is null)
        {
            found.Add(FindingKinds.BackupDrawUnknown, "specId", $"Nothing says what {spec.Name} draws in a power cut, so how long its backup lasts is not known.", "Measure the current with the outlet off, or find the maker's sheet.");
        }

        BatteryCells cells = drive.Cells ?? battery?.Cells ?? BatteryCells.Unknown;
        if (battery is not null)
        {
            CellFindings.AddCold(spec.Name, cells, battery.LithiumAllowed, coldestC, "cells", found);
        }

        if (drive.Power == DrivePower.Batteries)
        {
            CellFindings.AddHardDraw(spec, cells, "cells", found);
        }

        AddPolicy(drive, spec, found);
        double? coldShare = ColdShare.Of(cells, coldestC);
        double? lifeYears = drive.Power == DrivePower.Batteries && battery is not null
            ? Battery.LifeYears(battery.CapacityMah, battery.UsableShare, coldShare, MeanDrawUa(battery, drive.StrokesPerYear ?? 0), battery.SelfDischargePerYear)
            : null;
        return new PowerOutlook
        {
            LifeYears = lifeYears is { } years && double.IsFinite(years) ? years : null,
            LifeStrokes = battery is { StrokeJ: > 0 } ? battery.CapacityMah * battery.UsableShare * coldShare * battery.VoltageV * JoulesAMilliampHourVolt / battery.StrokeJ : null,
            BackupHours = hasStore && drive.Power == DrivePower.MainsWithBattery && battery is not null && spec.BackupDraw is { } draw
                ? Battery.BackupHours(drive.BackupMah ?? battery.CapacityMah, battery.UsableShare, draw.Ma) * (drive.BackupMah is null ? coldShare : 1)
                : null,
            ClosesWithoutMains = (drive.Power, spec.Supply) switch
            {
                (_, DriveSupply.MainsOnly) => Answer.No,
                (_, DriveSupply.BatteriesOnly) => Answer.Yes,
                (DrivePower.Unknown, _) => Answer.Unknown,
                (DrivePower.Mains, _) => Answer.No,
                _ => Answer.Yes,
            },
            Findings = found.Findings,
        };
    }

    private static void AddPolicy(FittedDrive drive, DriveSpec spec, FindingCollector found)
    {
        if (drive.Power == DrivePower.Mains || spec.Supply == DriveSupply.MainsOnly)
        {
            if (drive.OnMainsFailure is MainsFailurePolicy.Close or MainsFailurePolicy.CloseThenReopen)
            {
                found.Add(FindingKinds.CannotCloseWithoutMains, "onMainsFailure", "It is to close in a power cut, and nothing is left to turn it then.", "Put a battery behind the outlet, or let it stay as it is.");
            }
            else
            {
                Severity severity = drive.OnMainsFailure == MainsFailurePolicy.Hold ? Severity.Note : Severity.Caution;
                found.Add(FindingKinds.MainsOnly, severity, "power", "In a power cut the valve stays as it is: a leak meanwhile is not stopped.", "Put a battery behind the outlet, or settle with the customer that it stays as it is.");
            }
        }
        else if (drive.Power == DrivePower.MainsWithBattery && drive.OnMainsFailure == MainsFailurePolicy.Unknown)
        {
            found.Add(FindingKinds.MainsFailureUndecided, "onMainsFailure", "It is not said what the drive does in a power cut.", "Settle it with the customer: stay as it is, close, or close and open again.");
        }
        else if (drive.OnMainsFailure == MainsFailurePolicy.CloseThenReopen)
        {
            found.Add(FindingKinds.ReopensByItself, "onMainsFailure", "The valve opens again by itself when power returns, with nobody looking.", "See that it stays shut while a sensor is wet, and tell the customer.");
        }
    }

    private static double MeanDrawUa(DriveBattery battery, double strokesPerYear) =>
        battery.StandbyUa + (strokesPerYear > 0 ? Battery.TaskCurrentUa(battery.StrokeJ, battery.VoltageV, SecondsAYear / strokesPerYear) : 0);
}
