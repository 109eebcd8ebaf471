using System.Globalization;
using Terrapin.Core.Findings;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Documents.Quantities;

/// <summary>Quantities in words, for documents; the web app shows them in the same way.</summary>
public static class ShownQuantity
{
    private const double HourS = 3600;
    private const int MinutesADay = 1440;

    /// <summary>Up to there a length of time is told in seconds alone.</summary>
    private const double SecondsAloneS = 99.5;

    /// <summary>A value in the units of the reader.</summary>
    /// <param name="kind">What is measured.</param>
    /// <param name="si">In the SI unit of the kind; °C, hours and a plain number as they are.</param>
    /// <param name="system">Of the reader.</param>
    public static string Show(QuantityKind kind, double si, UnitSystem system)
    {
        switch (kind)
        {
            case QuantityKind.Duration:
                return Duration(si);
            case QuantityKind.Hours:
                return Duration(si * HourS);
            case QuantityKind.Temperature:
                return system == UnitSystem.Us ? $"{Figure((si * 1.8) + 32)} °F" : $"{Figure(si)} °C";
            case QuantityKind.Ratio:
                return $"{Figure(si)} ×";
            default:
                ShownUnit unit = ShownUnits.All[kind][system].First(u => u.Below is not { } below || (si != 0 && Math.Abs(si) < below));
                return $"{Figure(si / unit.Size)}{(kind == QuantityKind.Angle ? "" : " ")}{unit.Name}";
        }
    }

    /// <summary>Between two ends, of which either may be open.</summary>
    public static string Show(QuantityKind kind, Interval bounds, UnitSystem system) => bounds switch
    {
        { Low: null, High: null } => "not known",
        { Low: { } low, High: null } => $"at least {Show(kind, low, system)}",
        { Low: null, High: { } high } => $"at most {Show(kind, high, system)}",
        { Low: { } low, High: { } high } when Show(kind, low, system) == Show(kind, high, system) => Show(kind, high, system),
        { Low: { } low, High: { } high } => $"{Show(kind, low, system)} to {Show(kind, high, system)}",
    };

    /// <summary>What a finding says, with its numbers in the units of the reader.</summary>
    public static string Why(Finding finding, UnitSystem system) =>
        finding.Numbers.Aggregate(finding.Why, (text, number) => text.Replace($"{{{number.Key}}}", Show(number.Value.Kind, number.Value.Value, system), StringComparison.Ordinal));

    /// <summary>Three significant figures, without an exponent.</summary>
    public static string Figure(double value)
    {
        if (value == 0)
        {
            return "0";
        }

        double size = Math.Abs(value);
        if (size >= 1000)
        {
            double step = Math.Pow(10, Math.Floor(Math.Log10(size)) - 2);
            return (Math.Sign(value) * Math.Floor((size / step) + 0.5) * step).ToString("N0", CultureInfo.InvariantCulture);
        }

        int digits = Math.Clamp(2 - (int)Math.Floor(Math.Log10(size)), 0, 6);
        string text = Fixed(size, digits);
        string bare = digits == 0 ? text : text.TrimEnd('0').TrimEnd('.');
        return value < 0 && bare != "0" ? $"-{bare}" : bare;
    }

    /// <summary>A half is rounded up, as browsers do; the framework rounds it to the even neighbour.</summary>
    private static string Fixed(double size, int digits)
    {
        const int Beyond = 40;
        string exact = size.ToString($"F{digits + Beyond}", CultureInfo.InvariantCulture);
        bool isHalf = exact[^Beyond] == '5' && exact[^(Beyond - 1)..].All(c => c == '0');
        return (isHalf ? Math.BitIncrement(size) : size).ToString($"F{digits}", CultureInfo.InvariantCulture);
    }

    /// <summary>Seconds as people say them.</summary>
    public static string Duration(double seconds)
    {
        if (seconds < SecondsAloneS)
        {
            return $"{Figure(seconds)} s";
        }

        long whole = Rounded(seconds);
        if (whole < HourS)
        {
            return $"{whole / 60} min{(whole % 60 == 0 ? "" : string.Create(CultureInfo.InvariantCulture, $" {whole % 60:00} s"))}";
        }

        long minutes = Rounded(whole / 60.0);
        return minutes < 2 * MinutesADay
            ? string.Create(CultureInfo.InvariantCulture, $"{minutes / 60} h {minutes % 60:00} min")
            : $"{Figure(minutes / (double)MinutesADay)} days";
    }

    private static long Rounded(double value) => (long)Math.Floor(value + 0.5);
}
