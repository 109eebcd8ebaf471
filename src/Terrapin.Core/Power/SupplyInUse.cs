using Terrapin.Core.Model;

namespace Terrapin.Core.Power;

/// <summary>What a drive is really run from, by what was chosen and what it can be run from at all.</summary>
public static class SupplyInUse
{
    /// <summary>The supplies that a drive can be run from; all of them where its sheet does not say.</summary>
    public static IReadOnlyList<DrivePower> Of(DriveSpec spec) => spec.Supply switch
    {
        DriveSupply.MainsOnly => [DrivePower.Mains],
        DriveSupply.BatteriesOnly => [DrivePower.Batteries],
        _ => [DrivePower.Mains, DrivePower.MainsWithBattery, DrivePower.Batteries],
    };

    /// <summary>
    /// The supply that a drive would be judged on at a valve where none is chosen for it: the one that the place's fitted drive has, if
    /// this one can have it too; else the one that it can have only; else the outlet where there is one in reach of its cord, batteries
    /// where there is none, and not known where nobody has looked.
    /// </summary>
    public static DrivePower Likely(DriveSpec spec, ValvePlace place, DrivePower? chosen)
    {
        IReadOnlyList<DrivePower> can = Of(spec);
        if (chosen is { } wanted && can.Contains(wanted))
        {
            return wanted;
        }

        return can.Count == 1
            ? can[0]
            : place.Outlet switch
            {
                Answer.No => DrivePower.Batteries,
                Answer.Yes when place.OutletDistanceM is { } far && spec.Cord is { } cord && far > cord.M => DrivePower.Batteries,
                Answer.Yes => DrivePower.Mains,
                _ => DrivePower.Unknown,
            };
    }

    /// <summary>Whether batteries turn it: those that it runs on, or may run on while nobody has decided.</summary>
    public static bool BatteriesTurnIt(DrivePower power, DriveSpec spec) => spec.Supply switch
    {
        DriveSupply.MainsOnly => false,
        DriveSupply.BatteriesOnly => true,
        _ => power is DrivePower.Batteries or DrivePower.Unknown,
    };
}
