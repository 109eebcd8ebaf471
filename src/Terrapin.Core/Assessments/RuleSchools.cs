using System.Text.Json.Serialization;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;

namespace Terrapin.Core.Assessments;

/// <summary>A way of closing that good installers hold to.</summary>
[JsonConverter(typeof(CamelCase<School>))]
public enum School
{
    /// <summary>As the plan has it now.</summary>
    AsItIs,

    /// <summary>At once, whoever is home.</summary>
    AtOnce,

    /// <summary>After a minute unless it dries, whoever is home.</summary>
    Confirmed,

    /// <summary>At once when nobody is home, after a minute unless it dries when somebody is.</summary>
    ByMode,

    /// <summary>At once when nobody is home, only told when somebody is.</summary>
    TellAtHome,

    /// <summary>At once by the hub, and by a direct link of every sensor that a drive can take one of.</summary>
    HubAndLinks,
}

/// <summary>A starting set of rules for one house, and what it costs there.</summary>
public sealed record SchoolOutcome
{
    public required School School { get; init; }

    public required IReadOnlyList<Rule> Rules { get; init; }

    public required IReadOnlyList<DirectLink> Links { get; init; }

    /// <summary>The most litres lost of a leak that ends, with nothing broken, m³; <see langword="null"/>: none ends.</summary>
    public required double? WorstM3 { get; init; }

    /// <summary>Leaks that run on in some mode with nothing broken.</summary>
    public required int LeaksThatRunOn { get; init; }

    /// <summary>The same on average over leaks and modes.</summary>
    public required double? MeanM3 { get; init; }

    /// <summary>Single faults that let a leak run on which ends with nothing broken, on average over leaks and modes.</summary>
    public required double? FaultsThatLetRun { get; init; }

    /// <summary>Closings for nothing in a year; <see langword="null"/>: nobody has said how often sensors are wet for nothing.</summary>
    public double? FalseClosingsPerYear { get; init; }

    /// <summary>Leaks that a stop valve could stop.</summary>
    public required int Leaks { get; init; }
}

/// <summary>The starting sets, each tried on the house at hand before it is taken.</summary>
public static class RuleSchools
{
    private const double ConfirmS = 5;
    private const double WaitS = 60;

    private static readonly Mode[] Every = Enum.GetValues<Mode>();
    private static readonly Mode[] Out = [Mode.Away, Mode.Holiday];
    private static readonly Mode[] In = [Mode.Home, Mode.Asleep];

    /// <summary>What the plan has, then each school.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static IReadOnlyList<SchoolOutcome> Of(Plan plan, AssessmentMemory memory, CancellationToken cancel = default) =>
        [.. Enum.GetValues<School>().Select(school => Tried(plan, school, memory, cancel))];

    private static SchoolOutcome Tried(Plan plan, School school, AssessmentMemory memory, CancellationToken cancel)
    {
        Installation set = school == School.AsItIs ? plan.Installation : plan.Installation with { Rules = RulesOf(plan, school), Links = school == School.HubAndLinks ? LinksOf(plan) : [] };
        var matrix = FaultMatrix.Of(plan with { Installation = set }, memory, beside: null, cancel);
        IGrouping<string, FaultRow>[] leaks = [.. matrix.Rows.GroupBy(r => r.LeakId)];
        return new SchoolOutcome
        {
            School = school,
            Rules = set.Rules,
            Links = set.Links,
            WorstM3 = matrix.Rows.Max(r => r.Cells[0].LostM3),
            LeaksThatRunOn = leaks.Count(l => l.Any(r => !r.Cells[0].Ends)),
            MeanM3 = matrix.Rows.Average(r => r.Cells[0].LostM3),
            FaultsThatLetRun = matrix.Rows.Where(r => r.Cells[0].Ends).Select(r => (double?)r.Cells.Count(c => !c.Ends)).DefaultIfEmpty(null).Average(),
            FalseClosingsPerYear = Nuisance.PerYear(plan with { Installation = set }),
            Leaks = leaks.Length,
        };
    }

    /// <summary>What lies in a sump pit only tells: rain fills it.</summary>
    private static IReadOnlyList<Rule> RulesOf(Plan plan, School school)
    {
        string[] pits = [.. plan.Installation.Sensors.Where(s => RuleFindings.LiesInPit(plan, s)).Select(s => s.Id)];
        Rule Tells(string id, string name, bool allBut, Mode[] modes) => new()
        {
            Id = id,
            Name = name,
            AllBut = allBut,
            SensorIds = pits,
            ConfirmS = ConfirmS,
            Modes = modes,
            Action = RuleAction.TellOnly,
            DelayS = 0,
            CancelIfDry = false,
        };
        Rule Closes(string id, string name, Mode[] modes, double delayS) =>
            Tells(id, name, allBut: true, modes) with { Action = RuleAction.Close, DelayS = delayS, CancelIfDry = delayS > 0 };
        IEnumerable<Rule> own = school switch
        {
            School.Confirmed => [Closes("close", "Close after a minute", Every, WaitS)],
            School.ByMode => [Closes("out-close", "Nobody home: close at once", Out, 0), Closes("in-close", "Someone home: close after a minute", In, WaitS)],
            School.TellAtHome => [Closes("out-close", "Nobody home: close at once", Out, 0), Tells("in-tell", "Someone home: only tell", allBut: true, In)],
            _ => [Closes("close", "Close at once", Every, 0)],
        };
        return pits.Length == 0 ? [.. own] : [.. own, Tells("pit-tell", "Sump pit: only tell", allBut: false, Every)];
    }

    /// <summary>Each sensor to every drive that speaks its radio, as many as a drive takes, in the order of the plan.</summary>
    private static IReadOnlyList<DirectLink> LinksOf(Plan plan)
    {
        var links = new List<DirectLink>();
        foreach (FittedDrive drive in plan.Installation.Drives)
        {
            foreach (Sensor sensor in plan.Installation.Sensors.Where(s => !RuleFindings.LiesInPit(plan, s)))
            {
                if (FaultRemedies.CanLink(plan, links, sensor, drive))
                {
                    links.Add(new DirectLink { SensorId = sensor.Id, DriveId = drive.Id });
                }
            }
        }

        return links;
    }
}
