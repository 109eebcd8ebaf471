namespace Terrapin.Core.Findings;

/// <summary>A kind of finding.</summary>
/// <param name="Code">A stable word, for other programs.</param>
/// <param name="Severity">Where the case at hand says nothing else.</param>
/// <param name="Stage">Where it is mended; of a measurement, where that is taken.</param>
/// <param name="Trade">Who may carry out the remedy; local code decides.</param>
/// <param name="WidensBound">Whether something is not measured, so that a result is a bound.</param>
public sealed record FindingKind(string Code, Severity Severity, Stage Stage, Trade Trade = Trade.Fitter, bool WidensBound = false);

/// <summary>Every kind of finding there is.</summary>
public static class FindingKinds
{
    // The valve and what hangs on it.
    public static readonly FindingKind AnimalsBehindValve = new("animals-behind-valve", Severity.Caution, Stage.Main);
    public static readonly FindingKind BoilerFillsItself = new("boiler-fills-itself", Severity.Caution, Stage.Main, Trade.Plumber);
    public static readonly FindingKind CirculationBehindShutMain = new("circulation-behind-shut-main", Severity.Caution, Stage.Main, Trade.Electrician);
    public static readonly FindingKind ClosesFullyUnknown = new("closes-fully-unknown", Severity.Caution, Stage.Main, WidensBound: true);
    public static readonly FindingKind ExercisedTooLittle = new("exercised-too-little", Severity.Note, Stage.Main);
    public static readonly FindingKind FiredHeaterBehindShutMain = new("fired-heater-behind-shut-main", Severity.Caution, Stage.Main, Trade.Plumber);
    public static readonly FindingKind HandleMayStrike = new("handle-may-strike", Severity.Caution, Stage.Main);
    public static readonly FindingKind HeaterMaySiphonBack = new("heater-may-siphon-back", Severity.Caution, Stage.Main);
    public static readonly FindingKind LeakBeforeEveryMain = new("leak-before-every-main", Severity.Stop, Stage.Main);
    public static readonly FindingKind NoUpstreamStop = new("no-upstream-stop", Severity.Caution, Stage.Main, Trade.Utility);
    public static readonly FindingKind NotMeasured = new("not-measured", Severity.Caution, Stage.Main, WidensBound: true);
    public static readonly FindingKind OtherTenantsBehindValve = new("other-tenants-behind-valve", Severity.Caution, Stage.Main);
    public static readonly FindingKind PumpAgainstShutValve = new("pump-against-shut-valve", Severity.Caution, Stage.Main, Trade.Electrician);
    public static readonly FindingKind PumpNotStopped = new("pump-not-stopped", Severity.Stop, Stage.Main, Trade.Electrician);
    public static readonly FindingKind RadioBelowLid = new("radio-below-lid", Severity.Caution, Stage.Main);
    public static readonly FindingKind ReplacingNeedsUpstream = new("replacing-needs-upstream", Severity.Stop, Stage.Main, Trade.Utility);
    public static readonly FindingKind SprinklersBehindValve = new("sprinklers-behind-valve", Severity.Stop, Stage.Main, Trade.Plumber);
    public static readonly FindingKind SprinklersUnknown = new("sprinklers-unknown", Severity.Caution, Stage.Main);
    public static readonly FindingKind SupplyNotTested = new("supply-not-tested", Severity.Note, Stage.Main, WidensBound: true);
    public static readonly FindingKind TankAfterOnlyValve = new("tank-after-only-valve", Severity.Caution, Stage.Main, Trade.Plumber);
    public static readonly FindingKind TankOnHouseSide = new("tank-on-house-side", Severity.Caution, Stage.Main, Trade.Plumber);
    public static readonly FindingKind TorqueEstimated = new("torque-estimated", Severity.Caution, Stage.Main, WidensBound: true);
    public static readonly FindingKind TorqueOneWay = new("torque-one-way", Severity.Note, Stage.Main);
    public static readonly FindingKind TorqueUnknown = new("torque-unknown", Severity.Stop, Stage.Main, WidensBound: true);
    public static readonly FindingKind UpstreamStopUnknown = new("upstream-stop-unknown", Severity.Caution, Stage.Main);
    public static readonly FindingKind UsualAssumed = new("usual-assumed", Severity.Note, Stage.Main, WidensBound: true);
    public static readonly FindingKind ValveKindUnknown = new("valve-kind-unknown", Severity.Stop, Stage.Main);
    public static readonly FindingKind ValveMayFreeze = new("valve-may-freeze", Severity.Caution, Stage.Main);
    public static readonly FindingKind ValveMultiTurn = new("valve-multi-turn", Severity.Stop, Stage.Main, Trade.Plumber);
    public static readonly FindingKind ValveOnStreetSide = new("valve-on-street-side", Severity.Caution, Stage.Main, Trade.Utility);
    public static readonly FindingKind ValvePasses = new("valve-passes", Severity.Caution, Stage.Main, Trade.Plumber);
    public static readonly FindingKind ValveSeized = new("valve-seized", Severity.Stop, Stage.Main, Trade.Plumber);
    public static readonly FindingKind VitalUseBehindValve = new("vital-use-behind-valve", Severity.Caution, Stage.Main);
    public static readonly FindingKind WeepsAtStem = new("weeps-at-stem", Severity.Caution, Stage.Main, Trade.Plumber);

    // The drive.
    public static readonly FindingKind BackupDrawUnknown = new("backup-draw-unknown", Severity.Note, Stage.Drive);
    public static readonly FindingKind BatteryFiguresUnknown = new("battery-figures-unknown", Severity.Note, Stage.Drive);
    public static readonly FindingKind CannotCloseWithoutMains = new("cannot-close-without-mains", Severity.Stop, Stage.Drive);
    public static readonly FindingKind CellsUnknownInCold = new("cells-unknown-in-cold", Severity.Note, Stage.Reach);
    public static readonly FindingKind CellsWeakInCold = new("cells-weak-in-cold", Severity.Caution, Stage.Reach);
    public static readonly FindingKind ClearanceTooSmall = new("clearance-too-small", Severity.Caution, Stage.Drive);
    public static readonly FindingKind ColdestUnknown = new("coldest-unknown", Severity.Caution, Stage.Drive);
    public static readonly FindingKind CollarInsulated = new("collar-insulated", Severity.Note, Stage.Drive);
    public static readonly FindingKind CollarUnknown = new("collar-unknown", Severity.Note, Stage.Drive);
    public static readonly FindingKind CordTooShort = new("cord-too-short", Severity.Stop, Stage.Drive, Trade.Electrician);
    public static readonly FindingKind CutInIsPlumbing = new("cut-in-is-plumbing", Severity.Caution, Stage.Drive, Trade.Plumber);
    public static readonly FindingKind DriveDeratingUnknown = new("drive-derating-unknown", Severity.Stop, Stage.Drive);
    public static readonly FindingKind DriveHasNoSuchSupply = new("drive-has-no-such-supply", Severity.Stop, Stage.Drive);
    public static readonly FindingKind DriveMarginThin = new("drive-margin-thin", Severity.Caution, Stage.Drive);
    public static readonly FindingKind DriveNotChosen = new("drive-not-chosen", Severity.Stop, Stage.Drive);
    public static readonly FindingKind DriveNotForWet = new("drive-not-for-wet", Severity.Caution, Stage.Drive);
    public static readonly FindingKind DrivePowerUnknown = new("drive-power-unknown", Severity.Caution, Stage.Drive);
    public static readonly FindingKind DriveTooWeak = new("drive-too-weak", Severity.Stop, Stage.Drive);
    public static readonly FindingKind DriveTorqueUnknown = new("drive-torque-unknown", Severity.Stop, Stage.Drive);
    public static readonly FindingKind DriveWeakInPowerCut = new("drive-weak-in-power-cut", Severity.Caution, Stage.Drive);
    public static readonly FindingKind DrivesAgainstStop = new("drives-against-stop", Severity.Caution, Stage.Drive);
    public static readonly FindingKind ElbowLeavesTooLittleSpread = new("elbow-leaves-too-little-spread", Severity.Stop, Stage.Drive);
    public static readonly FindingKind EndAngleNotSeen = new("end-angle-not-seen", Severity.Note, Stage.Drive);
    public static readonly FindingKind EnvelopeUnknown = new("envelope-unknown", Severity.Note, Stage.Drive);
    public static readonly FindingKind InsertBreaksBonding = new("insert-breaks-bonding", Severity.Caution, Stage.Drive, Trade.Electrician);
    public static readonly FindingKind KeepBondingWire = new("keep-bonding-wire", Severity.Note, Stage.Drive, Trade.Electrician);
    public static readonly FindingKind MainsFailureUndecided = new("mains-failure-undecided", Severity.Note, Stage.Drive);
    public static readonly FindingKind MainsOnly = new("mains-only", Severity.Caution, Stage.Drive);
    public static readonly FindingKind NoCollar = new("no-collar", Severity.Stop, Stage.Drive);
    public static readonly FindingKind MotorDrawsHard = new("motor-draws-hard", Severity.Note, Stage.Drive);
    public static readonly FindingKind NoOutlet = new("no-outlet", Severity.Stop, Stage.Drive, Trade.Electrician);
    public static readonly FindingKind OutletNotMeasured = new("outlet-not-measured", Severity.Note, Stage.Drive);
    public static readonly FindingKind ReopensByItself = new("reopens-by-itself", Severity.Caution, Stage.Drive);
    public static readonly FindingKind RoundStem = new("round-stem", Severity.Stop, Stage.Drive);
    public static readonly FindingKind SizeDoesNotFit = new("size-does-not-fit", Severity.Stop, Stage.Drive);
    public static readonly FindingKind SizeNotMeasured = new("size-not-measured", Severity.Note, Stage.Drive);
    public static readonly FindingKind StemUnknown = new("stem-unknown", Severity.Note, Stage.Drive);
    public static readonly FindingKind StopsShort = new("stops-short", Severity.Stop, Stage.Drive);
    public static readonly FindingKind StrapAtElbow = new("strap-at-elbow", Severity.Caution, Stage.Drive);
    public static readonly FindingKind StrappedPipeUnknown = new("strapped-pipe-unknown", Severity.Caution, Stage.Drive);
    public static readonly FindingKind StrapsNotMeasured = new("straps-not-measured", Severity.Note, Stage.Drive);
    public static readonly FindingKind StrapsPullHard = new("straps-pull-hard", Severity.Caution, Stage.Drive);
    public static readonly FindingKind StrokesAYearUnknown = new("strokes-a-year-unknown", Severity.Note, Stage.Drive);
    public static readonly FindingKind TooColdForBatteries = new("too-cold-for-batteries", Severity.Caution, Stage.Drive);
    public static readonly FindingKind WetNotKnown = new("wet-not-known", Severity.Note, Stage.Drive);

    // Rooms and leak points.
    public static readonly FindingKind HotAndColdSwapped = new("hot-and-cold-swapped", Severity.Caution, Stage.Rooms);
    public static readonly FindingKind NotFromTheMain = new("not-from-the-main", Severity.Note, Stage.Rooms);
    public static readonly FindingKind PipeProposed = new("pipe-proposed", Severity.Caution, Stage.Rooms);
    public static readonly FindingKind PositionUnknown = new("position-unknown", Severity.Caution, Stage.Rooms, WidensBound: true);

    // Sensors.
    public static readonly FindingKind DistanceUnknown = new("distance-unknown", Severity.Caution, Stage.Sensors, WidensBound: true);
    public static readonly FindingKind FilmThinnerThanGap = new("film-thinner-than-gap", Severity.Stop, Stage.Sensors);
    public static readonly FindingKind LeakNeverSeen = new("leak-never-seen", Severity.Stop, Stage.Sensors);
    public static readonly FindingKind LeakWithoutSensor = new("leak-without-sensor", Severity.Stop, Stage.Sensors);
    public static readonly FindingKind MainPartDrowns = new("main-part-drowns", Severity.Stop, Stage.Sensors);
    public static readonly FindingKind PitNotMeasured = new("pit-not-measured", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind ProbeAboveRim = new("probe-above-rim", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind ProbeBelowPumpLevel = new("probe-below-pump-level", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind SensorAddsNothing = new("sensor-adds-nothing", Severity.Note, Stage.Sensors);
    public static readonly FindingKind SensorDoesNotFit = new("sensor-does-not-fit", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind SensorHoldUnknown = new("sensor-hold-unknown", Severity.Note, Stage.Sensors);
    public static readonly FindingKind SensorInTheWay = new("sensor-in-the-way", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind SensorLoose = new("sensor-loose", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind SensorMoppedAway = new("sensor-mopped-away", Severity.Caution, Stage.Sensors);
    public static readonly FindingKind SensorNeverWet = new("sensor-never-wet", Severity.Stop, Stage.Sensors);
    public static readonly FindingKind SensorSplashed = new("sensor-splashed", Severity.Caution, Stage.Sensors);

    // Reach.
    public static readonly FindingKind DeviceNotDrawn = new("device-not-drawn", Severity.Caution, Stage.Reach);
    public static readonly FindingKind DevicesAtOnePlace = new("devices-at-one-place", Severity.Note, Stage.Reach);
    public static readonly FindingKind DirectLinkOtherRadio = new("direct-link-other-radio", Severity.Stop, Stage.Reach);
    public static readonly FindingKind HubFull = new("hub-full", Severity.Stop, Stage.Reach);
    public static readonly FindingKind HubNotDrawn = new("hub-not-drawn", Severity.Caution, Stage.Reach);
    public static readonly FindingKind HubOutside = new("hub-outside", Severity.Note, Stage.Reach);
    public static readonly FindingKind HubSpeaksOtherRadio = new("hub-speaks-other-radio", Severity.Stop, Stage.Reach);
    public static readonly FindingKind HubWithoutBackup = new("hub-without-backup", Severity.Caution, Stage.Reach);
    public static readonly FindingKind HubWithoutCable = new("hub-without-cable", Severity.Caution, Stage.Reach);
    public static readonly FindingKind RadioBlocked = new("radio-blocked", Severity.Stop, Stage.Reach);
    public static readonly FindingKind RadioFiguresUnknown = new("radio-figures-unknown", Severity.Caution, Stage.Reach);
    public static readonly FindingKind RadioThin = new("radio-thin", Severity.Caution, Stage.Reach);
    public static readonly FindingKind RadioTooWeak = new("radio-too-weak", Severity.Stop, Stage.Reach);
    public static readonly FindingKind ReadingsDiffer = new("readings-differ", Severity.Note, Stage.Reach);
    public static readonly FindingKind TooManyDirectLinks = new("too-many-direct-links", Severity.Stop, Stage.Reach);

    // Rules.
    public static readonly FindingKind CaseBroken = new("case-broken", Severity.Stop, Stage.Rehearse);
    public static readonly FindingKind ContactHearsNothing = new("contact-hears-nothing", Severity.Caution, Stage.Rules);
    public static readonly FindingKind ContactsNotNamed = new("contacts-not-named", Severity.Note, Stage.Rules);
    public static readonly FindingKind HoursUncovered = new("hours-uncovered", Severity.Stop, Stage.Rules);
    public static readonly FindingKind HubNotChosen = new("hub-not-chosen", Severity.Stop, Stage.Rules);
    public static readonly FindingKind ModeNobodySets = new("mode-nobody-sets", Severity.Stop, Stage.Rules);
    public static readonly FindingKind NobodyToldInMode = new("nobody-told-in-mode", Severity.Caution, Stage.Rules);
    public static readonly FindingKind NoRuleInMode = new("no-rule-in-mode", Severity.Stop, Stage.Rules);
    public static readonly FindingKind OnlyToldInMode = new("only-told-in-mode", Severity.Caution, Stage.Rules);
    public static readonly FindingKind PitSensorCloses = new("pit-sensor-closes", Severity.Caution, Stage.Rules);
    public static readonly FindingKind QuorumTooLarge = new("quorum-too-large", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleCannotRun = new("rule-cannot-run", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleClosesUndrivenMain = new("rule-closes-undriven-main", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleClosesWrongMain = new("rule-closes-wrong-main", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleNeverComes = new("rule-never-comes", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleOpensOnLeak = new("rule-opens-on-leak", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleOpensUnseen = new("rule-opens-unseen", Severity.Caution, Stage.Rules);
    public static readonly FindingKind RulesFight = new("rules-fight", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleWaitsTooLong = new("rule-waits-too-long", Severity.Caution, Stage.Rules);
    public static readonly FindingKind RuleWithoutButton = new("rule-without-button", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleWithoutHour = new("rule-without-hour", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleWithoutMode = new("rule-without-mode", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleWithoutSensor = new("rule-without-sensor", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleWithoutTemperature = new("rule-without-temperature", Severity.Stop, Stage.Rules);
    public static readonly FindingKind RuleClosesAgain = new("rule-closes-again", Severity.Note, Stage.Rules);
    public static readonly FindingKind SilenceTooShort = new("silence-too-short", Severity.Caution, Stage.Rules);
    public static readonly FindingKind SwitchStopsNothing = new("switch-stops-nothing", Severity.Caution, Stage.Rules);
    public static readonly FindingKind SwitchWithoutRule = new("switch-without-rule", Severity.Note, Stage.Rules);
    public static readonly FindingKind SensorWithoutRule = new("sensor-without-rule", Severity.Stop, Stage.Rules);

    /// <summary>All of them.</summary>
    public static IReadOnlyList<FindingKind> All { get; } =
    [
        AnimalsBehindValve, BoilerFillsItself, CirculationBehindShutMain, ClosesFullyUnknown, ExercisedTooLittle,
        FiredHeaterBehindShutMain, HandleMayStrike, HeaterMaySiphonBack, LeakBeforeEveryMain, NoUpstreamStop, NotMeasured,
        OtherTenantsBehindValve, PumpAgainstShutValve, PumpNotStopped, RadioBelowLid, ReplacingNeedsUpstream,
        SprinklersBehindValve, SprinklersUnknown, SupplyNotTested, TankAfterOnlyValve, TankOnHouseSide, TorqueEstimated,
        TorqueOneWay, TorqueUnknown, UpstreamStopUnknown, UsualAssumed, ValveKindUnknown, ValveMayFreeze, ValveMultiTurn,
        ValveOnStreetSide, ValvePasses, ValveSeized, VitalUseBehindValve, WeepsAtStem, BackupDrawUnknown,
        BatteryFiguresUnknown, CannotCloseWithoutMains, CellsUnknownInCold, CellsWeakInCold, ClearanceTooSmall, ColdestUnknown, CollarInsulated, CollarUnknown,
        CordTooShort, CutInIsPlumbing, DriveDeratingUnknown, DriveHasNoSuchSupply, DriveMarginThin, DriveNotChosen,
        DriveNotForWet, DrivePowerUnknown, DriveTooWeak, DriveTorqueUnknown, DriveWeakInPowerCut, DrivesAgainstStop,
        ElbowLeavesTooLittleSpread, EndAngleNotSeen, EnvelopeUnknown, InsertBreaksBonding, KeepBondingWire,
        MainsFailureUndecided, MainsOnly, MotorDrawsHard, NoCollar, NoOutlet, OutletNotMeasured, ReopensByItself, RoundStem, SizeDoesNotFit,
        SizeNotMeasured, StemUnknown, StopsShort, StrapAtElbow, StrappedPipeUnknown, StrapsNotMeasured, StrapsPullHard,
        StrokesAYearUnknown, TooColdForBatteries, WetNotKnown, HotAndColdSwapped, NotFromTheMain, PipeProposed,
        PositionUnknown, DistanceUnknown, FilmThinnerThanGap, LeakNeverSeen, LeakWithoutSensor, MainPartDrowns,
        PitNotMeasured, ProbeAboveRim, ProbeBelowPumpLevel, SensorAddsNothing, SensorDoesNotFit, SensorHoldUnknown,
        SensorInTheWay, SensorLoose, SensorMoppedAway, SensorNeverWet, SensorSplashed, CaseBroken, ContactHearsNothing,
        ContactsNotNamed, HoursUncovered, HubNotChosen, ModeNobodySets, NobodyToldInMode, NoRuleInMode,
        OnlyToldInMode, PitSensorCloses, QuorumTooLarge, RuleCannotRun, RuleClosesUndrivenMain, RuleClosesWrongMain, RuleNeverComes,
        RuleClosesAgain, RuleOpensOnLeak, RuleOpensUnseen, RulesFight, RuleWaitsTooLong, RuleWithoutButton, RuleWithoutHour, RuleWithoutMode, RuleWithoutSensor, RuleWithoutTemperature, SilenceTooShort, SwitchStopsNothing, SwitchWithoutRule,
        SensorWithoutRule, DeviceNotDrawn, DevicesAtOnePlace, DirectLinkOtherRadio, HubFull, HubNotDrawn,
        HubOutside, HubSpeaksOtherRadio, HubWithoutBackup, HubWithoutCable, RadioBlocked, RadioFiguresUnknown,
        RadioThin, RadioTooWeak, ReadingsDiffer, TooManyDirectLinks,
    ];
}
