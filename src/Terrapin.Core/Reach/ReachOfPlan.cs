using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

/// <summary>Finds how every device of a plan is heard.</summary>
public static class ReachOfPlan
{
    /// <summary>Each sensor, drive and repeater with its best way to a hub, and each direct link.</summary>
    /// <param name="plan">A checked plan.</param>
    public static RadioReach Of(Plan plan)
    {
        IReadOnlyList<RadioDevice> devices = RadioDevice.Of(plan);
        Dictionary<string, RadioNet> nets = Nets(plan, devices);
        HashSet<string> spoken = [.. devices.Where(d => d.Role == RadioRole.Hub).SelectMany(d => d.RadioIds)];
        var links = new List<RadioLink>();
        var reached = new Dictionary<string, DeviceReach>();
        foreach (RadioNet net in nets.Values.Where(n => spoken.Contains(n.Radio.Id)))
        {
            IReadOnlyList<Relay> surely = net.Relays(m => m.Low);
            IReadOnlyList<Relay> perhaps = net.Relays(m => m.High);
            foreach (RadioDevice device in net.Devices.Where(d => d.Role != RadioRole.Hub))
            {
                if (net.Best(device, surely, perhaps) is not var (margin, way) || (reached.TryGetValue(device.Id, out DeviceReach? other) && (other.MarginDb?.Low ?? double.NegativeInfinity) >= margin.Low))
                {
                    continue;
                }

                reached[device.Id] = new DeviceReach
                {
                    DeviceId = device.Id,
                    Role = device.Role,
                    Name = device.Name,
                    RadioId = net.Radio.Id,
                    Route = [device.Id, .. way.Select(w => w.Id)],
                    MarginDb = margin.ToInterval(),
                    Standing = MarginStandings.Of(margin.ToInterval(), double.IsInfinity(margin.High)),
                    IsBlocked = double.IsInfinity(margin.High),
                };
            }
        }

        foreach (DeviceReach device in reached.Values)
        {
            RadioNet net = nets[device.RadioId!];
            foreach ((string from, string to) in device.Route.Zip(device.Route.Skip(1)).Where(hop => !links.Exists(l => l.FromId == hop.First && l.ToId == hop.Second)))
            {
                links.Add(net.Link(net.Device(from), net.Device(to), isDirect: false)!);
            }
        }

        foreach (DirectLink direct in plan.Installation.Links)
        {
            RadioNet? net = nets.Values.FirstOrDefault(n => n.Devices.Any(d => d.Id == direct.SensorId) && n.Devices.Any(d => d.Id == direct.DriveId));
            if (net?.Link(net.Device(direct.SensorId), net.Device(direct.DriveId), isDirect: true) is { } link)
            {
                links.Add(link);
            }
        }

        DeviceReach[] all = [.. devices.Where(d => d.Role != RadioRole.Hub).Select(d => reached.GetValueOrDefault(d.Id) ?? new DeviceReach { DeviceId = d.Id, Role = d.Role, Name = d.Name, Route = [], Standing = MarginStanding.Unknown, IsBlocked = false })];
        return new RadioReach
        {
            Devices = all,
            Links = links,
            WantedDb = RadioLoss.WantedDb,
            Weakest = all.Where(d => d.MarginDb is not null).MinBy(d => d.IsBlocked ? double.NegativeInfinity : d.MarginDb!.Low ?? double.NegativeInfinity),
        };
    }

    /// <summary>By the id of their radio; those whose figures are known.</summary>
    internal static Dictionary<string, RadioNet> Nets(Plan plan, IReadOnlyList<RadioDevice> devices)
    {
        RadioFigures[] radios = [.. plan.Catalogue.Radios.Where(r => devices.Any(d => d.RadioIds.Contains(r.Id))).Select(RadioFigures.Of).OfType<RadioFigures>()];
        return radios.ToDictionary(r => r.Id, r => new RadioNet(plan, r, devices));
    }
}
