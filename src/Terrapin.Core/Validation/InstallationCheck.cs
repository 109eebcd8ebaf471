using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Whether what is fitted belongs to the building and the catalogue that it is fitted from. These themselves are checked elsewhere.</summary>
internal static class InstallationCheck
{
    public static void Add(Plan plan, string pointer, List<DocumentError> errors)
    {
        Installation chosen = plan.Installation;
        string at = $"{pointer}/installation";
        HashSet<string> sensors = PlanReferences.Unique(chosen.Sensors.Select((s, i) => (s.Id, $"{at}/sensors/{i}/id")), "sensor", errors);
        PlanReferences.Unique(chosen.Rules.Select((r, i) => (r.Id, $"{at}/rules/{i}/id")), "rule", errors);
        PlanReferences.Unique(chosen.Drives.Select((d, i) => (d.Id, $"{at}/drives/{i}/id")), "drive", errors);
        StopValveCheck.AddDrives(plan, pointer, errors);
        CheckSensors(plan, pointer, errors);
        CheckRules(plan, sensors, pointer, errors);
        FloorCheck.AddSensors(plan, pointer, errors);
        ReachCheck.Add(plan, pointer, errors);
    }

    private static void CheckSensors(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Installation.Sensors.Count; i++)
        {
            Sensor sensor = plan.Installation.Sensors[i];
            string at = $"{pointer}/installation/sensors/{i}";
            if (plan.Catalogue.Sensors.All(s => s.Id != sensor.SpecId))
            {
                errors.Add(PlanReferences.Nowhere($"{at}/specId", "sensor in the catalogue", sensor.SpecId));
            }

            CheckTags(sensor.Tags ?? [], $"{at}/tags", errors);
            Room? room = plan.Building.Rooms.FirstOrDefault(r => r.Id == sensor.RoomId);
            if (room is null)
            {
                errors.Add(PlanReferences.Nowhere($"{at}/roomId", "room", sensor.RoomId));
                continue;
            }

            var seen = new HashSet<string>();
            for (int j = 0; j < sensor.Distances.Count; j++)
            {
                string leakId = sensor.Distances[j].LeakId;
                string leakAt = $"{at}/distances/{j}/leakId";
                if (room.Leaks.All(l => l.Id != leakId))
                {
                    errors.Add(PlanReferences.Nowhere(leakAt, $"leak point in room \"{room.Name}\"", leakId));
                }
                else if (!seen.Add(leakId))
                {
                    errors.Add(new DocumentError(leakAt, $"The distance to \"{leakId}\" is given twice. Keep one."));
                }
            }
        }
    }

    private static void CheckRules(Plan plan, HashSet<string> sensors, string pointer, List<DocumentError> errors)
    {
        HashSet<string> contacts = PlanReferences.Unique((plan.Installation.Contacts ?? []).Select((c, i) => (c.Id, $"{pointer}/installation/contacts/{i}/id")), "contact", errors);
        HashSet<string> buttons = PlanReferences.Unique((plan.Installation.Buttons ?? []).Select((b, i) => (b.Id, $"{pointer}/installation/buttons/{i}/id")), "button", errors);
        HashSet<string> switches = PlanReferences.Unique((plan.Installation.Switches ?? []).Select((s, i) => (s.Id, $"{pointer}/installation/switches/{i}/id")), "switch", errors);
        HashSet<string> mains = [.. plan.Building.StopValves.Select(m => m.Id)];
        HashSet<string> rooms = [.. plan.Building.Rooms.Select(r => r.Id)];
        CheckSwitches(plan, pointer, errors);
        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            Rule rule = plan.Installation.Rules[i];
            PlanReferences.CheckNamed(rule.TellIds ?? [], contacts, "contact", $"{pointer}/installation/rules/{i}/tellIds", errors);
            PlanReferences.CheckNamed(rule.ButtonIds ?? [], buttons, "button", $"{pointer}/installation/rules/{i}/buttonIds", errors);
            PlanReferences.CheckNamed(rule.StopSwitchIds ?? [], switches, "switch", $"{pointer}/installation/rules/{i}/stopSwitchIds", errors);
            CheckTags(rule.Tags ?? [], $"{pointer}/installation/rules/{i}/tags", errors);
            PlanReferences.CheckNamed(rule.RoomIds ?? [], rooms, "room", $"{pointer}/installation/rules/{i}/roomIds", errors);
            PlanReferences.CheckNamed(rule.SensorIds, sensors, "sensor", $"{pointer}/installation/rules/{i}/sensorIds", errors);
            PlanReferences.CheckNamed(rule.StopValveIds, mains, "stop valve", $"{pointer}/installation/rules/{i}/stopValveIds", errors);
        }
    }

    private static void CheckTags(IReadOnlyList<string> tags, string at, List<DocumentError> errors)
    {
        for (int i = 0; i < tags.Count; i++)
        {
            if (!Sensor.IsTag(tags[i]))
            {
                errors.Add(new DocumentError($"{at}/{i}", $"Write {Sensor.TagForm}."));
            }
            else if (tags.Take(i).Contains(tags[i]))
            {
                errors.Add(new DocumentError($"{at}/{i}", $"\"{tags[i]}\" stands here twice. Keep one."));
            }
        }
    }

    private static void CheckSwitches(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < (plan.Installation.Switches ?? []).Count; i++)
        {
            if (plan.Installation.Switches![i].FixtureId is { } fixture && plan.Building.Rooms.All(r => r.Fixtures.All(f => f.Id != fixture)))
            {
                errors.Add(PlanReferences.Nowhere($"{pointer}/installation/switches/{i}/fixtureId", "fixture", fixture));
            }
        }
    }
}
