using System.Globalization;
using System.Text.RegularExpressions;

namespace Terrapin.Documents.Quantities;

/// <summary>Reads what a person typed into a measurement field.</summary>
public static partial class TypedQuantity
{
    private sealed record Pair(TypedKind First, TypedKind Second, Regex Between);

    private static readonly Dictionary<TypedKind, Pair> Pairs = new()
    {
        [TypedKind.PullAtArm] = new(TypedKind.Force, TypedKind.SmallLength, AtPattern()),
        [TypedKind.PressureAtFlow] = new(TypedKind.Pressure, TypedKind.Flow, AtPattern()),
        [TypedKind.LengthByWidth] = new(TypedKind.Length, TypedKind.Length, ByPattern()),
    };

    /// <summary>Reads one quantity, or two joined by "at".</summary>
    /// <param name="kind">What the field takes.</param>
    /// <param name="text">As typed: numbers, fractions such as <c>5 1/2</c>, with or without a unit.</param>
    /// <param name="system">Which unit a bare number is in.</param>
    /// <returns>SI values, one or two.</returns>
    /// <exception cref="FormatException">It cannot be understood; says what was expected.</exception>
    public static IReadOnlyList<double> Read(TypedKind kind, string text, UnitSystem system)
    {
        if (Pairs.TryGetValue(kind, out Pair? pair))
        {
            return ReadTwo(pair, text, system) is var (first, second) ? [first, second] : throw new FormatException($"Two readings belong here, such as \"{Example(kind, system)}\".");
        }

        return kind switch
        {
            TypedKind.Flow when ReadTwo(InTime, text, system) is var (volumeM3, timeS) =>
                [timeS > 0 ? volumeM3 / timeS : throw new FormatException("The time has to be above zero, as in 10 L in 50 s.")],
            TypedKind.Bore when ReadTwo(OutsideByWall, text, system) is var (outsideM, wallM) =>
                [outsideM > 2 * wallM && wallM > 0 ? outsideM - (2 * wallM) : throw new FormatException("Give the outside first and then the wall, as printed on the pipe: 22 x 3.")],
            _ => [ReadOne(kind, text, system)],
        };
    }

    /// <summary>A jug against the watch.</summary>
    private static readonly Pair InTime = new(TypedKind.Volume, TypedKind.Duration, InPattern());

    private static readonly Pair OutsideByWall = new(TypedKind.SmallLength, TypedKind.SmallLength, ByPattern());

    private static (double First, double Second)? ReadTwo(Pair pair, string text, UnitSystem system)
    {
        string[] parts = pair.Between.Split(text.Trim());
        if (parts.Length != 2)
        {
            return null;
        }

        // "8 x 6.5 ft": a unit at the end goes for both.
        string unit = pair.First == pair.Second && IsBare(parts[0]) ? UnitOf(parts[1]) : "";
        return (Read(pair.First, parts[0] + unit, system)[0], Read(pair.Second, parts[1], system)[0]);
    }

    private static double ReadOne(TypedKind kind, string text, UnitSystem system)
    {
        UnitTable.Kind units = UnitTable.Kinds[kind];
        string bare = system == UnitSystem.Metric ? units.Metric : units.Us;
        MatchCollection terms = TermPattern().Matches(text.Trim());
        if (terms.Count == 0 || terms.Sum(t => t.Length) != text.Trim().Length)
        {
            throw new FormatException($"\"{text.Trim()}\" is no number with a unit. Write it like {Example(kind, system)}.");
        }

        // A sign stands in front and goes for all that follows: -5 ft 6 in lies 5 ft 6 in below.
        double sign = Sign(terms[0]);
        double sum = 0;
        foreach (Match term in terms)
        {
            if (term.Index > 0 && term.Groups["sign"].Success)
            {
                throw new FormatException($"\"{text.Trim()}\": a sign stands once, in front. Write it like {Example(kind, system)}.");
            }

            string name = term.Groups["unit"].Value.ToLowerInvariant();
            if (name.Length == 0 && terms.Count > 1)
            {
                throw new FormatException($"\"{text.Trim()}\": each part needs its unit. Write it like {Example(kind, system)}.");
            }

            if (!units.Names.TryGetValue(name.Length == 0 ? bare : name, out Unit unit))
            {
                string known = string.Join(", ", units.Names.Keys.Where(n => n.Length > 0));
                throw new FormatException($"\"{term.Groups["unit"].Value}\" is no unit for this. {(known.Length > 0 ? $"Use {known}." : "Give the bare number.")}");
            }

            sum += unit.ToSi(terms.Count == 1 ? sign * Number(term) : Number(term));
        }

        return terms.Count == 1 ? sum : sign * sum;
    }

    private static double Sign(Match term) => term.Groups["sign"].Value is "-" or "−" ? -1 : 1;

    private static double Number(Match term)
    {
        double whole = term.Groups["whole"].Success ? Digits(term.Groups["whole"].Value) : 0;
        if (!term.Groups["top"].Success)
        {
            return whole;
        }

        double bottom = Digits(term.Groups["bottom"].Value);
        return bottom != 0 ? whole + (Digits(term.Groups["top"].Value) / bottom) : throw new FormatException("A fraction over zero is no number.");
    }

    private static double Digits(string digits)
    {
        if (IsThousands(digits))
        {
            throw new FormatException($"\"{digits}\" can be read in two ways. Write thousands without a comma, and decimals with a point.");
        }

        return double.Parse(digits.Replace(',', '.'), CultureInfo.InvariantCulture);
    }

    private static string Example(TypedKind kind, UnitSystem system) => (kind, system) switch
    {
        (TypedKind.PullAtArm, UnitSystem.Metric) => "85 N at 140 mm",
        (TypedKind.PullAtArm, _) => "19 lb at 5 1/2 in",
        (TypedKind.PressureAtFlow, UnitSystem.Metric) => "2.1 bar at 15 L/min",
        (TypedKind.PressureAtFlow, _) => "45 psi at 4 gpm",
        (TypedKind.LengthByWidth, UnitSystem.Metric) => "3.2 x 2.4",
        (TypedKind.LengthByWidth, _) => "10 x 8",
        (TypedKind.Length, UnitSystem.Metric) => "2.4 m",
        (TypedKind.Length, _) => "7 ft 10 in",
        (TypedKind.SmallLength, UnitSystem.Metric) => "20.2 mm",
        (TypedKind.SmallLength, _) => "3/4 in",
        (TypedKind.Pressure, UnitSystem.Metric) => "3.5 bar",
        (TypedKind.Pressure, _) => "60 psi",
        (TypedKind.Flow, UnitSystem.Metric) => "15 L/min, or 10 L in 50 s",
        (TypedKind.Flow, _) => "4 gpm, or 1 gal in 15 s",
        (TypedKind.Volume, UnitSystem.Metric) => "60 L",
        (TypedKind.Volume, _) => "16 gal",
        (TypedKind.Force, UnitSystem.Metric) => "85 N",
        (TypedKind.Force, _) => "19 lbf",
        (TypedKind.Angle, _) => "90°",
        (TypedKind.Torque, UnitSystem.Metric) => "12 N·m",
        (TypedKind.Torque, _) => "9 lbf·ft",
        (TypedKind.Temperature, UnitSystem.Metric) => "-5 °C",
        (TypedKind.Temperature, _) => "23 °F",
        (TypedKind.Bore, UnitSystem.Metric) => "20.2 mm, or 22 x 3 as printed on the pipe",
        (TypedKind.Bore, _) => "3/4 in",
        (TypedKind.Number, _) => "8",
        _ => "12 s",
    };

    [GeneratedRegex(@"\s+at\s+|\s*@\s*", RegexOptions.IgnoreCase)]
    private static partial Regex AtPattern();

    [GeneratedRegex(@"\s+in\s+", RegexOptions.IgnoreCase)]
    private static partial Regex InPattern();

    [GeneratedRegex(@"\s*[x×*]\s*|\s+by\s+", RegexOptions.IgnoreCase)]
    private static partial Regex ByPattern();

    /// <summary>A number without a unit.</summary>
    private static bool IsBare(string text) => text.Length > 0 && text.All(IsOfNumber);

    /// <summary>What stands behind the number; empty without a unit.</summary>
    private static string UnitOf(string text) => text[(text.Length - text.Reverse().TakeWhile(c => !IsOfNumber(c)).Count())..];

    private static bool IsOfNumber(char c) => char.IsDigit(c) || char.IsWhiteSpace(c) || c is '.' or ',' or '/';

    /// <summary>Up to three digits, a comma and three more: a thousand or a decimal.</summary>
    private static bool IsThousands(string digits) =>
        digits.IndexOf(',') is >= 1 and <= 3 and var comma && digits.Length == comma + 4 && digits.Remove(comma, 1).All(char.IsDigit);

    // "5 1/2 in", "3/4 in", "-0.4 m", "60psi", "5 ft 6 in" as two terms, or a bare number.
    [GeneratedRegex("""\G(?<sign>[-+−])?\s*(?:(?:(?<whole>\d+)\s+)?(?<top>\d+)\s*/\s*(?<bottom>\d+)|(?<whole>\d+(?:[.,]\d+)?|[.,]\d+))\s*(?<unit>[^\d\s+−-][^\d\s]*3?(?:/[a-zA-Z]+)?|)\s*""")]
    private static partial Regex TermPattern();
}
