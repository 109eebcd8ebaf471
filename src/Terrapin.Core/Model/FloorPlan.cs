using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>A floor of the building that rooms are drawn on; the highest first in the plan's list.</summary>
public sealed record Storey
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Its walls to the outside, where nothing else is said of a stretch; <see langword="null"/>: not looked at.</summary>
    public WallMake? OuterWalls { get; init; }

    /// <summary>Its walls between rooms.</summary>
    public WallMake? InnerWalls { get; init; }

    /// <summary>From its floor to the floor above; <see langword="null"/>: not measured.</summary>
    [Limits(1.5, 20, "m")]
    public double? HeightM { get; init; }

    /// <summary>What its own floor, with the ceiling below, takes from a radio wave; <see langword="null"/>: not known.</summary>
    [Limits(0, 60, "dB")]
    public double? FloorLossDb { get; init; }

    /// <summary>A picture that lies under the drawing.</summary>
    public FloorPicture? Picture { get; init; }
}

/// <summary>A photograph or scan of a plan, at the drawing's scale.</summary>
public sealed record FloorPicture
{
    /// <summary>Of the site's photographs.</summary>
    [Id]
    public required string PhotographId { get; init; }

    /// <summary>Its upper left corner.</summary>
    public required FloorPoint At { get; init; }

    /// <summary>How wide it is on the drawing.</summary>
    [Limits(0.1, 1000, "m")]
    public required double LengthM { get; init; }
}

[JsonConverter(typeof(CamelCase<WallMaterial>))]
public enum WallMaterial
{
    Brick,
    Concrete,
    Plasterboard,
    Wood,
    Chipboard,
    Glass,
    Metal,
}

/// <summary>What a wall is made of.</summary>
public sealed record WallMake
{
    public required WallMaterial Material { get; init; }

    /// <summary><see langword="null"/>: not measured.</summary>
    [Limits(0.001, 3, "m")]
    public double? ThicknessM { get; init; }
}

/// <summary>A stretch of wall that is made otherwise than the rest of its storey.</summary>
public sealed record Wall
{
    [Id]
    public required string Id { get; init; }

    [Id]
    public required string StoreyId { get; init; }

    /// <summary>Its left or upper end.</summary>
    public required FloorPoint At { get; init; }

    public required WallDirection Direction { get; init; }

    [Limits(0.1, 200, "m")]
    public required double LengthM { get; init; }

    public required WallMake Make { get; init; }
}

/// <summary>A place on a storey, metres from the drawing's upper left corner, across to the right and down.</summary>
public sealed record FloorPoint
{
    [Limits(-500, 500, "m")]
    public required double AcrossM { get; init; }

    [Limits(-500, 500, "m")]
    public required double DownM { get; init; }
}

/// <summary>A rectangle on a storey.</summary>
public sealed record FloorRectangle
{
    [Limits(-500, 500, "m")]
    public required double AcrossM { get; init; }

    [Limits(-500, 500, "m")]
    public required double DownM { get; init; }

    /// <summary>Along x.</summary>
    [Limits(0.1, 200, "m")]
    public required double LengthM { get; init; }

    /// <summary>Along y.</summary>
    [Limits(0.1, 200, "m")]
    public required double WidthM { get; init; }

    public double RightM() => AcrossM + LengthM;

    public double BottomM() => DownM + WidthM;

    /// <summary>Whether a place lies in it; its edges count.</summary>
    public bool Holds(double xM, double yM) => xM >= AcrossM && xM <= RightM() && yM >= DownM && yM <= BottomM();
}

/// <summary>How a floor slopes: one way, or from all sides to a low point.</summary>
public sealed record FloorFall
{
    [Limits(0, 20, "%")]
    public required double PerCent { get; init; }

    /// <summary>Where it runs to, from x (to the right) clockwise as drawn; not used with a low point.</summary>
    [Limits(0, 360, "°")]
    public double TowardsDeg { get; init; }

    public FloorPoint? LowPoint { get; init; }
}

public sealed record FloorDrain
{
    public required FloorPoint At { get; init; }

    /// <summary>The most it takes; <see langword="null"/>: not known.</summary>
    [Limits(1e-6, 0.05, "m³/s")]
    public double? CapacityM3PerS { get; init; }
}

[JsonConverter(typeof(CamelCase<WallDirection>))]
public enum WallDirection
{
    /// <summary>The wall runs along x.</summary>
    AlongX,

    /// <summary>The wall runs along y.</summary>
    AlongY,
}

/// <summary>An opening in the wall between two rooms.</summary>
public sealed record Doorway
{
    [Id]
    public required string Id { get; init; }

    [Id]
    public required string StoreyId { get; init; }

    /// <summary>Its left or upper end, on the wall.</summary>
    public required FloorPoint At { get; init; }

    public required WallDirection Wall { get; init; }

    [Limits(0.1, 20, "m")]
    public required double WidthM { get; init; }

    /// <summary>How far its threshold stands above the floor; 0: there is none; <see langword="null"/>: not measured.</summary>
    [Limits(0, 0.5, "m")]
    public double? ThresholdM { get; init; }

    /// <summary>Whether what is not measured of it is taken within the span that is usual for houses, rather than within the widest.</summary>
    public bool AssumesUsual { get; init; }
}

/// <summary>A stair or gap through which water falls to the storey below.</summary>
public sealed record FloorOpening
{
    [Id]
    public required string Id { get; init; }

    [Id]
    public required string StoreyId { get; init; }

    public required FloorRectangle Area { get; init; }

    [Id]
    public required string ToStoreyId { get; init; }

    /// <summary>Where the water lands.</summary>
    public required FloorPoint LandsAt { get; init; }
}
