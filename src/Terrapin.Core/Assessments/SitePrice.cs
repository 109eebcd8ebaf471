using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>What the chosen devices of a plan cost by its catalogue.</summary>
/// <param name="Amount">Of those whose price is known, in the catalogue's currency.</param>
/// <param name="Currency"><see langword="null"/>: not said.</param>
/// <param name="Unpriced">How many devices have no price, so that the amount is a lower bound.</param>
public sealed record SitePrice(double Amount, string? Currency, int Unpriced)
{
    /// <summary>Adds up drives, sensors, hubs and repeaters.</summary>
    /// <param name="plan">A checked plan.</param>
    public static SitePrice Of(Plan plan)
    {
        PriceFigure?[] prices =
        [
            .. plan.Installation.Drives.Select(d => plan.SpecOf(d).Price),
            .. plan.Installation.Sensors.Select(s => plan.SpecOf(s).Price),
            .. plan.Installation.Hubs.Select(h => plan.SpecOf(h).Price),
            .. plan.Installation.Repeaters.Select(r => plan.SpecOf(r).Price),
        ];
        return new SitePrice(prices.Sum(p => p?.Amount ?? 0), plan.Catalogue.Currency, prices.Count(p => p is null));
    }
}
