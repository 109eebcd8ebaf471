using CsCheck;
using Terrapin.Core.Checker;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using Terrapin.Core.Tests.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Checker;

/// <summary>What rules that open valves may never do.</summary>
public class OpeningCheckTests
{
    private static readonly string[] Sensors = ["a", "b"];

    private static readonly Rule Opens = new()
    {
        Id = "opens",
        Name = "Opens",
        Trigger = RuleTrigger.ModeComes,
        SensorIds = [],
        ConfirmS = 0,
        Modes = [Mode.Home],
        Action = RuleAction.Open,
        DelayS = 60,
        CancelIfDry = false,
    };

    private static readonly Rule Wet = Opens with { Id = "wet", Trigger = null, SensorIds = Sensors, Modes = Enum.GetValues<Mode>(), Action = RuleAction.Close, DelayS = 20, Hold = RuleHold.UntilReset };

    private static readonly Rule Press = Opens with { Id = "press", Trigger = RuleTrigger.ButtonPressed, Modes = Enum.GetValues<Mode>(), Action = RuleAction.Close, DelayS = 0 };

    [Fact]
    public void A_delay_before_opening_undoes_what_somebody_closed_in_the_meantime()
    {
        CheckedClaim undone = Claim(With(Opens, Wet, Press), CheckedProperty.LeavesClosed);
        Assert.Equal((CheckVerdict.Refuted, true, "opens"), (undone.Verdict, undone.IsShortest, undone.RuleId));
        Assert.Equal(
            [CheckStepKind.StartsIn, CheckStepKind.ModeBecomes, CheckStepKind.Tells, CheckStepKind.Begins, CheckStepKind.Tells, CheckStepKind.Closes, CheckStepKind.Opens],
            undone.Steps.Select(s => s.Kind));
        Assert.Equal((RuleTrigger.ButtonPressed, "door"), (undone.Steps[3].Trigger, undone.Steps[3].ButtonId));
        Assert.Equal((60.0, "opens"), (undone.Steps[^1].AtS, undone.Steps[^1].RuleId));
        Assert.Equal(["main"], undone.Steps[^1].StopValveIds);
        Assert.Equal(CheckVerdict.Proved, Claim(With(Opens with { DelayS = 0 }, Wet, Press), CheckedProperty.LeavesClosed).Verdict);
        // What water closes bars the opening by itself.
        Assert.Equal(CheckVerdict.Proved, Claim(With(Opens, Wet), CheckedProperty.LeavesClosed).Verdict);
    }

    [Fact]
    public void An_opening_that_is_dropped_when_everybody_leaves_again_undoes_no_closing_for_that()
    {
        Rule leaves = Press with { Trigger = RuleTrigger.ModeComes, Modes = [Mode.Away] };
        Assert.Equal(CheckVerdict.Refuted, Claim(With(Opens, leaves), CheckedProperty.LeavesClosed).Verdict);
        Assert.Equal(CheckVerdict.Proved, Claim(With(Opens with { CancelIfDry = true }, leaves), CheckedProperty.LeavesClosed).Verdict);
    }

    [Fact]
    public void No_valve_is_opened_while_a_sensor_is_wet_that_closes_it()
    {
        foreach (Plan plan in (Plan[])[With(Opens, Wet), With(Opens, Wet with { Hold = null }, Press), Linked(With(Opens))])
        {
            CheckedClaim claim = Claim(plan, CheckedProperty.OpensOnlyDry);
            Assert.Equal((CheckVerdict.Proved, "opens"), (claim.Verdict, claim.RuleId));
            Assert.InRange(claim.States, 10, 10_000);
        }
    }

    [Fact]
    public void Between_two_deadlines_that_fall_into_one_tick_it_counts_which_came_first()
    {
        // Asleep a second before the holiday begins: the closing ends a second before the opening, with no more than one tick for both.
        Rule closes = Press with { Trigger = RuleTrigger.MainsFails, Modes = [Mode.Asleep], DelayS = 4, CancelIfDry = true };
        Rule opens = Opens with { Trigger = RuleTrigger.MainsFails, Modes = [Mode.Holiday], DelayS = 4 };
        CheckedClaim claim = Claim(With(opens, closes), CheckedProperty.LeavesClosed);
        Assert.Equal((CheckVerdict.Refuted, CheckStepKind.Opens), (claim.Verdict, claim.Steps[^1].Kind));
        // A tick that has no parts proves nothing.
        Assert.Equal(CheckVerdict.NotProved, Claim(With(opens with { DelayS = 0.001 }, Wet with { ConfirmS = 0.002, DelayS = 0 }), CheckedProperty.LeavesClosed).Verdict);
    }

    [Fact]
    public void Nothing_is_claimed_of_a_rule_that_opens_what_nothing_closes_or_that_is_in_no_hub()
    {
        Assert.DoesNotContain(Check(With(Opens)).Claims, IsOfOpening);
        Assert.DoesNotContain(Check(With(Opens, Wet).WithInstallation(i => i with { Hubs = [] })).Claims, IsOfOpening);
        Assert.DoesNotContain(Check(With(Wet, Press)).Claims, IsOfOpening);
    }

    [Fact]
    public void A_time_of_day_comes_only_in_its_part_of_the_day()
    {
        // It opens at six; by night a button closes. From six to seven neither can be in the way of the other.
        Rule atSix = Opens with { Trigger = RuleTrigger.TimeComes, AtMin = 360, Modes = Enum.GetValues<Mode>(), DelayS = 30 };
        Rule byNight = Press with { Hours = new HoursOfDay { FromMin = 23 * 60, UntilMin = 5 * 60 } };
        CheckedClaim over = Claim(With(atSix, byNight with { Hours = new HoursOfDay { FromMin = 23 * 60, UntilMin = 7 * 60 } }), CheckedProperty.LeavesClosed);
        Assert.Equal(CheckVerdict.Refuted, over.Verdict);
        Assert.Equal(360, over.Steps.First(s => s is { Kind: CheckStepKind.Begins, Trigger: RuleTrigger.TimeComes }).AtMin);
        Assert.NotEqual(7 * 60, over.Steps.TakeWhile(s => s.Trigger != RuleTrigger.TimeComes).Last(s => s.AtMin is not null).AtMin);
        Assert.Equal(CheckVerdict.Proved, Claim(With(atSix with { DelayS = 0 }, byNight), CheckedProperty.LeavesClosed).Verdict);
    }

    [Fact]
    public void What_is_proved_of_openings_survives_any_schedule_and_what_is_refuted_happens_when_it_is_run() =>
        Gen.Select(AnyOpening, AnyClosing.Array[1, 2], Gen.Bool, Schedule.Array[1, 20]).Sample((opening, closings, linked, schedules) =>
        {
            Plan plan = With([opening, .. closings.Select((r, i) => r with { Id = $"r{i}" })]);
            plan = linked ? Linked(plan) : plan;
            return Check(plan).Claims.Where(IsOfOpening).All(claim => claim.Verdict switch
            {
                CheckVerdict.Proved => !schedules.Any(s => Does(plan, claim.Property, Mode.Home, Happens(s))),
                CheckVerdict.Refuted => Does(plan, claim.Property, claim.Steps[0].Mode!.Value, Happens(claim)),
                _ => claim.States >= RuleChecker.MostStates,
            });
        }, iter: Runs.Of(60));

    private static readonly Gen<IReadOnlyList<Mode>> Modes = Gen.Int[1, 15].Select(bits => (IReadOnlyList<Mode>)[.. Enum.GetValues<Mode>().Where((_, m) => (bits & (1 << m)) != 0)]);

    private static readonly Gen<Rule> AnyOpening = Gen.Select(Gen.Int[0, 2].Select(i => ((RuleTrigger[])[RuleTrigger.ModeComes, RuleTrigger.MainsFails, RuleTrigger.ButtonPressed])[i]), Gen.Int[0, 2], Gen.Int[0, 4], Modes, Gen.Bool)
        .Select((trigger, confirm, delay, modes, cancels) => Opens with { Trigger = trigger, ConfirmS = confirm, DelayS = delay, Modes = modes, CancelIfDry = cancels });

    private static readonly Gen<Rule> AnyClosing = Gen.Select(
        Gen.Int[0, 3].Select(i => ((RuleTrigger?[])[null, RuleTrigger.ModeComes, RuleTrigger.MainsFails, RuleTrigger.ButtonPressed])[i]), Gen.Int[1, 3], Gen.Int[0, 2], Gen.Int[0, 4], Modes, Gen.Select(Gen.Bool, Gen.Bool))
        .Select((trigger, sensors, confirm, delay, modes, other) => Wet with
        {
            Trigger = trigger,
            SensorIds = trigger is null ? [.. Sensors.Where((_, s) => (sensors & (1 << s)) != 0)] : [],
            ConfirmS = confirm,
            DelayS = delay,
            Modes = modes,
            CancelIfDry = other.Item1,
            Hold = other.Item2 ? RuleHold.UntilReset : null,
        });

    private const int Reset = 12;

    /// <summary>0 and 1 wet, 2 and 3 dry, 4 to 7 a mode, 8 the mains fails, 9 is back, 10 the button is pressed, 11 let go, 12 somebody resets.</summary>
    private static readonly Gen<(int GapMs, int What)[]> Schedule = Gen.Select(Gen.OneOf(Gen.Int[0, 5000], Gen.Int[0, 5].Select(s => s * 1000)), Gen.Int[0, Reset]).Array[0, 14];

    private static IEnumerable<(long AtMs, int What)> Happens((int GapMs, int What)[] schedule)
    {
        long at = 0;
        return schedule.Select(s => (at += s.GapMs, s.What)).ToArray();
    }

    private static IEnumerable<(long AtMs, int What)> Happens(CheckedClaim refuted) => refuted.Steps.Select(s => ((long)Math.Round(s.AtS * 1000), s switch
    {
        { Kind: CheckStepKind.SensorWet } => Array.IndexOf(Sensors, s.SensorId),
        { Kind: CheckStepKind.SensorDry } => 2 + Array.IndexOf(Sensors, s.SensorId),
        { Kind: CheckStepKind.ModeBecomes } => 4 + (int)s.Mode!.Value,
        { Kind: CheckStepKind.Begins, Trigger: RuleTrigger.MainsFails } => 8,
        { Kind: CheckStepKind.Ends, Trigger: RuleTrigger.MainsFails } => 9,
        { Kind: CheckStepKind.Begins, Trigger: RuleTrigger.ButtonPressed } => 10,
        { Kind: CheckStepKind.Ends, Trigger: RuleTrigger.ButtonPressed } => 11,
        { Kind: CheckStepKind.Resets } => Reset,
        _ => -1,
    })).Where(s => s.Item2 >= 0);

    /// <summary>Runs a schedule by the engine alone: whether the rule that opens ever does what is claimed that it never does.</summary>
    private static bool Does(Plan plan, CheckedProperty claimed, Mode start, IEnumerable<(long AtMs, int What)> happens)
    {
        (int, int)[] links = [.. plan.Installation.Links.Select(l => (Array.IndexOf(Sensors, l.SensorId), 0))];
        var program = RuleProgram.Compile(plan.Installation.Rules, Sensors, ["main"], ["door"], new RuleGuards(links, null));
        var story = new RuleStory(program, start);
        bool[] isWet = new bool[Sensors.Length];
        bool[] guards = [.. Sensors.Select((id, s) => links.Any(l => l.Item1 == s) || plan.Installation.Rules.Any(r => r is { Action: RuleAction.Close, WaitsFor: RuleTrigger.SensorWet } && r.SensorIds.Contains(id)))];
        bool justClosed = false;
        bool does = false;
        foreach ((long atMs, int what) in happens.Append((happens.Select(h => h.AtMs).LastOrDefault() + 60_000, -1)))
        {
            if (what is >= 0 and < 4 && isWet[what % 2] == what < 2)
            {
                continue;
            }

            // Whatever comes due until now does so before this happens.
            story.At(atMs, RuleEvent.TimePassed);
            Read();
            if (EventOf(what) is not { } happened)
            {
                continue;
            }

            if (what < 4)
            {
                isWet[what % 2] = what < 2;
            }

            justClosed = false;
            story.At(atMs, happened);
            Read();
        }

        return does;

        void Read()
        {
            foreach (RuleStory.Ordered done in story.Done)
            {
                if (done.Order.Kind == RuleOrderKind.Open)
                {
                    does |= claimed == CheckedProperty.LeavesClosed ? justClosed : guards.Where((_, s) => isWet[s]).Any(g => g);
                    justClosed = false;
                }

                justClosed |= done.Order.Kind == RuleOrderKind.Close;
            }

            story.Done.Clear();
        }

        RuleEvent? EventOf(int what) => what switch
        {
            < 0 => null,
            < 2 => RuleEvent.Wet(what),
            < 4 => RuleEvent.Dry(what - 2),
            < 8 => RuleEvent.Becomes((Mode)(what - 4)),
            8 or 9 => program.ConditionOf(RuleTrigger.MainsFails) is { } mains ? what == 8 ? RuleEvent.Begins(mains) : RuleEvent.Ends(mains) : RuleEvent.TimePassed,
            10 or 11 => program.ConditionOf(RuleTrigger.ButtonPressed) is { } door ? what == 10 ? RuleEvent.Begins(door) : RuleEvent.Ends(door) : RuleEvent.TimePassed,
            _ => RuleEvent.Reset,
        };
    }

    private static bool IsOfOpening(CheckedClaim claim) => claim.Property is CheckedProperty.OpensOnlyDry or CheckedProperty.LeavesClosed;

    private static CheckedClaim Claim(Plan plan, CheckedProperty property) => Assert.Single(Check(plan).Claims, c => c.Property == property);

    private static RuleCheck Check(Plan plan) => RuleChecker.Of(plan, []);

    private static Plan Linked(Plan plan) => plan.WithInstallation(i => i with { Links = [new DirectLink { SensorId = "b", DriveId = "drive" }] });

    private static Plan With(params Rule[] rules) => House().WithInstallation(i => i with
    {
        Sensors = [.. Sensors.Select(id => i.Sensors[0] with { Id = id, Name = id })],
        Buttons = [new HandButton { Id = "door", Name = "By the door" }],
        Signals = [],
        Rules = rules,
    });
}
