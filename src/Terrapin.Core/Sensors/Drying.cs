using Terrapin.Core.Model;

namespace Terrapin.Core.Sensors;

/// <summary>How long a sensor says wet after the water round it has been wiped up: our own figures, assumed.</summary>
public static class Drying
{
    /// <summary>A rope's weave holds water long, and a cup until somebody empties it; open contacts dry soon.</summary>
    /// <param name="kind">Of the sensor.</param>
    /// <returns>s</returns>
    public static double AfterS(SensorKind kind) => kind switch
    {
        SensorKind.Rope => 1800,
        SensorKind.SpotWithCup => 600,
        _ => 60,
    };
}
