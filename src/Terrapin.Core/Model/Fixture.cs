using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

[JsonConverter(typeof(CamelCase<FixtureKind>))]
public enum FixtureKind
{
    Plinth,
    Basin,
    Wc,
    Bath,
    ShowerTray,
    KitchenSink,
    WashingMachine,
    Dishwasher,
    IceMaker,
    Cylinder,
    Boiler,
    Softener,
    FilterHousing,
    CondensateTray,
    Aquarium,
    SumpPit,
}

/// <summary>What water does where a fixture stands.</summary>
[JsonConverter(typeof(CamelCase<FixtureBase>))]
public enum FixtureBase
{
    /// <summary>It stands tight on the floor: water runs round it.</summary>
    Tight,

    /// <summary>It stands on feet: water runs under it, where only a probe or a rope fits.</summary>
    OnFeet,

    /// <summary>It hangs clear of the floor, or stands so that anything can lie there.</summary>
    Clear,

    /// <summary>A hole in the floor, which fills.</summary>
    Pit,
}

/// <summary>Something that stands on the floor of a room.</summary>
public sealed record Fixture
{
    [Id]
    public required string Id { get; init; }

    public required FixtureKind Kind { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public required FloorRectangle Area { get; init; }

    public required FixtureBase Base { get; init; }

    /// <summary>Of a pit, from the floor to its bottom; <see langword="null"/>: not measured.</summary>
    [Limits(0.01, 10, "m")]
    public double? DepthM { get; init; }

    /// <summary>The level above the bottom of a pit at which its pump starts; <see langword="null"/>: not measured, or none.</summary>
    [Limits(0, 10, "m")]
    public double? PumpStartsM { get; init; }

    /// <summary>Whether what is not measured of it is taken within the span that is usual for houses, rather than within the widest.</summary>
    public bool AssumesUsual { get; init; }
}

[JsonConverter(typeof(CamelCase<ZoneKind>))]
public enum ZoneKind
{
    /// <summary>A mop or cleaner comes there.</summary>
    Mopped,

    /// <summary>It gets splashed daily.</summary>
    Splashed,

    /// <summary>Nothing may lie there.</summary>
    KeepClear,
}

/// <summary>A part of a room's floor that is no place for a sensor.</summary>
public sealed record FloorZone
{
    public required ZoneKind Kind { get; init; }

    public required FloorRectangle Area { get; init; }
}
