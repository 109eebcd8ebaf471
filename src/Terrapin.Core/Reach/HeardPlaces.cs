using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

/// <summary>Whether a hub or repeater would hear a sensor at places of the floor.</summary>
internal sealed class HeardPlaces
{
    private readonly Dictionary<string, int> storeys;
    private readonly Dictionary<string, (RadioNet Net, IReadOnlyList<Relay> Relays)> byRadio;

    public HeardPlaces(Plan plan)
    {
        storeys = plan.Building.Storeys.Select((s, i) => (s.Id, i)).ToDictionary();
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

        var place = RadioPlace.OnFloor(storeys[storeyId], acrossM, downM);
        return heard.Relays.Any(r => Math.Min(r.MarginDb, heard.Net.MarginAt(place, r.Device).High) >= 0);
    }
}
