using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>Whether a drive can be put on a valve where that valve is: what it grips, what is in its way, what feeds it.</summary>
internal static class FitFindings
{
    /// <summary>A strap cannot sit nearer to the stem than the valve's own body, m: our own screening value.</summary>
    public const double NearestStrapM = 0.04;

    /// <summary>Less room than this round a drive is a caution, m: our own screening value.</summary>
    private const double LittleRoomM = 0.01;

    private const double CautionShareOfLimit = 0.8;

    public static IReadOnlyList<Finding> Of(StopValve main, FittedDrive drive, DriveSpec spec, StrapLimits own, string at, string driveAt)
    {
        var found = new FindingCollector(at) { DriveAt = driveAt };
        AddGrip(main, spec, found);
        SizeFindings.Add(main, spec, found);
        AddSpread(main, spec, own, found);
        AddRoom(main, spec, found);
        AddBonding(main, spec, found);
        AddSupply(main, drive, spec, found);
        AddCold(main, drive, spec, found);
        return found.Findings;
    }

    private static void AddGrip(StopValve main, DriveSpec spec, FindingCollector found)
    {
        switch (spec.Mount)
        {
            case Mount.Saddle when main.Collar.Firm == Answer.No:
                found.Add(FindingKinds.NoCollar, "collar/firm", $"{spec.Name} sits on the valve's own collar, and this valve has none that is firm.", "Choose a drive that straps to the pipe or drives the stem.");
                break;
            case Mount.Saddle when main.Collar.Firm == Answer.Unknown:
                found.Add(FindingKinds.CollarUnknown, "collar/firm", $"{spec.Name} sits on the valve's collar; nobody has said whether there is a firm one.", "Take the insulation off under the handle and look.");
                break;
            case Mount.Stem when main.Stem.Shape == StemShape.Round:
                found.Add(FindingKinds.RoundStem, "stem/shape", $"{spec.Name} grips the flats of the stem, and this stem is round.", "Choose a drive that pushes the handle.");
                break;
            case Mount.Stem when main.Stem.Shape == StemShape.Unknown:
                found.Add(FindingKinds.StemUnknown, "stem/shape", $"{spec.Name} grips the flats of the stem; nobody has said whether there are any.", "Take the handle off with the upstream stop shut, and look.");
                break;
        }

        if (spec.Mount == Mount.Saddle && main.Collar.Insulated == Answer.Yes)
        {
            found.Add(FindingKinds.CollarInsulated, "collar/insulated", "Insulation covers the collar.", "Take it off the collar before the bracket goes on.");
        }
    }

    /// <summary>What the straps would pull with the widest spread that the straight pipe gives.</summary>
    private static void AddSpread(StopValve main, DriveSpec spec, StrapLimits own, FindingCollector found)
    {
        if (spec.Mount is not (Mount.Strap or Mount.Stem) || spec.RatedTorque is not { } torque || Spread(main) is not { } spread)
        {
            return;
        }

        bool elbow = main.PipeBefore.Elbow == Answer.Yes || main.PipeAfter.Elbow == Answer.Yes;
        string reason = elbow ? "With the elbow both straps go on one side" : "The straight pipe";
        if (spread <= 0)
        {
            found.Add(FindingKinds.ElbowLeavesTooLittleSpread, "pipeBefore/straightM", $"{reason}, and there is no room for two.", "Use a saddle drive, which keeps the reaction in the valve.");
            return;
        }

        double force = torque.Nm / spread;
        if (WeakerLimitN(main, own) is { } limit && force > CautionShareOfLimit * limit)
        {
            found.Add(
                FindingKinds.ElbowLeavesTooLittleSpread,
                force > limit ? Severity.Stop : Severity.Caution,
                "pipeBefore/straightM",
                $"{reason} leaves them {{spread}} apart at the most: each would pull {{force}}, and this pipe stands {{limit}}.",
                "Use a saddle drive, which keeps the reaction in the valve, or a weaker drive if the valve is free enough.",
                ("spread", QuantityKind.SmallLength, spread),
                ("force", QuantityKind.Force, force),
                ("limit", QuantityKind.Force, limit));
        }
    }

    private static double? Spread(StopValve main)
    {
        double? before = main.PipeBefore.StraightM;
        double? after = main.PipeAfter.StraightM;
        return (main.PipeBefore.Elbow, main.PipeAfter.Elbow) switch
        {
            (Answer.Yes, _) => after - NearestStrapM,
            (_, Answer.Yes) => before - NearestStrapM,
            _ => before + after,
        };
    }

    private static double? WeakerLimitN(StopValve main, StrapLimits own) =>
        new[] { Straps.LimitN(main.PipeBefore.Material, own), Straps.LimitN(main.PipeAfter.Material, own) }.Min();

    private static void AddRoom(StopValve main, DriveSpec spec, FindingCollector found)
    {
        if (spec.Envelope is not { } envelope)
        {
            if (main.Obstacles.Count > 0)
            {
                found.Add(FindingKinds.EnvelopeUnknown, $"{found.DriveAt}/specId", $"Nothing says how much room {spec.Name} takes up.", "Find the maker's sheet, or hold it in place.");
            }

            return;
        }

        for (int i = 0; i < main.Obstacles.Count; i++)
        {
            Obstacle obstacle = main.Obstacles[i];
            if (obstacle.DistanceM is not { } distance)
            {
                continue;
            }

            double clearance = distance - ReachM(envelope, obstacle.Towards);
            if (clearance < LittleRoomM)
            {
                found.Add(
                    FindingKinds.ClearanceTooSmall,
                    clearance < 0 ? Severity.Stop : Severity.Caution,
                    $"obstacles/{i}/distanceM",
                    clearance < 0
                        ? $"{spec.Name} needs {{reach}} {Where(obstacle.Towards)}, and {Word(obstacle.Kind)} is {{distance}} away."
                        : $"{spec.Name} has only {{clearance}} left {Where(obstacle.Towards)}, before {Word(obstacle.Kind)}.",
                    "Move what is in the way, choose a smaller drive, or use another valve.",
                    ("reach", QuantityKind.SmallLength, distance - clearance),
                    ("distance", QuantityKind.SmallLength, distance),
                    ("clearance", QuantityKind.SmallLength, clearance));
            }
        }
    }

    private static double ReachM(DriveEnvelope envelope, Towards towards) => towards switch
    {
        Towards.OverTheHandle => envelope.OverTheHandleM,
        Towards.HandleSide or Towards.FarSide => envelope.AcrossM,
        _ => envelope.AlongM,
    };

    private static string Where(Towards towards) => towards switch
    {
        Towards.OverTheHandle => "over the handle",
        Towards.HandleSide => "on the handle's side",
        Towards.FarSide => "on the far side",
        Towards.Upstream => "upstream along the pipe",
        _ => "downstream along the pipe",
    };

    internal static string Word(ObstacleKind kind) => kind switch
    {
        ObstacleKind.Wall => "a wall",
        ObstacleKind.Bar => "a bar",
        ObstacleKind.Insulation => "insulation",
        ObstacleKind.BondingWire => "a bonding wire",
        ObstacleKind.Meter => "a meter",
        _ => "something",
    };

    private static void AddBonding(StopValve main, DriveSpec spec, FindingCollector found)
    {
        bool metal = IsMetal(main.PipeBefore.Material) && IsMetal(main.PipeAfter.Material);
        if (spec.Mount == Mount.CutIn && metal && spec.PlasticInsert != Answer.No && main.Bonding.PipeIsEarth != Answer.No)
        {
            found.Add(
                FindingKinds.InsertBreaksBonding,
                main.Bonding.PipeIsEarth == Answer.Yes && spec.PlasticInsert == Answer.Yes ? Severity.Stop : Severity.Caution,
                "bonding/pipeIsEarth",
                $"{spec.Name} puts plastic into a metal pipe that {(main.Bonding.PipeIsEarth == Answer.Yes ? "earths" : "may earth")} the building: the bonding is broken.",
                "Have an electrician bridge the section or confirm the earth before the pipe is cut.");
        }

        if (main.Bonding.WireOnPipe == Answer.Yes && spec.Mount != Mount.Saddle)
        {
            found.Add(FindingKinds.KeepBondingWire, "bonding/wireOnPipe", "A bonding wire sits on this pipe.", "Leave it connected; if it must move, an electrician moves it.");
        }
    }

    private static bool IsMetal(PipeMaterial material) => material is PipeMaterial.Copper or PipeMaterial.Steel;

    private static void AddSupply(StopValve main, FittedDrive drive, DriveSpec spec, FindingCollector found)
    {
        bool needsMains = drive.Power is DrivePower.Mains or DrivePower.MainsWithBattery;
        if (needsMains && spec.Supply == DriveSupply.BatteriesOnly)
        {
            found.Add(FindingKinds.DriveHasNoSuchSupply, $"{found.DriveAt}/power", $"{spec.Name} runs on batteries only.", "Choose batteries, or another drive.");
        }

        if (drive.Power is (DrivePower.Batteries or DrivePower.MainsWithBattery) && spec.Supply == DriveSupply.MainsOnly)
        {
            found.Add(FindingKinds.DriveHasNoSuchSupply, $"{found.DriveAt}/power", $"{spec.Name} runs from an outlet only, and has no battery for a power cut.", "Choose the outlet, or another drive.");
        }

        if (!needsMains && spec.Supply != DriveSupply.MainsOnly)
        {
            return;
        }

        if (main.Place.Outlet == Answer.No)
        {
            found.Add(
                FindingKinds.NoOutlet,
                "place/outlet",
                spec.Supply == DriveSupply.MainsOnly ? $"{spec.Name} runs from an outlet only, and there is none at this valve." : "There is no outlet at this valve.",
                spec.Supply == DriveSupply.MainsOnly ? "Have an electrician put an outlet there, or choose a drive that runs on batteries." : "Run it on batteries, or have an electrician put an outlet there.");
        }
        else if (main.Place.OutletDistanceM is { } distance && spec.Cord is { } cord && distance > cord.M)
        {
            found.Add(FindingKinds.CordTooShort, "place/outletDistanceM", $"The outlet is {{distance}} away and the cord of {spec.Name} is {{cord}} long.", spec.Fit?.CordMayBeExtended == Answer.Yes ? "Extend its cord with the maker's own lead, clear of the wet, or have an outlet put within reach." : "Have an outlet put within reach, or run it on batteries; no adapter lies on the floor.", ("distance", QuantityKind.Length, distance), ("cord", QuantityKind.Length, cord.M));
        }
        else if (main.Place.OutletDistanceM is null)
        {
            found.Add(FindingKinds.OutletNotMeasured, "place/outletDistanceM", "How far the outlet is from the valve is not measured.", "Measure the way a cord would lie, clear of the wet.");
        }
    }

    private static void AddCold(StopValve main, FittedDrive drive, DriveSpec spec, FindingCollector found)
    {
        if (drive.Power is not (DrivePower.Batteries or DrivePower.MainsWithBattery))
        {
            return;
        }

        if (main.Place.ColdestC is { } coldest && spec.ColdestOnBatteries is { } least && coldest < least.C)
        {
            found.Add(
                FindingKinds.TooColdForBatteries,
                drive.Power == DrivePower.Batteries ? Severity.Stop : Severity.Caution,
                "place/coldestC",
                $"It gets down to {{coldest}} here, and the batteries of {spec.Name} work down to {{least}}.",
                "Use an outlet, lithium cells if the maker allows them, or a valve in a warmer place.",
                ("coldest", QuantityKind.Temperature, coldest),
                ("least", QuantityKind.Temperature, least.C));
        }
        else if (main.Place.ColdestC is null && main.Place.Kind is PlaceKind.Outdoors or PlaceKind.GroundBox)
        {
            found.Add(FindingKinds.ColdestUnknown, "place/coldestC", "How cold it gets here is not known; batteries give less in the cold.", "Ask for the coldest night, or leave a thermometer.");
        }
    }
}
