using Terrapin.Core.Drives;
using Terrapin.Core.Findings;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rehearsal;

/// <summary>Which main is the best place for a drive where several stand in line.</summary>
public static class DriveSiteChoice
{
    /// <summary>Looks at every main of a plan, in its order.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <remarks>
    /// Among mains in line the better is, in this order: one that a drive may close at all; one that stops more leak points;
    /// one that some drive of the catalogue suits; one behind which no tank or pump goes on feeding the leak; one with
    /// an outlet; one on the house side of the meter; one with more room.
    /// </remarks>
    public static IReadOnlyList<StopValveAssessment> Of(Plan plan)
    {
        Dictionary<string, HashSet<string>> behind = LeaksBehind(plan);
        Looked[] looked = [.. plan.Building.StopValves.Select(main => Look(plan, main, behind))];
        return [.. looked.Select(one => Assess(plan, one, looked))];
    }

    private sealed record Looked(StopValve Main, DriveVerdict Verdict, IReadOnlyList<RankedDrive> Drives, IReadOnlyList<string> StopsLeaks, double? ResidualM3PerS, IReadOnlyList<Merit> Merits)
    {
        /// <summary>Left-to-right comparison of the merits.</summary>
        public int[] Score => [.. Merits.Select(m => m.Points)];
    }

    /// <param name="Points">More is better.</param>
    /// <param name="For">Whether the words speak for it.</param>
    /// <param name="Words"><see langword="null"/>: nothing to say.</param>
    private sealed record Merit(int Points, bool For, string? Words);

    private static Looked Look(Plan plan, StopValve main, Dictionary<string, HashSet<string>> behind)
    {
        LeakFlow? fastest = DriveRanking.FastestLeak(plan, main.Id);
        IReadOnlyList<RankedDrive> drives = DriveRanking.Of(plan, main.Id, fastest);
        double? residual = plan.DriveOn(main.Id) is { } drive && fastest is not null
            ? Closing.Of(fastest, 1, MountingVerdict.EndAngleDeg(drive), fastest.Path.ValveAt(main.Id)).ResidualM3PerS
            : null;
        DriveVerdict verdict = ValveVerdict.Of(plan, main.Id);
        string[] stops = [.. plan.Building.Rooms.SelectMany(r => r.Leaks).Where(l => l.PipeId is { } pipe && behind[main.Id].Contains(pipe)).Select(l => l.Id)];
        Finding? stop = verdict.Findings.FirstOrDefault(f => f is { Stage: Stage.Main, Severity: Severity.Stop });
        bool fits = drives.Any(d => d.Verdict is TorqueVerdict.Passes or TorqueVerdict.Caution);
        bool fedFromBehind = (plan.Building.Supply.Tank is { } tank && plan.IsBehind(main.Id, tank.AfterStopValveId))
            || (plan.Building.Supply.Pump is { } pump && plan.IsBehind(main.Id, pump.AfterStopValveId));
        int total = plan.Building.Rooms.SelectMany(r => r.Leaks).Count(l => l.PipeId is not null);
        return new Looked(main, verdict, drives, stops, residual,
        [
            stop is null ? new Merit(1, true, "a drive may close it") : new Merit(0, false, WordsOf(stop.Kind)),
            new Merit(stops.Length, stops.Length == total, total == 0 ? null : $"it stops {stops.Length} of {total} leak points"),
            fits ? new Merit(1, true, null) : new Merit(0, false, "no drive of the catalogue suits it"),
            fedFromBehind ? new Merit(0, false, "a tank or pump behind it goes on feeding the leak") : new Merit(1, true, plan.Building.Supply.Tank is null && plan.Building.Supply.Pump is null ? null : "no tank or pump behind it"),
            OutletMerit(main.Place.Outlet),
            main.SideOfMeter switch
            {
                SideOfMeter.House => new Merit(2, true, "on the house side of the meter"),
                SideOfMeter.Street => new Merit(0, false, "on the street's side of the meter"),
                _ => new Merit(1, true, null),
            },
            RoomMerit(main),
        ]);
    }

    private static Merit OutletMerit(Answer outlet) => outlet switch
    {
        Answer.Yes => new Merit(2, true, "an outlet is near"),
        Answer.No => new Merit(0, false, "no outlet: batteries"),
        _ => new Merit(1, false, null),
    };

    private static Merit RoomMerit(StopValve main)
    {
        double? nearest = main.Obstacles.Min(o => o.DistanceM);
        return nearest is { } m
            ? new Merit((int)Math.Round(m * 1000), m >= 0.15, m >= 0.15 ? "room round it" : "little room round it")
            : new Merit(main.Obstacles.Count == 0 ? int.MaxValue : 0, true, null);
    }

    private static readonly Dictionary<FindingKind, string> AgainstWords = new()
    {
        [FindingKinds.ValveMultiTurn] = "it takes several turns",
        [FindingKinds.ValveKindUnknown] = "its kind is not known",
        [FindingKinds.ValveSeized] = "it is seized",
        [FindingKinds.SprinklersBehindValve] = "fire protection hangs on it",
        [FindingKinds.TorqueUnknown] = "neither its pull nor its size is known",
    };

    private static string WordsOf(FindingKind kind) => AgainstWords.GetValueOrDefault(kind, "no drive may close it");

    private static StopValveAssessment Assess(Plan plan, Looked one, IReadOnlyList<Looked> all)
    {
        Looked[] inLine = [.. all.Where(other => other != one && AreInLine(plan, one.Main.Id, other.Main.Id))];
        int better = inLine.Count(other => Compare(other, one, all) > 0);
        StopValveRole role = plan.DriveOn(one.Main.Id) is not null
            ? StopValveRole.Driven
            : inLine.Any(o => plan.DriveOn(o.Main.Id) is not null) || better > 0 ? StopValveRole.HandValve : StopValveRole.Candidate;
        return new StopValveAssessment
        {
            StopValveId = one.Main.Id,
            Role = role,
            Drive = one.Verdict,
            Drives = one.Drives,
            StopsLeaks = one.StopsLeaks,
            ResidualM3PerS = one.ResidualM3PerS,
            Rank = inLine.Length == 0 ? null : better + 1,
            Reasons = [.. one.Merits.Where(m => m.Words is not null).Select(m => new ChoiceReason(m.For, m.Words!))],
            Steps = plan.DriveOn(one.Main.Id) is { } drive ? MountingSteps.For(plan.SpecOf(drive).Mount) : [],
        };
    }

    /// <summary>Above zero where the first is the better; the earlier in the plan where nothing tells them apart.</summary>
    private static int Compare(Looked a, Looked b, IReadOnlyList<Looked> all)
    {
        int[] left = a.Score;
        int[] right = b.Score;
        for (int i = 0; i < left.Length; i++)
        {
            if (left[i] != right[i])
            {
                return left[i].CompareTo(right[i]);
            }
        }

        return all.TakeWhile(l => l != b).Count() - all.TakeWhile(l => l != a).Count();
    }

    private static bool AreInLine(Plan plan, string a, string b) =>
        plan.LineTo(a).Any(m => m.Id == b) || plan.LineTo(b).Any(m => m.Id == a);

    private static Dictionary<string, HashSet<string>> LeaksBehind(Plan plan)
    {
        var behind = plan.Building.StopValves.ToDictionary(m => m.Id, _ => new HashSet<string>());
        foreach (Pipe pipe in plan.Building.Pipes)
        {
            foreach (StopValve main in WaterWay.To(plan, pipe.Id).StopValves)
            {
                behind[main.Id].Add(pipe.Id);
            }
        }

        return behind;
    }
}
