using Terrapin.Core.Findings;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Reach;

/// <summary>What is wrong with who hears whom.</summary>
public static class ReachFindings
{
    /// <summary>So many readings that differ the same way are no accident.</summary>
    private const int FewReadings = 3;

    /// <summary>Finds weak links, full hubs, devices that no hub understands, and what is not known.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="reach">What radio reaches in it.</param>
    public static IReadOnlyList<Finding> Of(Plan plan, RadioReach reach)
    {
        var found = new FindingCollector("");
        IReadOnlyList<RadioDevice> devices = RadioDevice.Of(plan);
        RadioDevice[] hubs = [.. devices.Where(d => d.Role == RadioRole.Hub)];
        AddHubs(plan, hubs, reach, found);
        if (hubs.Length > 0)
        {
            foreach (RadioDevice device in devices.Where(d => d.Role != RadioRole.Hub))
            {
                AddDevice(plan, device, hubs, reach.Devices.First(r => r.DeviceId == device.Id), found);
            }

            AddFullHubs(plan, reach, found);
        }

        AddDirectLinks(plan, devices, reach, found);
        AddReadings(reach, found);
        return found.Findings;
    }

    private static void AddHubs(Plan plan, RadioDevice[] hubs, RadioReach reach, FindingCollector found)
    {
        bool isAllKnown = reach.Devices.All(d => d.MarginDb is not null);
        for (int i = 0; i < hubs.Length; i++)
        {
            Hub hub = plan.Installation.Hubs[i];
            string at = $"installation/hubs/{i}";
            if (hub.Place is null && !isAllKnown)
            {
                found.Add(FindingKinds.HubNotDrawn, $"{at}/place", $"It is not said where \"{hub.Name}\" is: what it hears cannot be told.", "Put it on the drawing, by the router first.");
            }
            else if (hub.Place is { } place && new StoreyDrawing(plan, place.StoreyId).RoomAt(place.At.AcrossM, place.At.DownM) is null)
            {
                found.Add(FindingKinds.HubOutside, $"{at}/place", $"\"{hub.Name}\" stands outside every room.", "Move it indoors, or see that it may be outdoors.");
            }

            if (hub.OnCable != Answer.Yes)
            {
                found.Add(FindingKinds.HubWithoutCable, hub.OnCable == Answer.No ? Severity.Caution : Severity.Note, $"{at}/onCable", hub.OnCable == Answer.No ? $"\"{hub.Name}\" hangs on the house's own Wi-Fi: a changed password makes it deaf." : $"It is not said how \"{hub.Name}\" is joined to the router.", "Set it up by the router with a cable first.");
            }

            if (hub.HasBackup != Answer.Yes)
            {
                found.Add(FindingKinds.HubWithoutBackup, hub.HasBackup == Answer.No ? Severity.Caution : Severity.Note, $"{at}/hasBackup", hub.HasBackup == Answer.No ? $"In a power cut \"{hub.Name}\" is dead, and no rule runs." : $"It is not said whether a battery carries \"{hub.Name}\" through a power cut.", "Give hub and router a battery, or link sensors to the drive directly.");
            }
        }
    }

    private static void AddDevice(Plan plan, RadioDevice device, RadioDevice[] hubs, DeviceReach reach, FindingCollector found)
    {
        string at = device.At[1..];
        if (device.RadioIds.Count == 0)
        {
            found.Add(FindingKinds.RadioFiguresUnknown, at, $"The catalogue does not say which radio {device.SpecName} speaks.", "Find it on the maker's sheet and add it in the catalogue.");
            return;
        }

        string radioId = device.RadioIds[0];
        RadioSpec radio = plan.Catalogue.Radios.First(r => r.Id == radioId);
        RadioDevice[] speaking = [.. hubs.Where(h => h.RadioIds.Contains(radioId))];
        if (speaking.Length == 0)
        {
            string[] bridges = [.. plan.Catalogue.Hubs.Where(h => h.RadioIds.Contains(radioId)).Select(h => h.Name)];
            found.Add(
                FindingKinds.HubSpeaksOtherRadio, at, $"\"{device.Name}\" speaks {radio.Name}; no hub here does.",
                bridges.Length > 0 ? $"Add one that does ({string.Join(", ", bridges)}), or choose a device that the hub understands." : "Choose a device that the hub understands, or a hub that speaks its radio.");
            return;
        }

        if (reach.MarginDb is not null)
        {
            AddMargin(device.Name, at, reach.Standing, reach.MarginDb, found);
        }
        else if (RadioFigures.Of(radio) is null)
        {
            found.Add(FindingKinds.RadioFiguresUnknown, $"catalogue/radios/{plan.Catalogue.Radios.ToList().IndexOf(radio)}", $"Frequency, power, sensitivity or antenna gain of {radio.Name} is not known.", "Find them on the maker's sheet and add them in the catalogue.");
        }
        else if (device.Place is null && speaking.Any(h => h.Place is not null))
        {
            found.Add(FindingKinds.DeviceNotDrawn, device.Role == RadioRole.Drive ? DrawnAt(plan, device) : at, $"\"{device.Name}\" is not on the drawing: what it hears cannot be told.", "Put it on the drawing, or read its signal in place.");
        }

        if (device.Place is { } place && hubs.Any(h => h.Place is { } hub && hub.Storey == place.Storey && Math.Abs(hub.XM - place.XM) < RadioLoss.NearestM && Math.Abs(hub.YM - place.YM) < RadioLoss.NearestM))
        {
            found.Add(FindingKinds.DevicesAtOnePlace, at, $"\"{device.Name}\" is drawn where the hub is.", "Draw it where it will be; too near, some radios drown one another.");
        }
    }

    private static string DrawnAt(Plan plan, RadioDevice drive)
    {
        string valveId = plan.Installation.Drives.First(d => d.Id == drive.Id).StopValveId;
        return $"building/stopValves/{plan.Building.StopValves.ToList().FindIndex(v => v.Id == valveId)}/drawnAt";
    }

    /// <param name="name">Of the device, or of both ends of a link.</param>
    private static void AddMargin(string name, string at, MarginStanding standing, Interval? margin, FindingCollector found)
    {
        switch (standing)
        {
            case MarginStanding.Blocked:
                found.Add(FindingKinds.RadioBlocked, at, $"Metal stands in every way between \"{name}\" and the hub.", "Move one of them, or put a repeater where it sees past the metal.");
                break;
            case MarginStanding.TooWeak:
                found.Add(FindingKinds.RadioTooWeak, at, $"\"{name}\" is too weak for the hub by at least {{short}}.", "Move the hub nearer, put a repeater between, or link it to the drive directly. Then read the signal in place.", ("short", QuantityKind.Decibels, -(margin?.High ?? 0)));
                break;
            case MarginStanding.MayBeTooWeak:
                found.Add(FindingKinds.RadioThin, at, $"\"{name}\" may be too weak for the hub: its margin may be below 0.", "Read the signal in place, lids and doors shut; or measure what is not known on the way.");
                break;
            case MarginStanding.Thin:
                found.Add(FindingKinds.RadioThin, at, $"\"{name}\" has {{margin}} in hand; {{wanted}} are wanted.", "Move the hub nearer, or put a repeater between. Then read the signal in place.", ("margin", QuantityKind.Decibels, margin!.Low!.Value), ("wanted", QuantityKind.Decibels, RadioLoss.WantedDb));
                break;
        }
    }

    private static void AddFullHubs(Plan plan, RadioReach reach, FindingCollector found)
    {
        for (int i = 0; i < plan.Installation.Hubs.Count; i++)
        {
            Hub hub = plan.Installation.Hubs[i];
            foreach (IGrouping<string, DeviceReach> group in reach.Devices.Where(d => d.RadioId is not null && d.Route.Count > 0 && d.Route[^1] == hub.Id).GroupBy(d => d.RadioId!))
            {
                RadioSpec radio = plan.Catalogue.Radios.First(r => r.Id == group.Key);
                if (radio.DevicesPerHub is { } most && group.Count() > most.N)
                {
                    found.Add(FindingKinds.HubFull, $"installation/hubs/{i}", $"{group.Count()} devices are to be on \"{hub.Name}\" by {radio.Name}; it holds {most.N:0}.", "Add another hub, or leave out sensors that add nothing.");
                }
            }
        }
    }

    private static void AddDirectLinks(Plan plan, IReadOnlyList<RadioDevice> devices, RadioReach reach, FindingCollector found)
    {
        RadioDevice Device(string id) => devices.First(d => d.Id == id);
        for (int i = 0; i < plan.Installation.Links.Count; i++)
        {
            DirectLink link = plan.Installation.Links[i];
            (RadioDevice sensor, RadioDevice drive) = (Device(link.SensorId), Device(link.DriveId));
            string at = $"installation/links/{i}";
            if (sensor.RadioIds.Count > 0 && drive.RadioIds.Count > 0 && !sensor.RadioIds.Intersect(drive.RadioIds).Any())
            {
                found.Add(FindingKinds.DirectLinkOtherRadio, at, $"\"{sensor.Name}\" and \"{drive.Name}\" speak different radios: they cannot be linked.", "Choose a sensor of the drive's radio, or let the hub's rule close.");
            }
            else if (reach.Links.FirstOrDefault(l => l.IsDirect && l.FromId == link.SensorId && l.ToId == link.DriveId) is { } direct)
            {
                AddMargin($"{sensor.Name}\" to \"{drive.Name}", at, direct.Standing, direct.MarginDb, found);
            }
        }

        for (int i = 0; i < plan.Installation.Drives.Count; i++)
        {
            RadioDevice drive = Device(plan.Installation.Drives[i].Id);
            int count = plan.Installation.Links.Count(l => l.DriveId == drive.Id);
            CountFigure? most = drive.RadioIds.Count > 0 ? plan.Catalogue.Radios.First(r => r.Id == drive.RadioIds[0]).DirectLinksPerDrive : null;
            if (most is not null && count > most.N)
            {
                found.Add(FindingKinds.TooManyDirectLinks, $"installation/drives/{i}", $"{count} sensors are to be linked to \"{drive.Name}\"; it takes {most.N:0}.", "Link those of the worst leaks, and leave the rest to the hub.");
            }
        }
    }

    /// <summary>Readings that are all off the same way say something of what was assumed.</summary>
    private static void AddReadings(RadioReach reach, FindingCollector found)
    {
        double[] offs = [.. reach.Links.Where(l => l is { ReadDbm: not null, PredictedDbm: { Low: not null, High: not null } }).Select(l => l.ReadDbm!.Value - ((l.PredictedDbm.Low!.Value + l.PredictedDbm.High!.Value) / 2))];
        if (offs.Length >= FewReadings && offs.All(o => o > RadioLoss.SpreadDb))
        {
            found.Add(FindingKinds.ReadingsDiffer, "installation/signals", $"{offs.Length} signals read in place are all stronger than predicted, by {{off}} on average.", "Look at the walls' make and the floors' loss: they take less than was said.", MeanOff(offs));
        }
        else if (offs.Length >= FewReadings && offs.All(o => o < -RadioLoss.SpreadDb))
        {
            found.Add(FindingKinds.ReadingsDiffer, "installation/signals", $"{offs.Length} signals read in place are all weaker than predicted, by {{off}} on average.", "Look for metal, foil on insulation or wet walls, and at the walls' make and the floors' loss.", MeanOff(offs));
        }
    }

    private static (string Name, QuantityKind Kind, double Value) MeanOff(double[] offs) => ("off", QuantityKind.Decibels, Math.Abs(offs.Average()));
}
