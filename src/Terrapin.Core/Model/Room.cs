using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

public sealed record Room
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    [Limits(0.1, 200, "m")]
    public double? LengthM { get; init; }

    [Limits(0.1, 200, "m")]
    public double? WidthM { get; init; }

    /// <summary>Height of the floor above the main valve; negative is below.</summary>
    [Limits(-100, 200, "m")]
    public double? FloorHeightM { get; init; }

    /// <summary>Its floor, by its id among the catalogue's finishes; <see langword="null"/>: not looked at.</summary>
    [Id]
    public string? FinishId { get; init; }

    /// <summary>Whether somebody looked, and no water can get out here.</summary>
    public bool NoLeakPoints { get; init; }

    /// <summary>Whether what is not measured of its floor is taken within the span that is usual for houses, rather than within the widest.</summary>
    public bool AssumesUsual { get; init; }

    /// <summary>The storey it is drawn on; <see langword="null"/> while it is not drawn.</summary>
    [Id]
    public string? StoreyId { get; init; }

    /// <summary>Its floor, as rectangles that join; empty while it is not drawn.</summary>
    [AtMost(20)]
    [JsonRequired]
    public IReadOnlyList<FloorRectangle> Areas { get; init; } = [];

    /// <summary><see langword="null"/>: level.</summary>
    public FloorFall? Fall { get; init; }

    [AtMost(10)]
    [JsonRequired]
    public IReadOnlyList<FloorDrain> Drains { get; init; } = [];

    [AtMost(50)]
    [JsonRequired]
    public IReadOnlyList<Fixture> Fixtures { get; init; } = [];

    /// <summary>Where the floor is mopped or splashed, or nothing may lie.</summary>
    [AtMost(20)]
    [JsonRequired]
    public IReadOnlyList<FloorZone> Zones { get; init; } = [];

    [AtMost(100)]
    public required IReadOnlyList<LeakPoint> Leaks { get; init; }
}
