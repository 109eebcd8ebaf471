namespace Terrapin.Core.Plans;

/// <summary>The plan a new site starts with: nothing known, nothing chosen, the house catalogue at hand.</summary>
public static class NewSite
{
    public static Plan Named(string name) => new()
    {
        Version = Plan.CurrentVersion,
        Site = new Site { Name = name },
        Building = new Building
        {
            Supply = new WaterSupply(),
            StopValves = [UnknownStopValve("main", "Stop valve")],
            Pipes = [],
            Rooms = [],
            Storeys = [],
            Doorways = [],
            Walls = [],
            Openings = [],
        },
        Installation = Installation.None,
        Options = [],
        Catalogue = HouseCatalogue,
    };

    /// <summary>A main valve that nobody has looked at yet.</summary>
    /// <param name="id">Free among the plan's mains.</param>
    /// <param name="name">By its place.</param>
    public static StopValve UnknownStopValve(string id, string name) => new()
    {
        Id = id,
        Name = name,
        Kind = ValveKind.Unknown,
        Stiffness = Stiffness.Unknown,
        ClosesFully = Answer.Unknown,
        UpstreamStop = UpstreamStop.Unknown,
        FeedsSprinklers = Answer.Unknown,
        FeedsVitalUse = Answer.Unknown,
    };

    /// <summary>Invented devices with figures and prices of our own.</summary>
    public static Catalogue HouseCatalogue { get; } = new()
    {
        Drives =
        [
            Drive("sa-20", "Saddle drive SA-20", Mount.Saddle, 20, 14, 0.85, DriveSupply.Either, 290) with { Envelope = Envelope(0.13, 0.06, 0.07), Battery = Battery(2600, 6, 25, 110), BackupDraw = Milliamps(22), Fit = new DriveFit { Collar = Sizes(0.02, 0.05), HandleThickness = Sizes(0.001, 0.012) } },
            Drive("sd-12", "Strap drive SD-12", Mount.Strap, 12, 6, 0.75, DriveSupply.Either, 145) with { Envelope = Envelope(0.12, 0.07, 0.11), Battery = Battery(1500, 6, 40, 60), BackupDraw = Milliamps(28), Fit = new DriveFit { HandleThickness = Sizes(0.001, 0.008), Pipe = Sizes(0.015, 0.045), StandsWet = Answer.No, CordMayBeExtended = Answer.Yes } },
            Drive("st-16", "Stem drive ST-16", Mount.Stem, 16, 9, 0.8, DriveSupply.MainsOnly, 210) with { Envelope = Envelope(0.11, 0.05, 0.11), Fit = new DriveFit { Flats = Sizes(0.005, 0.011), Pipe = Sizes(0.015, 0.06), StandsWet = Answer.Yes } },
            Drive("cv-22", "Cut-in valve CV-22", Mount.CutIn, 22, 4, 0.9, DriveSupply.Either, 380) with { Envelope = Envelope(0.15, 0.06, 0.14), Battery = Battery(2600, 6, 30, 45), BackupDraw = Milliamps(24), PlasticInsert = Answer.Yes },
        ],
        Sensors =
        [
            Sensor("s4", "Spot S4", SensorKind.Spot, 0.0015, 1, 28),
            Sensor("s4-cup", "Spot with cup S4C", SensorKind.SpotWithCup, 0.0015, 1, 34),
            Sensor("c3", "Cord C3", SensorKind.ProbeOnCord, 0.001, 2, 39) with { Cord = Metres(1.2) },
            Sensor("r5", "Rope R5", SensorKind.Rope, 0, 3, 64) with { Cord = Metres(5) },
        ],
        Hubs =
        [
            new HubSpec { Id = "k7", Name = "House hub K7", Logic = Seconds(0.2), Price = Price(120) },
        ],
        Finishes =
        [
            Finish("polished-stone", "Polished stone", 25),
            Finish("glazed-tile", "Glazed tile", 45),
            Finish("matt-tile", "Matt tile", 60),
            Finish("sealed-concrete", "Sealed concrete", 70),
            Finish("vinyl", "Vinyl", 80),
            Finish("oiled-wood", "Oiled wood", 85),
            Finish("waxed-wood", "Waxed wood", 95),
        ],
        Currency = "EUR",
    };

    private static FloorFinish Finish(string id, string name, double angleDeg) =>
        new() { Id = id, Name = name, ContactAngle = new AngleFigure { Deg = angleDeg, Standing = Standing.Assumed } };

    private static DriveSpec Drive(string id, string name, Mount mount, double torqueNm, double strokeS, double batteryShare, DriveSupply supply, double price) => new()
    {
        Id = id,
        Name = name,
        Mount = mount,
        RatedTorque = new TorqueFigure { Nm = torqueNm, Standing = Standing.MakersSheet },
        Stroke = Seconds(strokeS),
        Start = new DurationFigure { S = 0.5, Standing = Standing.Assumed },
        BatteryTorqueShare = new ShareFigure { Share = batteryShare, Standing = Standing.Assumed },
        Supply = supply,
        Cord = new LengthFigure { M = 1.5, Standing = Standing.MakersSheet },
        ColdestOnBatteries = new TemperatureFigure { C = -5, Standing = Standing.MakersSheet },
        PlasticInsert = Answer.No,
        Price = Price(price),
    };

    private static SizeRange Sizes(double leastM, double mostM) => new() { LeastM = leastM, MostM = mostM, Standing = Standing.MakersSheet };

    private static DriveEnvelope Envelope(double overTheHandleM, double acrossM, double alongM) =>
        new() { OverTheHandleM = overTheHandleM, AcrossM = acrossM, AlongM = alongM, Standing = Standing.MakersSheet };

    private static DriveBattery Battery(double capacityMah, double voltageV, double standbyUa, double strokeJ) => new()
    {
        CapacityMah = capacityMah,
        VoltageV = voltageV,
        UsableShare = 0.8,
        SelfDischargePerYear = 0.02,
        StandbyUa = standbyUa,
        StrokeJ = strokeJ,
        Standing = Standing.Assumed,
    };

    private static CurrentFigure Milliamps(double ma) => new() { Ma = ma, Standing = Standing.Assumed };

    private static SensorSpec Sensor(string id, string name, SensorKind kind, double gapM, double responseS, double price) => new()
    {
        Id = id,
        Name = name,
        Kind = kind,
        ContactGap = new HeightFigure { M = gapM, Standing = Standing.MakersSheet },
        Response = Seconds(responseS),
        Radio = new DurationFigure { S = 0.4, Standing = Standing.Assumed },
        Battery = new SensorBattery
        {
            CapacityMah = 1100,
            VoltageV = 3,
            UsableShare = 0.85,
            SelfDischargePerYear = 0.02,
            SleepUa = 4,
            ReportJ = 0.036,
            ReportEveryS = 3600,
            Standing = Standing.Assumed,
        },
        Price = Price(price),
    };

    private static LengthFigure Metres(double m) => new() { M = m, Standing = Standing.MakersSheet };

    private static DurationFigure Seconds(double s) => new() { S = s, Standing = Standing.MakersSheet };

    private static PriceFigure Price(double amount) => new() { Amount = amount, Standing = Standing.Assumed };
}
