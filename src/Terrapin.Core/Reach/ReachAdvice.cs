using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Sensors;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Reach;

/// <summary>Where the hub hears all devices best.</summary>
/// <param name="Place">On a wall; its height stays open.</param>
/// <param name="WorstDb">The least margin of a device then, dB, at the worse end of what is not known; <see langword="null"/>: one is blocked everywhere.</param>
/// <param name="WorstDeviceId">Which device that is.</param>
/// <param name="NowDb">The same with the hub where it is; <see langword="null"/>: it is not drawn, or one is blocked.</param>
public sealed record HubPlace(DrawnPlace Place, double? WorstDb, string WorstDeviceId, double? NowDb);

/// <summary>A repeater that brings some devices above the wanted margin.</summary>
/// <param name="Place">On a wall.</param>
/// <param name="Lifts">The devices that need it; empty: it passes on what the next one hears.</param>
/// <param name="MarginDb">The least margin of them by this way, its own hop to the hub included, dB.</param>
public sealed record RepeaterPlace(DrawnPlace Place, IReadOnlyList<string> Lifts, double MarginDb);

/// <summary>The fewest repeaters that bring every device above the wanted margin.</summary>
/// <param name="RadioId">The radio that was looked at.</param>
/// <param name="SpecId">A repeater of the catalogue that speaks it; <see langword="null"/>: there is none.</param>
/// <param name="WantedDb">The margin that was aimed at, dB.</param>
/// <param name="Weak">The devices below it now.</param>
/// <param name="Places">Empty where none is needed, or none helps.</param>
/// <param name="Left">The devices that no repeater brings above it.</param>
public sealed record RepeaterAdvice(string RadioId, string? SpecId, double WantedDb, IReadOnlyList<string> Weak, IReadOnlyList<RepeaterPlace> Places, IReadOnlyList<string> Left);

/// <summary>Tries places for the hub and for repeaters on a grid over every room.</summary>
public static class ReachAdvice
{
    private const double UsualStepM = 0.25;
    private const int MostPlaces = 12_000;
    private const int MostRepeaters = 6;

    /// <summary>Of two new ones in a row, so many places are tried for each.</summary>
    private const int MostInChain = 250;

    /// <summary>The best place of the plan's first hub: the one whose weakest device has the most in hand.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no hub, no drawn room, or no drawn device that it understands.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static HubPlace BestHub(Plan plan, CancellationToken cancel = default)
    {
        IReadOnlyList<RadioDevice> devices = RadioDevice.Of(plan);
        RadioDevice hub = devices.FirstOrDefault(d => d.Role == RadioRole.Hub) ?? throw Refused("/installation/hubs", "Choose the hub first.");
        RadioNet[] nets = [.. ReachOfPlan.Nets(plan, devices).Values.Where(n => hub.RadioIds.Contains(n.Radio.Id))];
        if (!nets.Any(n => n.Devices.Any(d => d.Role != RadioRole.Hub && d.Place is not null)))
        {
            throw Refused("/installation", "No device on the drawing speaks a radio of this hub. Draw sensors or the drive first.");
        }

        RadioPlace[] places = Places(plan);
        var tried = new (double Worst, double Sum, string DeviceId)[places.Length];
        Work.InParallel(places.Length, cancel, i => tried[i] = Heard(nets, hub, places[i]));
        int best = Enumerable.Range(0, places.Length).MaxBy(i => (tried[i].Worst, tried[i].Sum));
        double? now = hub.Place is { } place ? Finite(Heard(nets, hub, place).Worst) : null;
        return new HubPlace(Drawn(plan, places[best]), Finite(tried[best].Worst), tried[best].DeviceId, now);
    }

    /// <summary>
    /// The fewest repeaters, each within the wanted margin of the hub or of a repeater that is there. What no single one brings above it is
    /// tried with two new ones in a row, on a coarser grid.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="radioId">A radio of its catalogue.</param>
    /// <param name="wantedDb">The margin to be reached, dB.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such radio, no hub or no drawn room.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static RepeaterAdvice Repeaters(Plan plan, string radioId, double wantedDb = RadioLoss.WantedDb, CancellationToken cancel = default)
    {
        RadioFigures radio = ReachMap.FiguresOf(plan, radioId);
        var net = new RadioNet(plan, radio, RadioDevice.Of(plan));
        IReadOnlyList<Relay> all = net.Relays(m => m.Low);
        Relay[] relays = [.. all.Where(r => r.Device.Place is not null && r.Hops < radio.HopLimit)];
        if (all.Count == 0)
        {
            throw Refused("/installation/hubs", $"No hub on the drawing speaks {radio.Name}. Put one there first.");
        }

        RadioDevice[] weak = [.. net.Devices.Where(d => d.Role is RadioRole.Sensor or RadioRole.Drive && d.Place is not null)
            .Select(d => (Device: d, Margin: net.Best(d, all, all)?.Margin.Low ?? double.NegativeInfinity))
            .Where(d => d.Margin < wantedDb).OrderBy(d => d.Margin).Take(SetCover.Most).Select(d => d.Device)];
        string? specId = plan.Catalogue.Repeaters.FirstOrDefault(r => r.RadioId == radioId)?.Id;
        RadioPlace[] places = relays.Length > 0 && weak.Length > 0 ? Places(plan) : [];
        var lifted = new (ulong Devices, double Margin)[places.Length];
        Work.InParallel(places.Length, cancel, i => lifted[i] = Lifted(net, relays, weak, places[i], wantedDb));
        ulong reachable = lifted.Aggregate(0UL, (sum, l) => sum | l.Devices);
        IReadOnlyList<ulong>? sets = null;
        for (int n = 1; n <= MostRepeaters && sets is null && reachable != 0; n++)
        {
            sets = SetCover.Find(reachable, n, lifted.Select(l => l.Devices), cancel);
        }

        ulong open = sets is null ? 0 : reachable;
        var chosen = new List<RepeaterPlace>();
        foreach (ulong set in sets ?? [])
        {
            int best = Enumerable.Range(0, places.Length).Where(i => (lifted[i].Devices & set) == set).MaxBy(i => lifted[i].Margin);
            RadioDevice[] own = [.. weak.Where((_, bit) => (set & open & (1UL << bit)) != 0)];
            open &= ~set;
            chosen.Add(new RepeaterPlace(Drawn(plan, places[best]), [.. own.Select(d => d.Id)], Math.Min(ReachMap.BestAt(net, relays, places[best]), own.Min(d => net.MarginAt(places[best], d).Low))));
        }

        List<RadioDevice> left = [.. weak.Where((_, bit) => sets is null || (reachable & (1UL << bit)) == 0)];
        while (left.Count > 0 && chosen.Count + 2 <= MostRepeaters && places.Length > 0)
        {
            cancel.ThrowIfCancellationRequested();
            var chains = left.Select(d => ChainTo(net, all, places, d, wantedDb)).OfType<(RadioPlace Near, RadioPlace Far, double Margin)>().ToList();
            if (chains.Count == 0)
            {
                break;
            }

            (RadioPlace near, RadioPlace far, double margin) = chains.MaxBy(c => left.Count(d => net.MarginAt(c.Far, d).Low >= wantedDb));
            RadioDevice[] own = [.. left.Where(d => net.MarginAt(far, d).Low >= wantedDb)];
            chosen.Add(new RepeaterPlace(Drawn(plan, near), [], margin));
            chosen.Add(new RepeaterPlace(Drawn(plan, far), [.. own.Select(d => d.Id)], Math.Min(margin, own.Min(d => net.MarginAt(far, d).Low))));
            left.RemoveAll(own.Contains);
        }

        return new RepeaterAdvice(radioId, specId, wantedDb, [.. weak.Select(d => d.Id)], chosen, [.. left.Select(d => d.Id)]);
    }

    /// <summary>Two new repeaters in a row to a device, the weakest of the three hops as strong as can be; <see langword="null"/>: none reach it.</summary>
    private static (RadioPlace Near, RadioPlace Far, double Margin)? ChainTo(RadioNet net, IReadOnlyList<Relay> all, RadioPlace[] places, RadioDevice device, double wantedDb)
    {
        Relay[] relays = [.. all.Where(r => r.Device.Place is not null && r.Hops + 2 <= net.Radio.HopLimit)];
        if (relays.Length == 0)
        {
            return null;
        }

        (RadioPlace Place, double Margin)[] near = Thinned(places.Select(p => (p, ReachMap.BestAt(net, relays, p))).Where(p => p.Item2 >= wantedDb));
        (RadioPlace Place, double Margin)[] far = Thinned(places.Select(p => (p, net.MarginAt(p, device).Low)).Where(p => p.Low >= wantedDb));
        (RadioPlace, RadioPlace, double Margin)? best = null;
        foreach ((RadioPlace begin, double first) in near)
        {
            foreach ((RadioPlace end, double last) in far)
            {
                double margin = Math.Min(Math.Min(first, last), net.Radio.Margin(net.House.Between(begin, end).Loss).Low);
                if (margin >= wantedDb && margin > (best?.Margin ?? double.NegativeInfinity))
                {
                    best = (begin, end, margin);
                }
            }
        }

        return best;
    }

    /// <summary>Evenly, so that all parts of the house are left in.</summary>
    private static (RadioPlace Place, double Margin)[] Thinned(IEnumerable<(RadioPlace Place, double Margin)> places)
    {
        (RadioPlace Place, double Margin)[] all = [.. places];
        int step = Math.Max(1, (all.Length + MostInChain - 1) / MostInChain);
        return [.. all.Where((_, i) => i % step == 0)];
    }

    private static (ulong Devices, double Margin) Lifted(RadioNet net, IReadOnlyList<Relay> relays, RadioDevice[] weak, RadioPlace place, double wantedDb)
    {
        double hop = ReachMap.BestAt(net, relays, place);
        if (hop < wantedDb)
        {
            return (0, hop);
        }

        (ulong devices, double least) = (0UL, hop);
        for (int bit = 0; bit < weak.Length; bit++)
        {
            double margin = net.MarginAt(place, weak[bit]).Low;
            if (margin >= wantedDb)
            {
                devices |= 1UL << bit;
                least = Math.Min(least, margin);
            }
        }

        return (devices, least);
    }

    /// <summary>The least margin of all devices with the hub at a place, straight or by repeaters that are there; then their sum.</summary>
    private static (double Worst, double Sum, string DeviceId) Heard(RadioNet[] nets, RadioDevice hub, RadioPlace place)
    {
        (double worst, double sum, string id) = (double.PositiveInfinity, 0.0, "");
        foreach (RadioNet net in nets)
        {
            double ToHub(RadioDevice d) => net.MarginAt(place, d).Low - hub.Cover.High;
            RadioDevice[] repeaters = net.Radio.HopLimit > 0 ? [.. net.Devices.Where(d => d.Role == RadioRole.Repeater && d.Place is not null)] : [];
            double[] onward = [.. repeaters.Select(ToHub)];
            for (int hop = 1; hop < net.Radio.HopLimit && hop < repeaters.Length; hop++)
            {
                onward = [.. repeaters.Select((r, i) => Math.Max(onward[i], repeaters.Select((o, j) => i == j ? double.NegativeInfinity : Math.Min(onward[j], net.Margin(r, o)?.Low ?? double.NegativeInfinity)).Max()))];
            }

            foreach (RadioDevice device in net.Devices.Where(d => d.Role is RadioRole.Sensor or RadioRole.Drive && d.Place is not null))
            {
                double margin = ToHub(device);
                for (int i = 0; i < repeaters.Length; i++)
                {
                    margin = Math.Max(margin, Math.Min(onward[i], net.Margin(device, repeaters[i])?.Low ?? double.NegativeInfinity));
                }

                sum += Math.Max(margin, -200);
                if (margin < worst)
                {
                    (worst, id) = (margin, device.Id);
                }
            }
        }

        return (worst, sum, id);
    }

    /// <summary>A grid over every room, for what hangs on a wall.</summary>
    internal static RadioPlace[] Places(Plan plan)
    {
        (int Storey, FloorRectangle Area)[] areas = [.. plan.Building.Rooms.Where(r => r.StoreyId is not null).SelectMany(r => r.Areas.Select(a => (RadioDevice.StoreyOf(plan, r.StoreyId), a)))];
        if (areas.Length == 0)
        {
            throw Refused("/building/rooms", "No room is drawn. Draw the rooms first.");
        }

        double step = Math.Max(UsualStepM, Math.Sqrt(areas.Sum(a => a.Area.LengthM * a.Area.WidthM) / MostPlaces));
        return [.. areas.SelectMany(a => Along(a.Area.LengthM, step).SelectMany(x => Along(a.Area.WidthM, step).Select(y => RadioDevice.OnWallAt(a.Storey, a.Area.AcrossM + x, a.Area.DownM + y))))];
    }

    /// <summary>Evenly, with a margin of half a step at least.</summary>
    private static IEnumerable<double> Along(double lengthM, double step)
    {
        int count = Math.Max(1, (int)(lengthM / step));
        return Enumerable.Range(0, count).Select(i => (i + 0.5) * lengthM / count);
    }

    internal static DrawnPlace Drawn(Plan plan, RadioPlace place) => new()
    {
        StoreyId = plan.Building.Storeys[place.Storey].Id,
        At = new FloorPoint { AcrossM = Math.Round(place.XM, 2), DownM = Math.Round(place.YM, 2) },
    };

    private static double? Finite(double db) => double.IsFinite(db) ? db : null;

    private static RefusedException Refused(string at, string why) => new([new DocumentError(at, why)]);
}
