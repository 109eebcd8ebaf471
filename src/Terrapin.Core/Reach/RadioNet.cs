using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Reach;

/// <summary>The figures of a radio, all of them known.</summary>
internal sealed record RadioFigures(string Id, string Name, double FrequencyMHz, double SentDbm, double NeededDbm, int HopLimit)
{
    /// <summary><see langword="null"/>: one that matters is not known.</summary>
    public static RadioFigures? Of(RadioSpec radio) => radio is { Frequency: { } frequency, Power: { } power, Sensitivity: { } sensitivity, AntennaGain: { } gain }
        ? new RadioFigures(radio.Id, radio.Name, frequency.Mhz, power.Dbm + (2 * gain.Db), sensitivity.Dbm, (int)(radio.HopLimit?.N ?? 0))
        : null;

    /// <summary>The margin of a signal, dB.</summary>
    public double MarginDb(double receivedDbm) => receivedDbm - RadioLoss.FadeDb - NeededDbm;

    public DbSpan Margin(DbSpan loss) => loss.Left(MarginDb(SentDbm));
}

/// <summary>All devices of a plan that speak one radio, and what reaches from each to each.</summary>
internal sealed class RadioNet
{
    private readonly Dictionary<(string, string), SignalReading> read;

    public RadioNet(Plan plan, RadioFigures radio, IReadOnlyList<RadioDevice> devices)
    {
        Radio = radio;
        House = RadioHouse.Of(plan, radio.FrequencyMHz);
        Devices = [.. devices.Where(d => d.RadioIds.Contains(radio.Id))];
        read = plan.Installation.Signals.ToDictionary(s => (s.FromId, s.ToId));
    }

    public RadioFigures Radio { get; }

    public RadioHouse House { get; }

    /// <summary>Of this radio.</summary>
    public IReadOnlyList<RadioDevice> Devices { get; }

    /// <summary>What reaches from one to the other, dB above what is needed; <see langword="null"/>: one is not drawn, and nobody has read it.</summary>
    public DbSpan? Margin(RadioDevice from, RadioDevice to) => Read(from.Id, to.Id) is { } reading
        ? Read(reading)
        : (from.Place, to.Place) is ({ } begin, { } end) ? Radio.Margin(House.Way(begin, end).Path.Loss + from.Cover + to.Cover) : null;

    /// <summary>What reaches a device from a place that stands free, whatever was read.</summary>
    public DbSpan MarginAt(RadioPlace place, RadioDevice device) => Radio.Margin(House.Between(place, device.Place!.Value).Loss + device.Cover);

    /// <summary>One of its devices.</summary>
    public RadioDevice Device(string id) => Devices.First(d => d.Id == id);

    /// <summary>A link with each of its losses; <see langword="null"/> where nothing is known of it.</summary>
    public RadioLink? Link(RadioDevice from, RadioDevice to, bool isDirect)
    {
        if (Margin(from, to) is not { } margin)
        {
            return null;
        }

        (Path Path, WallLoss[] Walls)? way = (from.Place, to.Place) is ({ } begin, { } end) ? House.Way(begin, end) : null;
        Path? path = way?.Path;
        DbSpan covers = from.Cover + to.Cover;
        bool isBlocked = double.IsNegativeInfinity(margin.High);
        DbSpan? predicted = (path?.Loss + covers)?.Left(Radio.SentDbm);
        return new RadioLink
        {
            FromId = from.Id,
            ToId = to.Id,
            RadioId = Radio.Id,
            IsDirect = isDirect,
            DistanceM = new Interval(path?.NearestM, path?.FarthestM),
            FreeSpaceDb = path?.FreeSpace.ToInterval() ?? Interval.Unknown,
            Walls = [.. (way?.Walls ?? []).Select(w => new LinkWall(w.StoreyId, w.At, w.Make, w.Doorway, w.Loss.ToInterval()))],
            Floors = path?.Floors ?? 0,
            FloorsDb = path?.FloorsLoss.ToInterval() ?? Interval.Unknown,
            CoversDb = covers.ToInterval(),
            IsBlocked = isBlocked,
            PredictedDbm = predicted?.ToInterval() ?? Interval.Unknown,
            ReadDbm = Read(from.Id, to.Id)?.Dbm,
            ReadBars = Read(from.Id, to.Id)?.Bars,
            MarginDb = margin.ToInterval(),
            Standing = MarginStandings.Of(margin.ToInterval(), isBlocked),
            Chance = new Interval(RadioLoss.Chance(margin.Low), RadioLoss.Chance(margin.High)),
            IsExtrapolated = Slab.IsExtrapolated(Radio.FrequencyMHz),
        };
    }

    /// <summary>A signal is as strong there as back.</summary>
    private SignalReading? Read(string a, string b) => read.GetValueOrDefault((a, b)) ?? read.GetValueOrDefault((b, a));

    private DbSpan Read(SignalReading reading)
    {
        DbSpan dbm = reading.Dbm is { } read ? DbSpan.Exactly(read) : SignalBars.Dbm(reading.Bars!.Value, Radio.NeededDbm);
        return new DbSpan(Radio.MarginDb(dbm.Low), Radio.MarginDb(dbm.High));
    }

    /// <summary>
    /// What each hub and repeater passes on to a hub: the best way by its weakest hop, with at most as many hops as the radio allows.
    /// </summary>
    /// <param name="end">Which end of each margin counts.</param>
    public IReadOnlyList<Relay> Relays(Func<DbSpan, double> end)
    {
        List<Relay> relays = [.. Devices.Where(d => d.Role == RadioRole.Hub).Select(h => new Relay(h, double.PositiveInfinity, [h], 0))];
        RadioDevice[] repeaters = [.. Devices.Where(d => d.Role == RadioRole.Repeater)];
        for (int hop = 1; hop <= Radio.HopLimit; hop++)
        {
            List<Relay> next = [.. relays];
            foreach (RadioDevice repeater in repeaters)
            {
                Relay? known = relays.Find(r => r.Device == repeater);
                foreach (Relay onward in relays.Where(r => r.Device != repeater && !r.Way.Contains(repeater)))
                {
                    double margin = Math.Min(onward.MarginDb, Margin(repeater, onward.Device) is { } hopMargin ? end(hopMargin) : double.NegativeInfinity);
                    if (margin > (known?.MarginDb ?? double.NegativeInfinity))
                    {
                        known = new Relay(repeater, margin, [repeater, .. onward.Way], onward.Hops + 1);
                    }
                }

                if (known is not null)
                {
                    next.RemoveAll(r => r.Device == repeater);
                    next.Add(known);
                }
            }

            relays = next;
        }

        return relays;
    }

    /// <summary>The best way of a device; <see langword="null"/> where nothing is known of any to a hub of its radio.</summary>
    public (DbSpan Margin, IReadOnlyList<RadioDevice> Way)? Best(RadioDevice device, IReadOnlyList<Relay> surely, IReadOnlyList<Relay> perhaps)
    {
        (double Margin, Relay Relay)[] ways = [.. surely.Where(r => !r.Way.Contains(device)).SelectMany(r => Margin(device, r.Device) is { } margin ? [(Math.Min(r.MarginDb, margin.Low), r)] : Array.Empty<(double, Relay)>())];
        if (ways.Length == 0)
        {
            return null;
        }

        (double low, Relay best) = ways.MaxBy(w => w.Margin);
        double high = perhaps.Where(r => !r.Way.Contains(device)).Max(r => Math.Min(r.MarginDb, Margin(device, r.Device)?.High ?? double.NegativeInfinity));
        return (new DbSpan(low, high), best.Way);
    }
}

/// <summary>A hub, or a repeater with its way to one.</summary>
/// <param name="MarginDb">Of the weakest hop from here on.</param>
/// <param name="Way">Itself first.</param>
internal sealed record Relay(RadioDevice Device, double MarginDb, IReadOnlyList<RadioDevice> Way, int Hops);
