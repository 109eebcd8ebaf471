using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>What a main valve itself says against a drive, whichever drive it is.</summary>
internal static class ValveFindings
{
    private const int EnoughExercise = 5;

    public static IReadOnlyList<Finding> Of(StopValve main, string at)
    {
        var found = new FindingCollector(at);
        AddKind(main, found);
        AddUpstream(main, found);
        if (!main.Kind.IsMultiTurn())
        {
            AddState(main, found);
            AddSwing(main, found);
        }

        AddSide(main, found);
        AddWhatHangsOnIt(main, found);
        AddHeater(main.Heater, found);
        AddPlace(main, found);
        return found.Findings;
    }

    private static void AddKind(StopValve main, FindingCollector found)
    {
        if (main.Kind.IsMultiTurn())
        {
            found.Add(FindingKinds.ValveMultiTurn, "kind", "This valve takes several turns; a drive gives a quarter turn and cannot close it.", "Have it replaced by a quarter-turn valve, behind an upstream stop that is known to work.");
            if (main.UpstreamStop is UpstreamStop.None or UpstreamStop.DoesNotClose)
            {
                found.Add(FindingKinds.ReplacingNeedsUpstream, "upstreamStop", "The valve must be replaced, and nothing upstream closes: the job stops here.", "Have the utility close or restore the stop at the street first.");
            }
        }
        else if (main.Kind == ValveKind.Unknown)
        {
            found.Add(FindingKinds.ValveKindUnknown, "kind", "The kind of valve is not known; only a quarter-turn valve can be driven.", "Look at the handle: a lever or tee that turns a quarter, or a wheel or screw that turns several times.");
        }
    }

    private static void AddUpstream(StopValve main, FindingCollector found)
    {
        if (main.UpstreamStop is UpstreamStop.None or UpstreamStop.DoesNotClose)
        {
            found.Add(FindingKinds.NoUpstreamStop, "upstreamStop", "Nothing upstream closes. If this valve fails under work, the full supply runs out.", "Have the utility or a plumber restore a stop upstream before the handle or stem is touched.");
        }
        else if (main.UpstreamStop == UpstreamStop.Unknown)
        {
            found.Add(FindingKinds.UpstreamStopUnknown, "upstreamStop", "It is not known whether anything upstream closes.", "Find the upstream stop and try it before working on this valve.");
        }
    }

    private static void AddSide(StopValve main, FindingCollector found)
    {
        if (main.SideOfMeter == SideOfMeter.Street)
        {
            found.Add(FindingKinds.ValveOnStreetSide, "sideOfMeter", "The valve stands on the utility's side of the meter: it may not be theirs to let you work it.", "Ask the utility before anything is put on it, or use a valve on the house side.");
        }
    }

    private static void AddState(StopValve main, FindingCollector found)
    {
        if (main.Stiffness == Stiffness.Seized)
        {
            found.Add(FindingKinds.ValveSeized, "stiffness", "The valve is seized. Forced, its stem can break off with the full pressure behind it.", "Do not force it. Find the upstream stop first, then have the valve replaced.");
        }

        if (main.ClosesFully == Answer.No)
        {
            found.Add(FindingKinds.ValvePasses, "closesFully", "The valve passes water when shut by hand; it will pass it under a drive too.", "Work it a few times and look again; if it still passes, have it replaced.");
        }

        if (main.WeepsAtStem == Answer.Yes)
        {
            found.Add(FindingKinds.WeepsAtStem, "weepsAtStem", "The valve weeps at its stem once worked; a drive works it again and again.", "Have the gland nipped up or the valve replaced before a drive goes on.");
        }

        if ((main.PullToClose is not null || main.PullToOpen is not null) && main.ExerciseStrokes is { } strokes && strokes < EnoughExercise)
        {
            found.Add(FindingKinds.ExercisedTooLittle, "exerciseStrokes", "The pull was read before the valve had been worked five times; it may free up, or start to weep.", "Work it five times open to shut, then read the pull again.");
        }
    }

    /// <summary>Something nearer than the handle is long, on the side that it swings through; a valve that was shut by hand has shown that it passes.</summary>
    private static void AddSwing(StopValve main, FindingCollector found)
    {
        if (main.Handle is not { LengthM: { } length, PointsWhenOpen: HandleDirection.AlongThePipe } || main.ClosesFully == Answer.Yes)
        {
            return;
        }

        for (int i = 0; i < main.Obstacles.Count; i++)
        {
            Obstacle obstacle = main.Obstacles[i];
            bool isOnItsWay = obstacle.Towards == Towards.HandleSide || (obstacle.Towards == Towards.FarSide && main.Kind == ValveKind.TeeBall);
            if (isOnItsWay && obstacle.DistanceM is { } distance && distance < length)
            {
                found.Add(
                    FindingKinds.HandleMayStrike,
                    $"obstacles/{i}/distanceM",
                    $"The handle is {{length}} long, and {FitFindings.Word(obstacle.Kind)} stands {{distance}} from the stem on the side that it swings through: it may not reach shut.",
                    "Shut it by hand and look. If it strikes, move what is in the way, or have the handle changed.",
                    ("length", QuantityKind.SmallLength, length),
                    ("distance", QuantityKind.SmallLength, distance));
            }
        }
    }

    private static void AddWhatHangsOnIt(StopValve main, FindingCollector found)
    {
        if (main.FeedsSprinklers == Answer.Yes)
        {
            found.Add(FindingKinds.SprinklersBehindValve, "feedsSprinklers", "Fire sprinklers or hose reels hang on this valve. Fire protection is never behind an automatic valve.", "Fit nothing here. Have the fire branch taken off ahead of the valve, or use a valve further on.");
        }
        else if (main.FeedsSprinklers == Answer.Unknown)
        {
            found.Add(FindingKinds.SprinklersUnknown, "feedsSprinklers", "It is not known whether fire sprinklers or hose reels hang on this valve.", "Follow the pipe, or ask the owner, before anything is fitted.");
        }

        if (main.FeedsVitalUse == Answer.Yes)
        {
            found.Add(FindingKinds.VitalUseBehindValve, "feedsVitalUse", "A person at risk without water, or medical or cooled equipment, depends on this valve.", "Ask them before it closes by itself; let the rules tell only until that is settled.");
        }

        if (main.FeedsAnimals == Answer.Yes)
        {
            found.Add(FindingKinds.AnimalsBehindValve, "feedsAnimals", "Animals drink from behind this valve: closed for long, they go without.", "Ask how long they can, feed the trough from before the valve, or let the rules tell only.");
        }

        if (main.FeedsOtherTenants == Answer.Yes)
        {
            found.Add(FindingKinds.OtherTenantsBehindValve, "feedsOtherTenants", "Other people's flats hang on this valve: a leak of yours takes their water away.", "Ask them, put their names among those who are told, or use a valve further on that feeds one flat alone.");
        }
    }

    private static void AddHeater(Heater? heater, FindingCollector found)
    {
        if (heater is null)
        {
            return;
        }

        if (heater.Circulation == Answer.Yes)
        {
            found.Add(FindingKinds.CirculationBehindShutMain, "heater/circulation", "A circulation pump runs on with the cold feed shut.", "Check the maker's rule, and have it stopped with the valve where it must be.");
        }

        if (heater.Kind is HeaterKind.Tankless or HeaterKind.Boiler)
        {
            found.Add(FindingKinds.FiredHeaterBehindShutMain, "heater/kind", "A tankless heater or boiler may be firing when its cold feed shuts.", "Check the maker's rule for a closed cold feed; gas appliances are a licensed trade's work.");
        }

        if (heater.FillsItself == Answer.Yes)
        {
            found.Add(FindingKinds.BoilerFillsItself, "heater/fillsItself", "The boiler fills itself through this valve: a leak in the heating is fed until the valve shuts, and afterwards it cannot refill.", "Put the heating's own pipes on the list of leak points, and tell the owner to look at its pressure after a closing.");
        }
    }

    private static void AddPlace(StopValve main, FindingCollector found)
    {
        if (main.Place.Kind == PlaceKind.GroundBox || main.Place.MetalLid == Answer.Yes)
        {
            found.Add(
                FindingKinds.RadioBelowLid,
                "place/kind",
                main.Place.MetalLid == Answer.Yes ? "A metal lid or door closes over the valve: radio hardly gets through." : "The valve is in a ground box: radio is weak below ground.",
                "Test the signal here with the lid closed; bring the aerial outside, or use a valve indoors.");
        }

        if (main.Place.ColdestC is { } coldest && coldest < 0)
        {
            found.Add(FindingKinds.ValveMayFreeze, "place/coldestC", "It gets down to {coldest} at the valve: it can freeze, and a frozen ball does not turn.", "Insulate or heat the place, or use a valve indoors.", ("coldest", QuantityKind.Temperature, coldest));
        }
    }
}
