using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Checker;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using Terrapin.Core.Tests.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Checker;

/// <summary>What the checker proves holds under any schedule, and what it refutes fails when it is run.</summary>
public class RuleCheckerTests
{
    private static readonly string[] Sensors = ["a", "b", "c"];

    /// <summary>Times of whole seconds, so that the tick is one at least.</summary>
    private static readonly Gen<Rule> AnyRule = Gen.Select(
        Gen.Int[1, 7], Gen.Int[0, 3], Gen.OneOf(Gen.Const(15), Gen.Int[1, 15]), Gen.Frequency((1, Gen.Const(false)), (4, Gen.Const(true))), Gen.Int[0, 5], Gen.Select(Gen.Bool, Gen.Frequency((4, Gen.Const(1)), (1, Gen.Const(2)))),
        (sensors, confirm, modes, closes, delay, other) => new Rule
        {
            Id = "rule",
            Name = "Rule",
            SensorIds = [.. Sensors.Where((_, i) => (sensors & (1 << i)) != 0)],
            AtLeast = other.Item2,
            ConfirmS = confirm,
            Modes = [.. Enum.GetValues<Mode>().Where((_, i) => (modes & (1 << i)) != 0)],
            Action = closes ? RuleAction.Close : RuleAction.TellOnly,
            DelayS = delay,
            CancelIfDry = other.Item1,
        });

    private static readonly HoursOfDay Night = new() { FromMin = 22 * 60, UntilMin = 6 * 60 };
    private static readonly HoursOfDay Day = new() { FromMin = 6 * 60, UntilMin = 22 * 60 };

    /// <summary>Some wait for their modes to come, and some hold by day or by night alone.</summary>
    private static readonly Gen<Rule> AnyRuleOrMode = Gen.Select(AnyRule, Gen.Frequency((4, Gen.Const((RuleTrigger?)null)), (1, Gen.Const((RuleTrigger?)RuleTrigger.ModeComes))), Gen.Int[0, 7])
        .Select((rule, trigger, hours) => rule with { Trigger = trigger, Hours = hours switch { 0 => Night, 1 => Day, _ => null } });

    [Fact]
    public void A_rule_for_every_mode_is_proved_to_close_in_time_and_one_that_is_asleep_is_refuted()
    {
        CheckedClaim proved = Closing(Of(House()));
        Assert.Equal((CheckVerdict.Proved, 25.0), (proved.Verdict, proved.WithinS!.Value));
        Assert.Empty(proved.Steps);
        CheckedClaim refuted = Closing(Of(House().WithRule(r => r with { Modes = [Mode.Home, Mode.Away, Mode.Holiday] })));
        Assert.Equal(CheckVerdict.Refuted, refuted.Verdict);
        Assert.Equal([CheckStepKind.StartsIn, CheckStepKind.SensorWet, CheckStepKind.Missed], refuted.Steps.Select(s => s.Kind));
        Assert.Equal((Mode.Asleep, "puck", 30.0), (refuted.Steps[0].Mode, refuted.Steps[1].SensorId, refuted.Steps[2].AtS));
    }

    [Fact]
    public void A_valve_that_is_opened_by_hand_while_another_sensor_is_wet_stays_open()
    {
        Plan plan = With([House().Installation.Rules[0] with { SensorIds = Sensors }]);
        CheckedClaim[] claims = [.. Check(plan).Claims.Where(c => c.Property is CheckedProperty.Closes or CheckedProperty.ClosesAfterHand)];
        Assert.Equal(CheckVerdict.Proved, Assert.Single(claims, c => c.Property == CheckedProperty.Closes).Verdict);
        CheckedClaim byHand = Assert.Single(claims, c => c.Property == CheckedProperty.ClosesAfterHand);
        Assert.Equal(CheckVerdict.Refuted, byHand.Verdict);
        Assert.Equal(
            [CheckStepKind.StartsIn, CheckStepKind.SensorWet, CheckStepKind.Tells, CheckStepKind.Closes, CheckStepKind.ValveOpened, CheckStepKind.SensorWet, CheckStepKind.Missed],
            byHand.Steps.Select(s => s.Kind));
        Assert.NotEqual(byHand.Steps[1].SensorId, byHand.Steps[5].SensorId);
        // With a rule of its own for each nothing hides behind what is still wet.
        Plan apart = With([.. Sensors.Select(id => House().Installation.Rules[0] with { Id = id, SensorIds = [id] })]);
        Assert.All(Check(apart).Claims, c => Assert.Equal(CheckVerdict.Proved, c.Verdict));
    }

    [Fact]
    public void A_direct_link_closes_at_once_whatever_the_rules_do()
    {
        Plan linked = House().WithInstallation(i => i with { Rules = [], Links = [new DirectLink { SensorId = "puck", DriveId = "drive" }] });
        CheckedClaim claim = Closing(Of(linked));
        Assert.Equal((CheckVerdict.Proved, 0.0), (claim.Verdict, claim.WithinS!.Value));
        CheckedClaim nothing = Closing(Of(linked.WithInstallation(i => i with { Links = [] })));
        Assert.Equal((CheckVerdict.Refuted, null), (nothing.Verdict, nothing.WithinS));
    }

    [Fact]
    public void Two_sensors_that_have_to_be_wet_at_once_leave_one_leak_running()
    {
        Plan plan = With([House().Installation.Rules[0] with { SensorIds = Sensors, AtLeast = 2 }]);
        Assert.Equal(CheckVerdict.Refuted, Assert.Single(Check(plan).Claims, c => c.Property == CheckedProperty.Closes).Verdict);
    }

    [Fact]
    public void Somebody_has_to_hear_it_in_every_mode()
    {
        Contact Called(params Mode[] modes) => new() { Id = "maren", Name = "Maren", Ways = [AlertWay.Call], Modes = modes };
        Plan Told(Contact contact) => House().WithInstallation(i => i with { Contacts = [contact] });
        Assert.Equal(CheckVerdict.Proved, Telling(Of(Told(Called(Enum.GetValues<Mode>())))).Verdict);
        CheckedClaim deaf = Telling(Of(Told(Called(Mode.Home, Mode.Asleep))));
        Assert.Equal(CheckVerdict.Refuted, deaf.Verdict);
        Assert.Contains(deaf.Steps[0].Mode, (Mode?[])[Mode.Away, Mode.Holiday]);
        Assert.Contains(deaf.Steps, s => s.Kind == CheckStepKind.Tells);
    }

    [Fact]
    public void Somebody_has_to_hear_it_at_every_hour()
    {
        Plan Told(params HoursOfDay?[] hours) => House().WithInstallation(i => i with
        {
            Contacts = [.. hours.Select((h, n) => new Contact { Id = $"c{n}", Name = $"C {n}", Ways = [AlertWay.Call], Modes = Enum.GetValues<Mode>(), Hours = h })],
        });
        Assert.Equal(CheckVerdict.Proved, Telling(Of(Told(Night, Day))).Verdict);
        CheckedClaim deaf = Telling(Of(Told(Night)));
        Assert.Equal(CheckVerdict.Refuted, deaf.Verdict);
        Assert.Equal(Day.FromMin, deaf.Steps.Last(s => s.AtMin is not null).AtMin);
        // Whether a valve closes does not hang on it.
        Assert.Equal(Closing(Of(Told([null]))).States, Closing(Of(Told(Night))).States);
    }

    [Fact]
    public void Rules_for_night_and_day_together_are_proved_and_one_alone_is_refuted_by_the_other()
    {
        Rule rule = House().Installation.Rules[0];
        Plan With(params Rule[] rules) => House().WithInstallation(i => i with { Rules = rules });
        CheckedClaim both = Closing(Of(With(rule with { Hours = Night }, rule with { Id = "day", Hours = Day, DelayS = 60 })));
        Assert.Equal((CheckVerdict.Proved, 65.0), (both.Verdict, both.WithinS!.Value));
        CheckedClaim alone = Closing(Of(With(rule with { Hours = Night })));
        Assert.Equal(CheckVerdict.Refuted, alone.Verdict);
        Assert.Equal([CheckStepKind.StartsIn, CheckStepKind.SensorWet, CheckStepKind.Missed], alone.Steps.Select(s => s.Kind));
        Assert.Equal(360, alone.Steps[0].AtMin);
        // A minute of the day that no rule is for is found.
        Assert.Equal(1319, Closing(Of(With(rule with { Hours = Night }, rule with { Id = "day", Hours = Day with { UntilMin = 1319 } }))).Steps.Last(s => s.AtMin is not null).AtMin);
        Assert.Equal(CheckVerdict.Refuted, Of(With(rule, rule with { Id = "never", Hours = Day with { UntilMin = 360 } })).Claims.Single(c => c.RuleId == "never").Verdict);
        Assert.Null(Closing(Of(House().WithRule(r => r with { Modes = [Mode.Home] }))).Steps[0].AtMin);
    }

    [Fact]
    public void A_leak_that_does_harm_is_named_with_each_single_fault_that_leaves_it_running()
    {
        Assert.DoesNotContain(Of(House()).Claims, c => c.Property == CheckedProperty.SurvivesFaults);
        Plan harmful = House().WithLeak(l => l with { Harms = [Harm.Electrics] });
        foreach (Plan plan in (Plan[])[harmful, harmful.WithRule(r => r with { Modes = [Mode.Home] }), harmful.WithDrive(d => d with { Power = DrivePower.Batteries })])
        {
            CheckedClaim claim = Assert.Single(Of(plan).Claims, c => c.Property == CheckedProperty.SurvivesFaults);
            Assert.Equal(["hose"], claim.LeakIds);
            bool RunsOn(Fault fault, Mode mode) => !Rehearser.Of(plan, "hose", mode, faults: [fault]).Ends;
            Assert.Equal(Faults.All.Where(f => Enum.GetValues<Mode>().Any(mode => RunsOn(f, mode))), claim.Faults);
            Assert.Equal(CheckVerdict.Refuted, claim.Verdict);
            Assert.True(RunsOn(claim.Steps.Single(s => s.Fault is not null).Fault!.Value, claim.Steps[0].Mode!.Value));
        }

        // What runs out by itself needs no valve.
        Plan dry = harmful.WithLeak(l => l with { HeightAboveFloorM = 60 });
        Assert.Equal((CheckVerdict.Proved, 0), Of(dry).Claims.Where(c => c.Property == CheckedProperty.SurvivesFaults).Select(c => (c.Verdict, c.Faults.Count)).Single());
    }

    [Fact]
    public void A_story_of_a_later_fault_runs_on_when_it_is_rehearsed()
    {
        // Nothing but the cut of the mains closes, so that all else is listed from the first drop.
        Plan plan = House().WithLeak(l => l with { Harms = [Harm.OtherPeoplesRooms] })
            .WithDrive(d => d with { Power = DrivePower.MainsWithBattery, OnMainsFailure = MainsFailurePolicy.CloseThenReopen });
        CheckedClaim claim = Assert.Single(Of(plan).Claims, c => c.Property == CheckedProperty.SurvivesFaults);
        Assert.Equal([Fault.MainsFailed], claim.LaterFaults);
        foreach ((Fault fault, bool ends) in claim.Faults.Select(f => (f, false)).Concat(Faults.ComeAndGo.Except(claim.Faults).Except(claim.LaterFaults).Select(f => (f, true))))
        {
            Assert.Equal(ends, Enum.GetValues<Mode>().All(mode => Rehearser.Of(plan, "hose", mode, faults: [fault]).Ends));
        }

        Assert.DoesNotContain(Fault.MainsFailed, Assert.Single(Of(plan.WithDrive(d => d with { OnMainsFailure = MainsFailurePolicy.Close })).Claims, c => c.Property == CheckedProperty.SurvivesFaults).LaterFaults);
        AskedRehearsal asked = claim.Rehearsal!;
        Assert.True(Rehearser.Of(plan, asked.LeakId, asked.Mode, faults: asked.Faults, meanwhile: asked.Meanwhile).Endless);
    }

    [Fact]
    public void A_story_in_which_a_sensor_dries_is_rehearsed_with_one_leak_ended_and_wiped_up_and_another_begun()
    {
        Plan one = House().WithRule(r => r with { CancelIfDry = false, DelayS = 900 });
        Plan two = one.WithBuilding(b => b with { Rooms = [b.Rooms[0] with { Leaks = [b.Rooms[0].Leaks[0], b.Rooms[0].Leaks[0] with { Id = "second", Name = "Second hose" }] }] })
            .WithInstallation(i => i with { Sensors = [i.Sensors[0] with { Distances = [.. i.Sensors[0].Distances, new LeakDistance { LeakId = "second", DistanceM = 1.2 }] }] });
        CheckedClaim told = Telling(Of(two));
        AskedRehearsal asked = told.Rehearsal!;
        Assert.Equal([MeanwhileKind.LeakEnds, MeanwhileKind.WipedUp, MeanwhileKind.LeakStarts], asked.Meanwhile.Select(m => m.Kind));
        Rehearsed run = Rehearser.Of(two, asked.LeakId, asked.Mode, meanwhile: asked.Meanwhile);
        Assert.Equal((2, 1, 1), (run.Events.Count(e => e.Kind == EventKind.SensorWet), run.Events.Count(e => e.Kind == EventKind.SensorDry), run.Events.Count(e => e.Kind == EventKind.Told)));
        // One leak does not begin twice, and where the sensor dries only when the valve has closed it comes out otherwise.
        Assert.Null(Telling(Of(one)).Rehearsal);
        CheckedClaim soon = Telling(Of(two.WithRule(r => r with { DelayS = 20 })));
        Assert.Equal((CheckVerdict.Refuted, null), (soon.Verdict, soon.Rehearsal));
    }

    [Fact]
    public void A_sensor_that_gets_wet_again_while_its_closing_is_pending_is_told_of_to_nobody()
    {
        Plan kept = House().WithRule(r => r with { CancelIfDry = false });
        CheckedClaim refuted = Telling(Of(kept));
        Assert.Equal(CheckVerdict.Refuted, refuted.Verdict);
        Assert.Equal(2, refuted.Steps.Count(s => s.Kind == CheckStepKind.SensorWet));
        Assert.Single(refuted.Steps, s => s.Kind == CheckStepKind.Tells);
        Assert.Equal(CheckVerdict.Proved, Closing(Of(kept)).Verdict);
        Assert.Equal(CheckVerdict.Proved, Telling(Of(House())).Verdict);
    }

    [Fact]
    public void A_rule_that_can_never_fire_is_named()
    {
        Plan plan = With([House().Installation.Rules[0], House().Installation.Rules[0] with { Id = "never", AtLeast = 2, SensorIds = ["a"] }, House().Installation.Rules[0] with { Id = "empty", Modes = [] }]);
        var fires = Check(plan).Claims.Where(c => c.Property == CheckedProperty.Fires).ToDictionary(c => c.RuleId!, c => c.Verdict);
        Assert.Equal((CheckVerdict.Refuted, CheckVerdict.Refuted), (fires["never"], fires["empty"]));
    }

    [Fact]
    public void A_valve_that_is_shut_when_a_mode_comes_may_be_opened_again_and_then_a_leak_has_to_close_it()
    {
        Rule rule = House().Installation.Rules[0] with { SensorIds = ["a"] };
        Rule leaves = rule with { Id = "leaves", Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away, Mode.Holiday], ConfirmS = 0, DelayS = 0 };
        CheckedClaim Closes(Rule wet) => Check(With([wet, leaves])).Claims.Single(c => c.Property == CheckedProperty.Closes && c.SensorIds.Contains("a"));
        Assert.Equal(CheckVerdict.Proved, Closes(rule).Verdict);
        // Away from the start, with the valve opened since.
        CheckedClaim refuted = Closes(rule with { Modes = [Mode.Home, Mode.Asleep] });
        Assert.Equal(CheckVerdict.Refuted, refuted.Verdict);
        Assert.Equal([CheckStepKind.StartsIn, CheckStepKind.SensorWet, CheckStepKind.Missed], refuted.Steps.Select(s => s.Kind));
    }

    [Fact]
    public void Whether_what_waits_for_no_water_can_ever_fire_is_said_too()
    {
        Rule rule = House().Installation.Rules[0] with { SensorIds = ["a"] };
        Rule Of(string id, RuleTrigger trigger, params Mode[] modes) => rule with { Id = id, Trigger = trigger, Modes = modes.Length == 0 ? [Mode.Away] : modes };
        Plan plan = With(
        [
            rule,
            Of("leaves", RuleTrigger.ModeComes), Of("all", RuleTrigger.ModeComes, Enum.GetValues<Mode>()),
            Of("mains", RuleTrigger.MainsFails), Of("internet", RuleTrigger.InternetFails),
            Of("silent", RuleTrigger.SensorSilent), Of("two", RuleTrigger.SensorSilent) with { AtLeast = 2 },
            Of("six", RuleTrigger.TimeComes) with { AtMin = 360 }, Of("when", RuleTrigger.TimeComes), Of("late", RuleTrigger.TimeComes) with { AtMin = 360, Hours = Day with { FromMin = 361 } },
            Of("cold", RuleTrigger.SensorCold) with { ColderThanC = 4 }, Of("cool", RuleTrigger.SensorCold), Of("moved", RuleTrigger.ValveMoved), Of("fails", RuleTrigger.ValveFails),
            Of("door", RuleTrigger.ButtonPressed), Of("none", RuleTrigger.ButtonPressed) with { ButtonIds = [] },
        ]).WithInstallation(i => i with { Buttons = [new HandButton { Id = "door", Name = "By the door" }] });
        Assert.Equal(["all", "cool", "late", "none", "two", "when"], Check(plan).Claims.Where(c => c is { Property: CheckedProperty.Fires, Verdict: not CheckVerdict.Proved }).Select(c => c.RuleId!).Order());
    }

    [Fact]
    public void What_was_given_up_is_never_called_proved()
    {
        Plan plan = With([House().Installation.Rules[0] with { SensorIds = Sensors, ConfirmS = 7.001, DelayS = 61.003 }]);
        RuleCheck check = RuleChecker.Of(plan, [new Protection("a", ["main"])], mostStates: 500);
        Assert.Equal(CheckVerdict.NotProved, check.Claims.Single(c => c.Property == CheckedProperty.Closes).Verdict);
        Assert.Equal(500, check.MostStates);
        Assert.All(check.Claims, c => Assert.InRange(c.States, 0, 500));
    }

    [Fact]
    public void Times_that_make_too_many_ticks_are_not_called_proved()
    {
        Plan plan = With([House().Installation.Rules[0] with { SensorIds = Sensors, ConfirmS = 86_400, DelayS = 0.001, CancelIfDry = false }]);
        Assert.All(Check(plan).Claims, c => Assert.Equal((CheckVerdict.NotProved, 0), (c.Verdict, c.States)));
    }

    [Theory]
    // Who leaves within the 2 s that the first rule waits has to wait for the other's delay from then on; after that the first closes by 4 s.
    [InlineData(1, 3, 5)]
    [InlineData(0.5, 2.5, 4.5)]
    [InlineData(1, 2, 4)]
    [InlineData(2, 1, 4)]
    public void Somebody_may_leave_just_before_a_sensor_is_confirmed(double otherConfirmS, double otherDelayS, double withinS)
    {
        Rule home = House().Installation.Rules[0] with { SensorIds = ["a"], Modes = [Mode.Home, Mode.Asleep], ConfirmS = 2, DelayS = 2 };
        Rule away = home with { Id = "away", Modes = [Mode.Away, Mode.Holiday], ConfirmS = otherConfirmS, DelayS = otherDelayS };
        Plan plan = With([home, away]).WithInstallation(i => i with { Contacts = [new Contact { Id = "maren", Name = "Maren", Ways = [AlertWay.Call], Modes = Enum.GetValues<Mode>() }] });
        CheckedClaim claim = Check(plan).Claims.Single(c => c.Property == CheckedProperty.Closes && c.SensorIds.Contains("a"));
        Assert.Equal((CheckVerdict.Proved, withinS), (claim.Verdict, claim.WithinS!.Value));

        // It is no more than it takes.
        (long AtMs, int What)[][] leavings = [.. new[] { 0, 999, 1000, 1001, 1999, 2000, 2001, 9000 }.Select(at => new (long, int)[] { (0, 0), (at, 6 + (int)Mode.Away) })];
        Assert.DoesNotContain(leavings, l => Misses(plan, Mode.Home, l, claim));
        Assert.Contains(leavings, l => Misses(plan, Mode.Home, l, claim with { WithinS = withinS - 0.002 }));
    }

    [Fact]
    public void Thirty_sensors_that_are_alike_are_checked_as_one_claim()
    {
        string[] ids = [.. Enumerable.Range(0, 30).Select(n => $"s{n}")];
        Rule rule = House().Installation.Rules[0] with { SensorIds = ids, ConfirmS = 5, DelayS = 30 };
        RuleCheck check = RuleChecker.Of(With([rule], ids), [.. ids.Select(id => new Protection(id, ["main"]))]);
        CheckedClaim closes = Assert.Single(check.Claims, c => c.Property == CheckedProperty.Closes);
        Assert.Equal((30, CheckVerdict.Proved), (closes.SensorIds.Count, closes.Verdict));

        // Three rules at one second's tick.
        Rule[] three =
        [
            rule with { Id = "in", Modes = [Mode.Home, Mode.Asleep] },
            rule with { Id = "out", ConfirmS = 3, DelayS = 0, Modes = [Mode.Away, Mode.Holiday] },
            rule with { Id = "ten", SensorIds = ids[..10], DelayS = 60, Modes = [Mode.Home] },
        ];
        RuleCheck slow = RuleChecker.Of(With(three, ids), [.. ids.Select(id => new Protection(id, ["main"]))]);
        Assert.Equal([10, 20], slow.Claims.Where(c => c is { Property: CheckedProperty.Closes, Verdict: CheckVerdict.Proved }).Select(c => c.SensorIds.Count).Order());
        Assert.Equal(2, slow.Claims.Count(c => c is { Property: CheckedProperty.Told, Verdict: CheckVerdict.Proved }));

        // With long delays the claim about a hand is settled too: of those that may get wet, others stay wet while somebody opens.
        Assert.All(slow.Claims.Where(c => c.Property == CheckedProperty.ClosesAfterHand), c => Assert.Equal((CheckVerdict.Refuted, true), (c.Verdict, c.Steps.Count > 0)));
        Assert.DoesNotContain(slow.Claims, c => c.Verdict == CheckVerdict.NotProved);

        // What is left out of the moves leaves out no state: as many as when all were tried.
        Assert.Equal([370, 328, 225194, 222842], slow.Claims.Where(c => c is { Property: not CheckedProperty.Fires, Verdict: CheckVerdict.Proved }).Select(c => c.States));
    }

    [Fact]
    public void What_is_proved_survives_any_schedule_and_what_is_refuted_fails_when_it_is_run() =>
        Gen.Select(AnyRuleOrMode.Array[1, 3], Gen.Bool, Gen.Int[0, 47], Schedule.Array[1, 20]).Sample((rules, linked, reached, schedules) =>
        {
            Plan plan = With([.. rules.Select((r, i) => r with { Id = $"r{i}" })]).WithInstallation(i => i with
            {
                Links = linked ? [new DirectLink { SensorId = "b", DriveId = "drive" }] : [],
                Contacts = [new Contact { Id = "maren", Name = "Maren", Ways = [AlertWay.Call], Modes = [.. Enum.GetValues<Mode>().Where((_, m) => (reached & (1 << m)) != 0)], Hours = (reached / 16) switch { 0 => null, 1 => Night, _ => Day } }],
            });
            // What is said of all that are alike is said of "a".
            return RuleChecker.Of(plan, [new Protection("a", ["main"])]).Claims.Where(c => c.SensorIds.Contains("a")).All(claim => claim.Verdict switch
            {
                CheckVerdict.Proved => !schedules.Any(s => Misses(plan, Mode.Home, Happens(s), claim)),
                CheckVerdict.Refuted => Misses(plan, claim.Steps[0].Mode!.Value, Happens(claim), claim),
                // Given up, and so said.
                _ => claim.States >= RuleChecker.MostStates,
            });
        }, iter: 300);

    /// <summary>Gaps of any length, often a whole second or just beside it, and what happens then.</summary>
    private static readonly Gen<(int GapMs, int What)[]> Schedule = Gen.Select(Gen.OneOf(Gen.Int[0, 6000], Gen.Select(Gen.Int[0, 6], Gen.Int[-1, 1]).Select((s, ms) => Math.Max(0, (s * 1000) + ms))), Gen.Int[0, DayTurns]).Array[0, 14];

    private const int DayTurns = 10;

    /// <summary>0 to 2 wet, 3 to 5 dry, 6 to 9 a mode, 10 day or night begins, −1 a hand on the valve.</summary>
    private static IEnumerable<(long AtMs, int What)> Happens((int GapMs, int What)[] schedule)
    {
        long at = 0;
        foreach ((int gapMs, int what) in schedule)
        {
            at += gapMs;
            yield return (at, what);
            // Somebody opens whatever they may.
            yield return (at, -1);
        }

        yield return (at, 0);
    }

    private static IEnumerable<(long AtMs, int What)> Happens(CheckedClaim refuted) => refuted.Steps.Select(s => ((long)Math.Round(s.AtS * 1000), s.Kind switch
    {
        CheckStepKind.ModeBecomes => 6 + (int)s.Mode!.Value,
        CheckStepKind.SensorWet => Array.IndexOf(Sensors, s.SensorId),
        CheckStepKind.SensorDry => 3 + Array.IndexOf(Sensors, s.SensorId),
        CheckStepKind.ValveOpened => -1,
        CheckStepKind.HourComes => DayTurns,
        _ => -2,
    })).Where(s => s.Item2 > -2);

    /// <summary>Runs a schedule by the engine alone: whether "a" was ever wet for longer than it may be before what is claimed has come.</summary>
    private static bool Misses(Plan plan, Mode start, IEnumerable<(long AtMs, int What)> happens, CheckedClaim claim)
    {
        var house = new WatchedHouse(plan, start, claim.Steps.Count > 0 ? claim.Steps[0].AtMin ?? 0 : 0, claim.Property);
        long withinMs = (long)(1000 * (claim.WithinS ?? 0));
        foreach ((long atMs, int what) in happens)
        {
            if (house.WetSinceMs is { } since && atMs > since + withinMs && house.HasNotComeBy(since + withinMs))
            {
                return true;
            }

            house.Takes(atMs, what);
        }

        return house.WetSinceMs is { } wetMs && house.HasNotComeBy(wetMs + withinMs);
    }

    /// <summary>Three sensors and one valve under the engine.</summary>
    private sealed class WatchedHouse(Plan plan, Mode start, int startMin, CheckedProperty claimed)
    {
        private readonly RuleProgram program = RuleProgram.Compile(plan.Installation.Rules, Sensors, ["main"]);
        private readonly RuleStory story = new(RuleProgram.Compile(plan.Installation.Rules, Sensors, ["main"]), start, startMin);
        private bool isNight = Night.Holds(startMin);
        private readonly bool[] wet = new bool[3];
        private bool isClosed;

        /// <summary>Whether somebody who hears has been told since all was dry last.</summary>
        private bool somebodyKnows;

        /// <summary>Whether what is claimed has come since "a" is wet.</summary>
        private bool hasCome;

        public long? WetSinceMs { get; private set; }

        public bool HasNotComeBy(long atMs)
        {
            if (hasCome)
            {
                return false;
            }

            story.At(atMs, RuleEvent.TimePassed);
            Read();
            return !hasCome;
        }

        public void Takes(long atMs, int what)
        {
            if (what == -1)
            {
                story.At(atMs, RuleEvent.TimePassed);
                Read();
                isClosed &= claimed != CheckedProperty.ClosesAfterHand && wet.Any(w => w);
                return;
            }

            if (what == DayTurns)
            {
                story.At(atMs, RuleEvent.TimePassed);
                Read();
                isNight = !isNight;
                foreach (ClockCondition hours in program.Clock.OrderByDescending(c => c.FromMin == Night.FromMin == isNight))
                {
                    story.At(atMs, hours.FromMin == Night.FromMin == isNight ? RuleEvent.Begins(hours.Condition) : RuleEvent.Ends(hours.Condition));
                }

                Read();
                return;
            }

            if (what < 6 && wet[what % 3] == what < 3)
            {
                return;
            }

            WetSinceMs = what == 0 ? atMs : WetSinceMs;
            hasCome &= what != 0;
            if (what < 6)
            {
                wet[what % 3] = what < 3;
                isClosed |= what < 3 && plan.Installation.Links.Any(l => l.SensorId == Sensors[what]);
            }

            story.At(atMs, what switch { < 3 => RuleEvent.Wet(what), < 6 => RuleEvent.Dry(what - 3), _ => RuleEvent.Becomes((Mode)(what - 6)) });
            somebodyKnows &= wet.Any(w => w);
            Read();
            WetSinceMs = wet[0] ? WetSinceMs : null;
        }

        private void Read()
        {
            foreach (RuleStory.Ordered done in story.Done)
            {
                isClosed |= done.Order.Kind == RuleOrderKind.Close;
                somebodyKnows |= done.Order.Kind == RuleOrderKind.Tell && plan.Installation.Rules[done.Order.Rule].WaitsFor == RuleTrigger.SensorWet && plan.Installation.Contacts![0] is var maren && maren.Modes.Contains(done.Mode) && (maren.Hours is null || (maren.Hours == Night) == isNight) && wet.Any(w => w);
            }

            story.Done.Clear();
            hasCome |= wet[0] && (claimed == CheckedProperty.Told ? somebodyKnows : isClosed);
        }
    }

    private static Plan With(IReadOnlyList<Rule> rules, string[]? ids = null) => House().WithInstallation(i => i with
    {
        Sensors = [.. (ids ?? Sensors).Select(id => i.Sensors[0] with { Id = id, Name = id })],
        Signals = [],
        Rules = rules,
    });

    private static RuleCheck Check(Plan plan) => RuleChecker.Of(plan, [.. Sensors.Select(id => new Protection(id, ["main"]))]);

    private static RuleCheck Of(Plan plan) => RuleChecks.Of(plan, new AssessmentMemory());

    private static CheckedClaim Closing(RuleCheck check) => Assert.Single(check.Claims, c => c.Property == CheckedProperty.Closes);

    private static CheckedClaim Telling(RuleCheck check) => Assert.Single(check.Claims, c => c.Property == CheckedProperty.Told);
}
