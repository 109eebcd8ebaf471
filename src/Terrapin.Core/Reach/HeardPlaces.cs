using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

/// <summary>Whether a hub or repeater would hear a sensor at places of the floor.</summary>
internal sealed class HeardPlaces
{
    private readonly Plan plan;
    private readonly Dictionary<string, (RadioNet Net, IReadOnlyList<Relay> Relays)> byRadio;

    public HeardPlaces(Plan plan)
    {
        this.plan = plan;
        byRadio = ReachOfPlan.Nets(plan, RadioDevice.Of(plan)).Values
            .Select(net => (net, (IReadOnlyList<Relay>)[.. net.Relays(m => m.High).Where(r => r.Device.Place is not null)]))
            .Where(n => n.Item2.Count > 0).ToDictionary(n => n.net.Radio.Id);
    }

    /// <summary>Whether nothing known bars a place: it is barred where radio surely does not reach. A hub that is not drawn bars none.</summary>
    public bool Holds(SensorSpec spec, string storeyId, double acrossM, double downM)
    {
        if (spec.RadioId is not { } radio || !byRadio.TryGetValue(radio, out (RadioNet Net, IReadOnlyList<Relay> Relays) heard))
        {
            return true;
        }

        var place = new RadioPlace(RadioDevice.StoreyOf(plan, storeyId), acrossM, downM, RadioDevice.PuckM, RadioDevice.PuckM);
        return heard.Relays.Any(r => Math.Min(r.MarginDb, heard.Net.Radio.Margin(heard.Net.House.Between(place, r.Device.Place!.Value).Loss + r.Device.Cover).High) >= 0);
    }
}
