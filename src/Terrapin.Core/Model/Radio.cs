using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>A way of speaking by radio, and what it stands.</summary>
public sealed record RadioSpec
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    public FrequencyFigure? Frequency { get; init; }

    /// <summary>What goes into the antenna.</summary>
    public LevelFigure? Power { get; init; }

    /// <summary>The weakest signal that is understood.</summary>
    public LevelFigure? Sensitivity { get; init; }

    /// <summary>Of the antenna at each end.</summary>
    public GainFigure? AntennaGain { get; init; }

    /// <summary>How many times a message may be handed on; <see langword="null"/> and 0: it goes straight to the hub.</summary>
    public CountFigure? HopLimit { get; init; }

    /// <summary>How many devices one hub holds.</summary>
    public CountFigure? DevicesPerHub { get; init; }

    /// <summary>How many sensors one drive can be linked to without a hub.</summary>
    public CountFigure? DirectLinksPerDrive { get; init; }
}

/// <summary>Hands messages on, from an outlet.</summary>
public sealed record RepeaterSpec
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>The radio that it speaks; <see langword="null"/>: not known.</summary>
    [Id]
    public string? RadioId { get; init; }

    public PriceFigure? Price { get; init; }
}

public sealed record FrequencyFigure
{
    [Limits(100, 100000, "MHz")]
    public required double Mhz { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record LevelFigure
{
    [Limits(-160, 40, "dBm")]
    public required double Dbm { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record GainFigure
{
    [Limits(-20, 20, "dB")]
    public required double Db { get; init; }

    public required Provenance Provenance { get; init; }
}

public sealed record CountFigure
{
    [Limits(0, 1000, "")]
    public required double N { get; init; }

    public required Provenance Provenance { get; init; }
}

/// <summary>Where a device hangs or stands in the building.</summary>
public sealed record DrawnPlace
{
    [Id]
    public required string StoreyId { get; init; }

    public required FloorPoint At { get; init; }

    /// <summary>Above the storey's floor; <see langword="null"/>: not measured.</summary>
    [Limits(0, 10, "m")]
    public double? HeightM { get; init; }
}

/// <summary>What a device's radio has to get out of, beside the walls.</summary>
[JsonConverter(typeof(CamelCase<RadioCover>))]
public enum RadioCover
{
    None,

    /// <summary>Under a metal lid.</summary>
    MetalLid,

    /// <summary>In a pit, below the ground.</summary>
    Pit,

    /// <summary>In a metal cupboard.</summary>
    MetalCupboard,
}

/// <summary>Runs the rules. The first of an installation runs them all.</summary>
public sealed record Hub
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Id in the catalogue.</summary>
    [Id]
    public required string SpecId { get; init; }

    /// <summary><see langword="null"/>: not decided.</summary>
    public DrawnPlace? Place { get; init; }

    public RadioCover Cover { get; init; }

    /// <summary>Whether a cable joins it to the router.</summary>
    public Answer OnCable { get; init; }

    /// <summary>Whether a battery carries it through a power cut.</summary>
    public Answer HasBackup { get; init; }

    /// <summary>How long it carries the hub and the router; <see langword="null"/>: not known.</summary>
    [Limits(0, 10000, "h")]
    public double? BackupH { get; init; }
}

public sealed record Repeater
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>Id in the catalogue.</summary>
    [Id]
    public required string SpecId { get; init; }

    /// <summary><see langword="null"/>: not decided.</summary>
    public DrawnPlace? Place { get; init; }

    public RadioCover Cover { get; init; }
}

/// <summary>A sensor that orders a drive to close, without a hub.</summary>
public sealed record DirectLink
{
    [Id]
    public required string SensorId { get; init; }

    [Id]
    public required string DriveId { get; init; }
}

/// <summary>A signal as it was read in place, lids and doors shut. It counts in place of what is predicted.</summary>
public sealed record SignalReading
{
    /// <summary>A sensor, drive or repeater.</summary>
    [Id]
    public required string FromId { get; init; }

    /// <summary>The hub, repeater or drive that hears it.</summary>
    [Id]
    public required string ToId { get; init; }

    /// <summary>As a device says it; <see langword="null"/>: it shows bars.</summary>
    [Limits(-160, 0, "dBm")]
    public double? Dbm { get; init; }

    /// <summary>Bars of five that it shows; <see langword="null"/>: it says dBm.</summary>
    [Limits(0, 5, "")]
    public int? Bars { get; init; }
}
