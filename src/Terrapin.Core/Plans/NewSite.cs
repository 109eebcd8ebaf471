namespace Terrapin.Core.Plans;

/// <summary>The plan a new site starts with: nothing known, nothing chosen, the house catalogue at hand.</summary>
public static class NewSite
{
    public static Plan Named(string name) => new()
    {
        Version = Plan.CurrentVersion,
        Site = new Site { Name = name },
        Supply = new WaterSupply(),
        Main = new MainValve
        {
            Kind = ValveKind.Unknown,
            Stiffness = Stiffness.Unknown,
            ClosesFully = Answer.Unknown,
            UpstreamStop = UpstreamStop.Unknown,
            FeedsSprinklers = Answer.Unknown,
            FeedsVitalUse = Answer.Unknown,
        },
        Pipes = [],
        Rooms = [],
        Sensors = [],
        Rules = [],
        Catalogue = HouseCatalogue,
    };

    /// <summary>Invented devices with figures of our own.</summary>
    public static Catalogue HouseCatalogue { get; } = new()
    {
        Drives =
        [
            Drive("sa-20", "Saddle drive SA-20", Mount.Saddle, 20, 14, 0.85),
            Drive("sd-12", "Strap drive SD-12", Mount.Strap, 12, 6, 0.75),
            Drive("st-16", "Stem drive ST-16", Mount.Stem, 16, 9, 0.8),
            Drive("cv-22", "Cut-in valve CV-22", Mount.CutIn, 22, 4, 0.9),
        ],
        Sensors =
        [
            Sensor("s4", "Spot S4", SensorKind.Spot, 0.0015, 1),
            Sensor("s4-cup", "Spot with cup S4C", SensorKind.SpotWithCup, 0.0015, 1),
            Sensor("c3", "Cord C3", SensorKind.ProbeOnCord, 0.001, 2),
            Sensor("r5", "Rope R5", SensorKind.Rope, 0, 3),
        ],
        Hubs =
        [
            new HubSpec { Id = "k7", Name = "House hub K7", Logic = Seconds(0.2) },
        ],
    };

    private static DriveSpec Drive(string id, string name, Mount mount, double torqueNm, double strokeS, double batteryShare) => new()
    {
        Id = id,
        Name = name,
        Mount = mount,
        RatedTorque = new TorqueFigure { Nm = torqueNm, Standing = Standing.MakersSheet },
        Stroke = Seconds(strokeS),
        Start = new DurationFigure { S = 0.5, Standing = Standing.Assumed },
        BatteryTorqueShare = new ShareFigure { Share = batteryShare, Standing = Standing.Assumed },
    };

    private static SensorSpec Sensor(string id, string name, SensorKind kind, double gapM, double responseS) => new()
    {
        Id = id,
        Name = name,
        Kind = kind,
        ContactGap = new HeightFigure { M = gapM, Standing = Standing.MakersSheet },
        Response = Seconds(responseS),
        Radio = new DurationFigure { S = 0.4, Standing = Standing.Assumed },
    };

    private static DurationFigure Seconds(double s) => new() { S = s, Standing = Standing.MakersSheet };
}
