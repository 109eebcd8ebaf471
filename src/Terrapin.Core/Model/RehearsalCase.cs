using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>What can happen while a leak runs.</summary>
[JsonConverter(typeof(CamelCase<MeanwhileKind>))]
public enum MeanwhileKind
{
    ModeBecomes,

    /// <summary>The water of a leak is wiped up; it may run on.</summary>
    WipedUp,

    /// <summary>A leak ends by itself, or somebody turns it off.</summary>
    LeakEnds,

    /// <summary>Another leak begins.</summary>
    LeakStarts,
    ButtonPressed,

    /// <summary>Somebody resets what holds a valve shut.</summary>
    Reset,

    /// <summary>Somebody opens a stop valve by hand.</summary>
    ValveOpened,

    /// <summary>A sensor falls to a temperature.</summary>
    GetsCold,

    /// <summary>What time of day it is then. Without one the leak begins at the worst.</summary>
    TimeIs,

    /// <summary>Something breaks that worked until then.</summary>
    Breaks,

    /// <summary>Something that was broken works again.</summary>
    WorksAgain,
}

/// <summary>Something that happens while a leak runs.</summary>
public sealed record Meanwhile
{
    /// <summary>The latest that something happens, s.</summary>
    public const double LatestS = 604800;

    /// <summary>From the first drop.</summary>
    [Limits(0, LatestS, "s")]
    public required double AtS { get; init; }

    public required MeanwhileKind Kind { get; init; }

    /// <summary>What the mode becomes.</summary>
    public Mode? Mode { get; init; }

    /// <summary>The leak that begins, ends or is wiped up; <see langword="null"/> where it is the one that is rehearsed.</summary>
    [Id]
    public string? LeakId { get; init; }

    /// <summary>The button that is pressed.</summary>
    [Id]
    public string? ButtonId { get; init; }

    /// <summary>The stop valve that is opened.</summary>
    [Id]
    public string? StopValveId { get; init; }

    /// <summary>The sensor that gets cold.</summary>
    [Id]
    public string? SensorId { get; init; }

    /// <summary>How cold it gets.</summary>
    [Limits(-40, 40, "°C")]
    public double? Celsius { get; init; }

    /// <summary>From midnight to the time of day.</summary>
    [Limits(0, HoursOfDay.DayMin - 1, "min")]
    public int? Min { get; init; }

    /// <summary>What breaks or works again: one of <see cref="Faults.ComeAndGo"/>.</summary>
    public Fault? Fault { get; init; }
}

/// <summary>A rehearsal that is kept with the plan, and must go on coming out as well as it did.</summary>
public sealed record RehearsalCase
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    [Id]
    public required string LeakId { get; init; }

    public required Mode Mode { get; init; }

    /// <summary>What is broken.</summary>
    [AtMost(30)]
    public required IReadOnlyList<Fault> Faults { get; init; }

    /// <summary>What happens while it runs.</summary>
    [AtMost(50)]
    public required IReadOnlyList<Meanwhile> Meanwhile { get; init; }

    /// <summary>The most that may be lost, of all its leaks together.</summary>
    [Limits(0, 1000, "m³")]
    public required double MostM3 { get; init; }
}
