using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Checks hubs, repeaters, direct links and readings of signals.</summary>
internal static class ReachCheck
{
    public static void Add(Plan plan, string pointer, List<DocumentError> errors)
    {
        Installation chosen = plan.Installation;
        string at = $"{pointer}/installation";
        PlanReferences.Unique(
            chosen.Hubs.Select((h, i) => (h.Id, $"{at}/hubs/{i}/id")).Concat(chosen.Repeaters.Select((r, i) => (r.Id, $"{at}/repeaters/{i}/id"))),
            "hub or repeater",
            errors);
        for (int i = 0; i < chosen.Hubs.Count; i++)
        {
            AddMissing(plan.Catalogue.Hubs.Select(h => h.Id), chosen.Hubs[i].SpecId, $"{at}/hubs/{i}/specId", "hub in the catalogue", errors);
            AddPlace(plan, chosen.Hubs[i].Place, $"{at}/hubs/{i}/place", errors);
        }

        for (int i = 0; i < chosen.Repeaters.Count; i++)
        {
            AddMissing(plan.Catalogue.Repeaters.Select(r => r.Id), chosen.Repeaters[i].SpecId, $"{at}/repeaters/{i}/specId", "repeater in the catalogue", errors);
            AddPlace(plan, chosen.Repeaters[i].Place, $"{at}/repeaters/{i}/place", errors);
        }

        AddLinks(chosen, at, errors);
        AddSignals(chosen, at, errors);
    }

    /// <summary>Whether each device of a catalogue speaks a radio that is in it.</summary>
    public static void AddRadios(Catalogue catalogue, string pointer, List<DocumentError> errors)
    {
        HashSet<string> radios = PlanReferences.Unique(catalogue.Radios.Select((r, i) => (r.Id, $"{pointer}/radios/{i}/id")), "radio", errors);
        IEnumerable<(string? RadioId, string At)> spoken =
        [
            .. catalogue.Drives.Select((d, i) => (d.RadioId, $"{pointer}/drives/{i}/radioId")),
            .. catalogue.Sensors.Select((s, i) => (s.RadioId, $"{pointer}/sensors/{i}/radioId")),
            .. catalogue.Repeaters.Select((r, i) => (r.RadioId, $"{pointer}/repeaters/{i}/radioId")),
            .. catalogue.Hubs.SelectMany((h, i) => h.RadioIds.Select((r, j) => ((string?)r, $"{pointer}/hubs/{i}/radioIds/{j}"))),
        ];
        foreach ((string? id, string at) in spoken)
        {
            if (id is not null)
            {
                AddMissing(radios, id, at, "radio in the catalogue", errors);
            }
        }
    }

    private static void AddLinks(Installation chosen, string at, List<DocumentError> errors)
    {
        var seen = new HashSet<DirectLink>();
        for (int i = 0; i < chosen.Links.Count; i++)
        {
            DirectLink link = chosen.Links[i];
            AddMissing(chosen.Sensors.Select(s => s.Id), link.SensorId, $"{at}/links/{i}/sensorId", "sensor", errors);
            AddMissing(chosen.Drives.Select(d => d.Id), link.DriveId, $"{at}/links/{i}/driveId", "drive", errors);
            if (!seen.Add(link))
            {
                errors.Add(new DocumentError($"{at}/links/{i}", "This sensor is linked to this drive already. Keep one link."));
            }
        }
    }

    private static void AddSignals(Installation chosen, string at, List<DocumentError> errors)
    {
        HashSet<string> talking = [.. chosen.Sensors.Select(s => s.Id), .. chosen.Drives.Select(d => d.Id), .. chosen.Repeaters.Select(r => r.Id)];
        HashSet<string> hearing = [.. chosen.Hubs.Select(h => h.Id), .. chosen.Drives.Select(d => d.Id), .. chosen.Repeaters.Select(r => r.Id)];
        var seen = new HashSet<(string From, string To)>();
        for (int i = 0; i < chosen.Signals.Count; i++)
        {
            SignalReading reading = chosen.Signals[i];
            AddMissing(talking, reading.FromId, $"{at}/signals/{i}/fromId", "sensor, drive or repeater", errors);
            AddMissing(hearing, reading.ToId, $"{at}/signals/{i}/toId", "hub, repeater or drive", errors);
            if (reading.Dbm is null == reading.Bars is null)
            {
                errors.Add(new DocumentError($"{at}/signals/{i}/dbm", "Give the signal in dBm, or in bars of five."));
            }

            if (!seen.Add((reading.FromId, reading.ToId)))
            {
                errors.Add(new DocumentError($"{at}/signals/{i}", "The signal between these two is given twice. Keep one reading."));
            }
        }
    }

    /// <summary>Whether a place on the drawing is on one of its storeys.</summary>
    public static void AddPlace(Plan plan, DrawnPlace? place, string at, List<DocumentError> errors)
    {
        if (place is not null)
        {
            AddMissing(plan.Building.Storeys.Select(s => s.Id), place.StoreyId, $"{at}/storeyId", "storey", errors);
        }
    }

    private static void AddMissing(IEnumerable<string> known, string id, string at, string what, List<DocumentError> errors)
    {
        if (!known.Contains(id))
        {
            errors.Add(PlanReferences.Nowhere(at, what, id));
        }
    }
}
