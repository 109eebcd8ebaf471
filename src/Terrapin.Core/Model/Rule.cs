using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>Who is home.</summary>
[JsonConverter(typeof(CamelCase<Mode>))]
public enum Mode
{
    Home,
    Away,
    Asleep,
    Holiday,
}

[JsonConverter(typeof(CamelCase<RuleAction>))]
public enum RuleAction
{
    Close,
    TellOnly,

    /// <summary>Open the valves. Refused while something guards them that is wet or silent, or holds them shut.</summary>
    Open,
}

/// <summary>For how long a closing bars a rule from opening the valves again.</summary>
[JsonConverter(typeof(CamelCase<RuleHold>))]
public enum RuleHold
{
    /// <summary>While its sensors are wet.</summary>
    UntilDry,

    /// <summary>Until somebody has looked and resets it.</summary>
    UntilReset,
}

/// <summary>What a rule waits for.</summary>
[JsonConverter(typeof(CamelCase<RuleTrigger>))]
public enum RuleTrigger
{
    /// <summary>One of its sensors is wet.</summary>
    SensorWet,

    /// <summary>One of its sensors has sent nothing; the time is from its last message.</summary>
    SensorSilent,

    /// <summary>A mode of the rule has come; from one of them to another is no coming.</summary>
    ModeComes,
    MainsFails,

    /// <summary>The hub does not reach the internet.</summary>
    InternetFails,

    /// <summary>One of its buttons or contacts is closed.</summary>
    ButtonPressed,

    /// <summary>One of its sensors is colder than <see cref="Rule.ColderThanC"/>.</summary>
    SensorCold,

    /// <summary>Somebody has turned a valve with a drive by hand.</summary>
    ValveMoved,

    /// <summary>A valve has not come to its end after it was told to close.</summary>
    ValveFails,

    /// <summary>It is <see cref="Rule.AtMin"/>.</summary>
    TimeComes,
}

/// <summary>A part of each day. One that ends earlier than it begins goes over midnight.</summary>
public sealed record HoursOfDay
{
    /// <summary>Minutes of a day.</summary>
    public const int DayMin = 1440;

    /// <summary>From midnight to when it begins.</summary>
    [Limits(0, DayMin - 1, "min")]
    public required int FromMin { get; init; }

    /// <summary>From midnight to when it is over; the same as its beginning: it never is.</summary>
    [Limits(0, DayMin - 1, "min")]
    public required int UntilMin { get; init; }

    /// <summary>Whether it ends as it begins.</summary>
    [JsonIgnore]
    public bool IsNever => FromMin == UntilMin;

    /// <summary>The parts of a day in which no hours begin or end: when each begins, minutes from midnight, and how much of a day it takes; the whole day where there are no hours.</summary>
    /// <param name="hours">All that count; <see langword="null"/> are every hour.</param>
    public static IReadOnlyList<(int FromMin, double Share)> Parts(IEnumerable<HoursOfDay?> hours)
    {
        int[] changes = [.. hours.OfType<HoursOfDay>().Where(h => !h.IsNever).SelectMany(h => (int[])[h.FromMin, h.UntilMin]).Distinct().Order()];
        return changes.Length == 0 ? [(0, 1)] : [.. changes.Select((min, i) => (min, ((i + 1 < changes.Length ? changes[i + 1] : changes[0] + DayMin) - min) / (double)DayMin))];
    }

    /// <summary>The time of day so many minutes after midnight, or before: 0 to below a day.</summary>
    public static double TimeOfDay(double min)
    {
        double time = min - (Math.Floor(min / DayMin) * DayMin);
        // A hair before midnight is rounded up to it.
        return time < DayMin ? time : 0;
    }

    /// <summary>Whether a time of day lies in it.</summary>
    /// <param name="min">From midnight, 0 to below a day.</param>
    public bool Holds(double min) => FromMin <= UntilMin ? min >= FromMin && min < UntilMin : min >= FromMin || min < UntilMin;
}

/// <summary>
/// What it waits for is so for the confirming time, in these modes: tell, stop what is switched, and close or open after the delay or
/// leave it at that.
/// </summary>
public sealed record Rule
{
    [Id]
    public required string Id { get; init; }

    [AtMost(120)]
    public required string Name { get; init; }

    /// <summary>What it waits for; <see langword="null"/>: a wet sensor.</summary>
    public RuleTrigger? Trigger { get; init; }

    /// <summary>The sensors it listens to; with <see cref="AllBut"/> those that it does not.</summary>
    [AtMost(500)]
    public required IReadOnlyList<string> SensorIds { get; init; }

    /// <summary>Whether it listens to every sensor but those named, and so to each that is added.</summary>
    public bool AllBut { get; init; }

    /// <summary>With <see cref="AllBut"/>: only the sensors of these rooms, and each that is added there; <see langword="null"/>: of every room.</summary>
    [AtMost(200)]
    public IReadOnlyList<string>? RoomIds { get; init; }

    /// <summary>With <see cref="AllBut"/>: only the sensors with one of these tags, and each that gets one; <see langword="null"/>: tagged or not.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? Tags { get; init; }

    /// <summary>What a sensor that gets cold is below; <see langword="null"/>: nobody has said.</summary>
    [Limits(-FarthestC, FarthestC, "°C")]
    public double? ColderThanC { get; init; }

    /// <summary>From midnight to the time of day that it waits for; <see langword="null"/>: nobody has said.</summary>
    [Limits(0, HoursOfDay.DayMin - 1, "min")]
    public int? AtMin { get; init; }

    /// <summary>How many of them must be wet at once; <see langword="null"/>: one is enough.</summary>
    [Limits(1, 500, "")]
    public int? AtLeast { get; init; }

    /// <summary>The buttons it waits for; <see langword="null"/>: every one.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? ButtonIds { get; init; }

    /// <summary>How long what it waits for must be so before the rule acts; a week for a silent sensor, a day otherwise.</summary>
    [Limits(0, LongestSilenceS, "s")]
    public required double ConfirmS { get; init; }

    [AtMost(4)]
    public required IReadOnlyList<Mode> Modes { get; init; }

    /// <summary>When of the day it holds; <see langword="null"/>: at every hour.</summary>
    public HoursOfDay? Hours { get; init; }

    public required RuleAction Action { get; init; }

    /// <summary>The contacts it tells; <see langword="null"/>: all there are.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? TellIds { get; init; }

    /// <summary>The switches it stops as soon as it tells; <see langword="null"/>: none.</summary>
    [AtMost(50)]
    public IReadOnlyList<string>? StopSwitchIds { get; init; }

    /// <summary>The main valves it closes or opens; none named: every one that has a drive.</summary>
    [AtMost(50)]
    [JsonRequired]
    public IReadOnlyList<string> StopValveIds { get; init; } = [];

    /// <summary>How long its closing holds; <see langword="null"/>: until dry.</summary>
    public RuleHold? Hold { get; init; }

    /// <summary>From telling to closing or opening.</summary>
    [Limits(0, 86400, "s")]
    public required double DelayS { get; init; }

    /// <summary>Whether a pending closing is dropped when all that the rule waits for is over: its sensors dry again, the mains back.</summary>
    public required bool CancelIfDry { get; init; }

    /// <summary>The longest wait of a rule but for a silent sensor, s.</summary>
    public const double LongestS = 86400;

    /// <summary>The farthest from 0 °C that a rule waits for, °C.</summary>
    public const double FarthestC = 40;

    /// <summary>The longest silence that a rule waits for, s.</summary>
    public const double LongestSilenceS = 604800;

    /// <summary>What it waits for.</summary>
    [JsonIgnore]
    public RuleTrigger WaitsFor => Trigger ?? RuleTrigger.SensorWet;

    /// <summary>Whether it waits for sensors: wet, silent or cold.</summary>
    [JsonIgnore]
    public bool IsOfSensors => WaitsFor is RuleTrigger.SensorWet or RuleTrigger.SensorSilent or RuleTrigger.SensorCold;

    /// <summary>Whether it holds at a time of day.</summary>
    /// <param name="min">Minutes from midnight, 0 to below a day.</param>
    public bool HoldsAt(double min) => Hours?.Holds(min) != false;

    /// <summary>Whether it acts when a sensor is wet.</summary>
    /// <param name="sensor">One of the plan's.</param>
    public bool Hears(Sensor sensor) => WaitsFor == RuleTrigger.SensorWet && Names(sensor);

    /// <summary>Whether a sensor is one of those that it waits for: wet, silent or cold.</summary>
    /// <param name="sensor">One of the plan's.</param>
    public bool Names(Sensor sensor) => AllBut
        ? !SensorIds.Contains(sensor.Id) && RoomIds?.Contains(sensor.RoomId) != false && Tags?.Any(t => sensor.Tags?.Contains(t) == true) != false
        : SensorIds.Contains(sensor.Id);

    /// <summary>Whether it listens to a group of sensors that can grow: those of some rooms, or with some tags.</summary>
    [JsonIgnore]
    public bool IsOfGroup => RoomIds is not null || Tags is not null;

    /// <summary>The same rule without its sensors, its rooms and its tags.</summary>
    public Rule NamingNone() => this with { AllBut = false, RoomIds = null, Tags = null, SensorIds = [] };

    /// <summary>The same rule with each of its sensors named.</summary>
    /// <param name="sensors">The plan's.</param>
    public Rule Naming(IEnumerable<Sensor> sensors) => NamingNone() with { SensorIds = [.. sensors.Where(Names).Select(s => s.Id)] };

    /// <summary>Whether it waits for a button.</summary>
    /// <param name="buttonId">One of the plan's.</param>
    public bool IsPressedBy(string buttonId) => WaitsFor == RuleTrigger.ButtonPressed && ButtonIds?.Contains(buttonId) != false;

    /// <summary>Whether it stops a switch.</summary>
    /// <param name="switchId">One of the plan's.</param>
    public bool StopsSwitch(string switchId) => StopSwitchIds?.Contains(switchId) == true;

    /// <summary>Whether it tells a contact.</summary>
    /// <param name="contactId">One of the plan's.</param>
    public bool Tells(string contactId) => TellIds?.Contains(contactId) != false;
}
