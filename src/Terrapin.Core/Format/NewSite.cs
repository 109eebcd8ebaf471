using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

/// <summary>The plan a new site starts with: nothing known, nothing chosen, a catalogue at hand.</summary>
public static class NewSite
{
    /// <summary>With the house catalogue.</summary>
    public static Plan Named(string name) => Named(name, HouseCatalogue.Devices, null);

    /// <summary>With a firm's catalogue.</summary>
    /// <param name="name">Of the site.</param>
    /// <param name="catalogue">What may be chosen.</param>
    /// <param name="catalogueRevision">Which revision of the firm's it is.</param>
    public static Plan Named(string name, Catalogue catalogue, int? catalogueRevision) => new()
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
        CatalogueRevision = catalogueRevision,
        Catalogue = catalogue,
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
