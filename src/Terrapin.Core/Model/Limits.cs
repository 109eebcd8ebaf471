namespace Terrapin.Core.Model;

/// <summary>The range in which a number of the plan can be true, and its SI unit for messages and the schema.</summary>
/// <param name="min">Smallest accepted value, in <paramref name="unit"/>.</param>
/// <param name="max">Largest accepted value, in <paramref name="unit"/>.</param>
/// <param name="unit">The SI unit, such as <c>m</c> or <c>m³/s</c>.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class LimitsAttribute(double min, double max, string unit) : Attribute
{
    public double Min { get; } = min;
    public double Max { get; } = max;
    public string Unit { get; } = unit;
}

/// <summary>How many entries a list of the plan, or characters a text of the plan, may hold.</summary>
/// <param name="max">The most that is accepted.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class AtMostAttribute(int max) : Attribute
{
    public int Max { get; } = max;
}

/// <summary>
/// A short readable identifier: lower-case letters, digits and hyphens, starting with a letter or digit, at most 40.
/// </summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class IdAttribute : Attribute
{
    public const string Pattern = "^[a-z0-9][a-z0-9-]{0,39}$";

    /// <summary>Whether a text is such an identifier.</summary>
    public static bool IsId(string text) =>
        text.Length is > 0 and <= 40 && text[0] != '-' && text.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-');
}
