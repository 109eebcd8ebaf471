namespace Terrapin.Core.Hydraulics;

/// <summary>Water at 20 °C and the constants around it.</summary>
public static class Water
{
    public const double DensityKgPerM3 = 998.2;
    public const double KinematicViscosityM2PerS = 1.004e-6;
    public const double SurfaceTensionNPerM = 0.0728;
    public const double GravityMPerS2 = 9.80665;
    public const double AtmospherePa = 101_325;
}

/// <summary>Argument checks shared by the models.</summary>
internal static class Require
{
    public static double Finite(double value, string name) =>
        double.IsFinite(value) ? value : throw new ArgumentOutOfRangeException(name, value, "Must be a finite number.");

    public static double NotNegative(double value, string name) =>
        Finite(value, name) >= 0 ? value : throw new ArgumentOutOfRangeException(name, value, "Must not be negative.");

    public static double Share(double value, string name) =>
        value is >= 0 and <= 1 ? value : throw new ArgumentOutOfRangeException(name, value, "Must lie between 0 and 1.");

    public static double Positive(double value, string name) =>
        Finite(value, name) > 0 ? value : throw new ArgumentOutOfRangeException(name, value, "Must be greater than zero.");
}
