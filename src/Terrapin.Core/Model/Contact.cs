using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>How somebody is told.</summary>
[JsonConverter(typeof(CamelCase<AlertWay>))]
public enum AlertWay
{
    /// <summary>A message to a telephone.</summary>
    Message,

    /// <summary>A call to a telephone.</summary>
    Call,

    /// <summary>A siren in the house.</summary>
    Siren,

    /// <summary>A voice in the house.</summary>
    Spoken,
}

/// <summary>Somebody who is told when it leaks.</summary>
public sealed record Contact
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    [AtMost(4)]
    public required IReadOnlyList<AlertWay> Ways { get; init; }

    /// <summary>Who is home when they can be reached.</summary>
    [AtMost(4)]
    public required IReadOnlyList<Mode> Modes { get; init; }

    /// <summary>When of the day they can be reached; <see langword="null"/>: at every hour.</summary>
    public HoursOfDay? Hours { get; init; }

    /// <summary>From being told until they have shut the water off by hand; <see langword="null"/>: not said.</summary>
    [Limits(0, 604800, "s")]
    public double? ActsAfterS { get; init; }

    /// <summary>
    /// Whether a way is heard by them: siren and voice by who is in the house, a message by nobody who sleeps.
    /// </summary>
    /// <param name="way">One of theirs.</param>
    /// <param name="mode">Who is home.</param>
    /// <param name="atMin">The time of day, minutes from midnight, 0 to below a day.</param>
    public bool Hears(AlertWay way, Mode mode, double atMin) => Hours?.Holds(atMin) != false && HearsIn(way, mode);

    /// <summary>The same at the hours when they can be reached.</summary>
    /// <param name="way">One of theirs.</param>
    /// <param name="mode">Who is home.</param>
    public bool HearsIn(AlertWay way, Mode mode) => Modes.Contains(mode) && way switch
    {
        AlertWay.Message => mode != Mode.Asleep,
        AlertWay.Call => true,
        _ => mode is Mode.Home or Mode.Asleep,
    };

    /// <summary>Whether any of their ways is heard by them.</summary>
    /// <param name="mode">Who is home.</param>
    /// <param name="atMin">The time of day, minutes from midnight, 0 to below a day.</param>
    public bool Hears(Mode mode, double atMin) => Ways.Any(way => Hears(way, mode, atMin));
}
