using System.Text.Json.Serialization;

namespace Terrapin.Core.Model;

/// <summary>Something that is broken when the water begins to run, and stays so.</summary>
[JsonConverter(typeof(CamelCase<Fault>))]
public enum Fault
{
    /// <summary>The mains fails with the first drop.</summary>
    MainsFailed,
    InternetFailed,
    RouterFailed,
    HubFailed,

    /// <summary>The service outside the house that runs the rules.</summary>
    CloudFailed,

    /// <summary>The sensor that would know first; it has said so beforehand.</summary>
    SensorFlat,

    /// <summary>The sensor that would know first; it died without a sign.</summary>
    SensorDead,

    /// <summary>The hub does not hear the sensor that would know first; a drive that is linked to it does.</summary>
    SensorOutOfReach,

    /// <summary>The batteries of every drive that lives on them.</summary>
    DriveBatteryFlat,

    /// <summary>Every drive stops half way: at <see cref="Faults.StallDeg"/>.</summary>
    DriveStalls,

    /// <summary>Every drive is caught at <see cref="Faults.StallDeg"/> on its first stroke; a second goes on from there to its end.</summary>
    DriveSnags,

    /// <summary>Every valve lets water through when it is shut; how much is not known.</summary>
    ValvePasses,

    /// <summary>Direct links were learned with the valve open: they order it open.</summary>
    LinkLearnedOpen,

    /// <summary>The hub takes open for closed: its closing opens.</summary>
    EndsSwapped,

    /// <summary>The telephones that are told.</summary>
    TelephonesMuted,

    /// <summary>Everybody is told, and nobody does anything.</summary>
    NobodyAnswers,
}

/// <summary>All the faults there are.</summary>
public static class Faults
{
    /// <summary>Where a drive that stalls leaves the handle, degrees from open: half way, our own choice.</summary>
    public const double StallDeg = 45;

    public static IReadOnlyList<Fault> All { get; } = Enum.GetValues<Fault>();

    /// <summary>Those that can begin, and be over, while a leak runs. The others are there long before, or are what people do.</summary>
    public static IReadOnlyList<Fault> ComeAndGo { get; } =
    [
        Fault.MainsFailed, Fault.InternetFailed, Fault.RouterFailed, Fault.HubFailed, Fault.CloudFailed,
        Fault.SensorFlat, Fault.SensorDead, Fault.SensorOutOfReach, Fault.DriveBatteryFlat, Fault.TelephonesMuted,
    ];
}
