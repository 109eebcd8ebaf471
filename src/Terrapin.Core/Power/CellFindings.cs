using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Power;

/// <summary>Whether the cells of a battery suit the cold of their place.</summary>
internal static class CellFindings
{
    /// <summary>Where the cold leaves less, it is said.</summary>
    private const double LittleShare = 0.75;

    /// <summary>A motor that draws more pulls alkaline cells down before they are empty, A: our own screening value.</summary>
    private const double HardDrawA = 0.5;

    /// <param name="name">What runs on the battery, as it is called in a sentence.</param>
    /// <param name="cells">What it is made of.</param>
    /// <param name="lithiumAllowed">Whether the maker allows lithium cells.</param>
    /// <param name="coldestC">The coldest that it gets, °C; <see langword="null"/>: not said.</param>
    /// <param name="where">The field of the cells.</param>
    public static void AddCold(string name, BatteryCells cells, Answer lithiumAllowed, double? coldestC, string where, FindingCollector found)
    {
        if (coldestC is not { } atC)
        {
            return;
        }

        (string, QuantityKind, double) cold = ("coldest", QuantityKind.Temperature, atC);
        switch (ColdShare.Of(cells, atC))
        {
            case null:
                found.Add(FindingKinds.CellsUnknownInCold, where, $"It gets down to {{coldest}} and it is not known what the cells of {name} are: how long they last there is not known.", "Look at the cells: alkaline or lithium.", cold);
                break;
            case < LittleShare and var share when cells == BatteryCells.Alkaline:
                found.Add(
                    FindingKinds.CellsWeakInCold,
                    share > 0 ? Severity.Caution : Severity.Stop,
                    where,
                    share > 0 ? $"It gets down to {{coldest}}, where the alkaline cells of {name} give {Percent(share)} of their charge; lithium cells would give {Percent(ColdShare.Of(BatteryCells.Lithium, atC)!.Value)}." : $"It gets down to {{coldest}}, where the alkaline cells of {name} give nothing.",
                    lithiumAllowed switch
                    {
                        Answer.Yes => "Put lithium cells in.",
                        Answer.No => "Choose a device that takes lithium cells, or put it in a warmer place: this one takes none.",
                        _ => "Put lithium cells in, if the maker allows them.",
                    },
                    cold);
                break;
        }
    }

    private static string Percent(double share) => $"{Math.Round(100 * share)} %";

    /// <summary>A motor on alkaline cells that draws hard.</summary>
    /// <param name="spec">The drive, which lives on its batteries.</param>
    /// <param name="cells">What they are made of.</param>
    /// <param name="where">The field of the cells.</param>
    public static void AddHardDraw(DriveSpec spec, BatteryCells cells, string where, FindingCollector found)
    {
        if (cells == BatteryCells.Alkaline && spec is { Battery: { } battery, Stroke: { } stroke } && battery.StrokeJ / battery.VoltageV / stroke.S is > HardDrawA and var amps)
        {
            found.Add(
                FindingKinds.MotorDrawsHard,
                where,
                $"{spec.Name} draws about {Math.Round(amps, 1)} A while it turns: alkaline cells give way under that before they are empty.",
                battery.LithiumAllowed == Answer.No ? "Change them early, at half of what the model says." : $"Put lithium cells in{(battery.LithiumAllowed == Answer.Yes ? "" : ", if the maker allows them")}.");
        }
    }
}
