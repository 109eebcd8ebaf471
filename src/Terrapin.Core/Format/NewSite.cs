using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

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
        Catalogue = HouseCatalogue.Devices,
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
}
