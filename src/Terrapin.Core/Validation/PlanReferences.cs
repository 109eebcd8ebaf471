using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Checks what the shape alone cannot: that ids are unique and point somewhere, and that parts agree.</summary>
internal static class PlanReferences
{
    public static List<DocumentError> Check(Plan plan, string pointer)
    {
        var errors = new List<DocumentError>();
        BuildingCheck.Add(plan, pointer, errors);
        InstallationCheck.Add(plan, pointer, errors);
        Unique(plan.Options.Select((o, i) => (o.Id, $"{pointer}/options/{i}/id")), "option", errors);
        CheckFailures(plan, pointer, errors);
        CheckCases(plan, pointer, errors);
        if (errors.Count == 0)
        {
            CheckOptions(plan, pointer, errors);
        }

        return errors;
    }

    private static void CheckCases(Plan plan, string pointer, List<DocumentError> errors)
    {
        IReadOnlyList<RehearsalCase> cases = plan.Cases ?? [];
        Unique(cases.Select((c, i) => (c.Id, $"{pointer}/cases/{i}/id")), "case", errors);
        HashSet<string> leaks = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Select(l => l.Id)];
        for (int i = 0; i < cases.Count; i++)
        {
            string at = $"{pointer}/cases/{i}";
            CheckNamed([cases[i].LeakId], leaks, "leak point", _ => $"{at}/leakId", errors);
            MeanwhileCheck.Add(plan, cases[i].LeakId, cases[i].Meanwhile, $"{at}/meanwhile", errors);
        }
    }

    private static void CheckFailures(Plan plan, string pointer, List<DocumentError> errors)
    {
        IReadOnlyList<FailureRate> rates = plan.Failures?.Rates ?? [];
        for (int i = 0; i < rates.Count; i++)
        {
            PartKind kind = rates[i].Kind;
            string at = $"{pointer}/failures/rates/{i}/kind";
            if (kind == PartKind.SensorBatch)
            {
                errors.Add(new DocumentError(at, "A batch has no rate of its own: give its share of the sensors' failures in commonShare."));
            }
            else if (rates.Take(i).Any(r => r.Kind == kind))
            {
                errors.Add(new DocumentError(at, $"Two rates are for \"{Words.Of(kind)}\". Keep one."));
            }
        }
    }

    /// <summary>Whether each id of a catalogue is one thing's.</summary>
    /// <param name="catalogue">Its shape is checked.</param>
    /// <param name="pointer">Where it stands, for the errors.</param>
    public static IReadOnlyList<DocumentError> CheckCatalogue(Catalogue catalogue, string pointer)
    {
        var errors = new List<DocumentError>();
        Unique(
            catalogue.Drives.Select((d, i) => (d.Id, $"{pointer}/drives/{i}/id"))
                .Concat(catalogue.Sensors.Select((s, i) => (s.Id, $"{pointer}/sensors/{i}/id")))
                .Concat(catalogue.Hubs.Select((h, i) => (h.Id, $"{pointer}/hubs/{i}/id")))
                .Concat(catalogue.Repeaters.Select((r, i) => (r.Id, $"{pointer}/repeaters/{i}/id"))),
            "device",
            errors);
        ReachCheck.AddRadios(catalogue, pointer, errors);
        Unique(catalogue.Finishes.Select((f, i) => (f.Id, $"{pointer}/finishes/{i}/id")), "finish", errors);
        return errors;
    }

    /// <summary>An option must be a plan that could stand on its own.</summary>
    private static void CheckOptions(Plan plan, string pointer, List<DocumentError> errors)
    {
        for (int i = 0; i < plan.Options.Count; i++)
        {
            PlanOption option = plan.Options[i];
            string at = $"{pointer}/options/{i}";
            var own = new List<DocumentError>();
            InstallationCheck.Add(plan with { Installation = option.Installation }, "", own);
            errors.AddRange(own.Take(1).Select(f => new DocumentError(at, $"Option \"{option.Name}\" no longer fits this plan ({f.Pointer}): {f.Message}")));
        }
    }

    internal static HashSet<string> Unique(IEnumerable<(string Id, string At)> ids, string what, List<DocumentError> errors)
    {
        var seen = new HashSet<string>();
        foreach ((string id, string at) in ids)
        {
            if (!seen.Add(id))
            {
                errors.Add(new DocumentError(at, $"Another {what} has the id \"{id}\" already. Give this one its own."));
            }
        }

        return seen;
    }

    internal static void CheckNamed(IReadOnlyList<string> ids, HashSet<string> known, string what, string at, List<DocumentError> errors) =>
        CheckNamed(ids, known, what, i => $"{at}/{i}", errors);

    internal static void CheckNamed(IReadOnlyList<string> ids, HashSet<string> known, string what, Func<int, string> at, List<DocumentError> errors)
    {
        for (int i = 0; i < ids.Count; i++)
        {
            if (!known.Contains(ids[i]))
            {
                errors.Add(Nowhere(at(i), what, ids[i]));
            }
        }
    }

    internal static DocumentError Nowhere(string at, string what, string id) =>
        new(at, $"There is no {what} with the id \"{id}\". Add it, or point to one that is there.");
}
