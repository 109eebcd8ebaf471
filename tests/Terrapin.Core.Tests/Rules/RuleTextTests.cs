using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Rules;

/// <summary>Rules as text: what is written reads back, and what is wrong is said where it is.</summary>
public class RuleTextTests
{
    private static readonly string[] Names = ["Basin", "Under the \"old\" sink", "Hall \\ stair", "Twin", "Twin", "any of, wet"];

    private static Plan Plan { get; } = WithNames(House());

    private static readonly Gen<Rule> AnyRule = Gen.Select(
        Gen.Select(Gen.Int[0, 63], Gen.Bool, Gen.OneOf(Gen.Int[0, 86400].Select(s => (double)s), Gen.Double[1e-4, 86400], Gen.Double[1e-4, 1])),
        Gen.Select(Gen.Int[0, 15], Gen.Bool, Gen.Int[0, 3]),
        Gen.Select(Gen.OneOf(Gen.Int[0, 1440].Select(m => m * 60.0), Gen.Double[1e-4, 86400]), Gen.Bool, Gen.Int[0, 3]),
        Gen.Select(Gen.Int[0, Names.Length - 1], Gen.Int[0, 4], Gen.Int[0, 4])).Select((who, when, then, said) =>
        {
            bool closes = when.Item2;
            bool opens = closes && then.Item3 == 0;
            return new Rule
            {
                Id = "r",
                Name = Names[said.Item1],
                AllBut = who.Item2,
                SensorIds = [.. Plan.Installation.Sensors.Where((_, i) => (who.Item1 & (1 << i)) != 0).Select(s => s.Id)],
                AtLeast = said.Item2 == 0 || (!who.Item2 && who.Item1 == 0) ? null : said.Item2,
                TellIds = said.Item3 == 4 ? null : [.. Plan.Installation.Contacts!.Take(said.Item3).Select(c => c.Id)],
                ConfirmS = who.Item3,
                Modes = [.. Enum.GetValues<Mode>().Where((_, i) => (when.Item1 & (1 << i)) != 0)],
                Action = opens ? RuleAction.Open : closes ? RuleAction.Close : RuleAction.TellOnly,
                Hold = closes && !opens && then.Item3 == 1 ? RuleHold.UntilReset : null,
                StopValveIds = closes && when.Item3 == 1 ? ["main"] : [],
                DelayS = closes ? then.Item1 : 0,
                CancelIfDry = closes && then.Item2,
            };
        });

    /// <summary>Waiting for anything, and stopping switches or none; what has no use in it is left out.</summary>
    private static readonly Gen<Rule> AnyRuleAtAll = Gen.Select(AnyRule, Gen.Enum<RuleTrigger>(), Gen.Int[0, 4], Gen.Int[0, 2], Gen.Double[86400, 604800], Gen.Select(Gen.Int[-1, 1439], Gen.Int[0, 1439]), Gen.Select(Gen.Bool, Gen.Double[-40, 40])).Select((rule, trigger, buttons, stopped, silentS, clock, cold) => rule with
    {
        Trigger = trigger == RuleTrigger.SensorWet ? null : trigger,
        AtLeast = IsOfSensors(trigger) ? rule.AtLeast : null,
        AllBut = IsOfSensors(trigger) && rule.AllBut,
        RoomIds = IsOfSensors(trigger) && rule.AllBut && cold.Item1 ? [Plan.Building.Rooms[0].Id] : null,
        Tags = IsOfSensors(trigger) && rule.AllBut && buttons > 0 ? [.. Names.Where(Sensor.IsTag).Distinct().Take(buttons)] : null,
        SensorIds = IsOfSensors(trigger) ? rule.SensorIds : [],
        ConfirmS = trigger switch { RuleTrigger.SensorSilent => silentS, RuleTrigger.TimeComes => 0, _ => rule.ConfirmS },
        ColderThanC = trigger == RuleTrigger.SensorCold ? (cold.Item1 ? null : Math.Round(cold.Item2, 6)) : null,
        AtMin = trigger == RuleTrigger.TimeComes && clock.Item1 >= 0 ? clock.Item1 : null,
        Hours = clock.Item1 % 3 == 0 ? new HoursOfDay { FromMin = clock.Item2, UntilMin = clock.Item1 } : null,
        ButtonIds = trigger == RuleTrigger.ButtonPressed && buttons < 4 ? [.. Plan.Installation.Buttons!.Where((_, i) => (buttons & (1 << i)) != 0).Select(b => b.Id)] : null,
        StopSwitchIds = stopped == 0 ? null : [.. Plan.Installation.Switches!.Take(stopped).Select(s => s.Id)],
    });

    private static bool IsOfSensors(RuleTrigger trigger) => trigger is RuleTrigger.SensorWet or RuleTrigger.SensorSilent or RuleTrigger.SensorCold;

    [Fact]
    public void What_is_written_reads_back_as_the_same_rule() => AnyRuleAtAll.Sample(rule =>
    {
        string text = RuleText.Write(Plan, rule);
        RuleTextRead read = RuleText.Read(Plan, "r", text);
        return read.Fault is null && Same(rule, read.Rule!) && RuleText.Write(Plan, read.Rule!) == text;
    });

    [Fact]
    public void It_reads_as_one_would_say_it()
    {
        Rule rule = House().Installation.Rules[0];
        Assert.Equal("rule \"Close at once\"\nwhen any of \"Under the basin\" is wet for 5 s\nin every mode\nthen tell, wait 20 s unless dry, close every valve\n", RuleText.Write(House(), rule));
        Assert.Equal("rule \"Pit\"\nwhen any sensor but \"Under the basin\" is wet for 2 min\nin home, asleep\nthen tell\n", RuleText.Write(House(), rule with { Name = "Pit", AllBut = true, ConfirmS = 120, Modes = [Mode.Home, Mode.Asleep], Action = RuleAction.TellOnly }));
    }

    [Fact]
    public void What_is_waited_for_and_switched_off_reads_as_one_would_say_it()
    {
        Rule rule = Plan.Installation.Rules[0] with { Name = "R", SensorIds = [], AllBut = true, ConfirmS = 60, DelayS = 30, Modes = [Mode.Away] };
        string Text(Rule other) => RuleText.Write(Plan, other).Replace('\n', ' ').Trim();
        Assert.Equal("rule \"R\" when any sensor is silent for 26 h in away then tell", Text(rule with { Trigger = RuleTrigger.SensorSilent, ConfirmS = 93600, Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when the mode comes for 1 min in away then tell, wait 30 s unless over, close every valve", Text(rule with { Trigger = RuleTrigger.ModeComes }));
        Assert.Equal("rule \"R\" when the power fails for 1 min in away then tell, stop \"Pump\" and \"Outlet\" #w1, close every valve", Text(rule with { Trigger = RuleTrigger.MainsFails, StopSwitchIds = ["w0", "w1"], DelayS = 0, CancelIfDry = false }));
        Assert.Equal("rule \"R\" when any button is pressed for 1 min in away then tell, stop \"Pump\"", Text(rule with { Trigger = RuleTrigger.ButtonPressed, Action = RuleAction.TellOnly, StopSwitchIds = ["w0"] }));
        Assert.Equal("rule \"R\" when any valve is moved for 1 min in away then tell", Text(rule with { Trigger = RuleTrigger.ValveMoved, Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when any valve fails for 1 min in away then tell", Text(rule with { Trigger = RuleTrigger.ValveFails, Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when it is 6:05 in away between 6:00 and 22:30 then tell", Text(rule with { Trigger = RuleTrigger.TimeComes, AtMin = 365, Hours = new HoursOfDay { FromMin = 360, UntilMin = 1350 }, Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when any sensor is colder than minus 2.5 C for 1 min in away then tell", Text(rule with { Trigger = RuleTrigger.SensorCold, ColderThanC = -2.5, Action = RuleAction.TellOnly }));
        string room = Plan.Building.Rooms[0].Name;
        Assert.Equal($"rule \"R\" when any sensor in \"{room}\" but \"Basin\" is wet for 1 min in away then tell", Text(rule with { RoomIds = [Plan.Building.Rooms[0].Id], SensorIds = ["s0"], Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when any sensor tagged \"upstairs\", \"hoses\" is wet for 1 min in away then tell", Text(rule with { Tags = ["upstairs", "hoses"], Action = RuleAction.TellOnly }));
        Assert.Equal($"rule \"R\" when any 2 sensors tagged \"hoses\" in \"{room}\" but \"Basin\" is wet for 1 min in away then tell", Text(rule with { AtLeast = 2, Tags = ["hoses"], RoomIds = [Plan.Building.Rooms[0].Id], SensorIds = ["s0"], Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when no sensor is wet for 1 min in away then tell", Text(rule with { Tags = [], Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when no sensor is wet for 1 min in away then tell", Text(rule with { RoomIds = [], Action = RuleAction.TellOnly }));
        Assert.Equal("rule \"R\" when button \"By the door\" is pressed for 1 min in away then tell", Text(rule with { Trigger = RuleTrigger.ButtonPressed, ButtonIds = ["b0"], Action = RuleAction.TellOnly }));
    }

    [Fact]
    public void Spaces_lines_and_capitals_are_as_one_likes()
    {
        RuleTextRead read = RuleText.Read(House(), "r", "  Rule \"A\" WHEN any sensor is wet for 1.5 min\n\n in away,holiday then\ttell , wait 0.25 h,close \"The stop valve\"  ".Replace("The stop valve", House().Building.StopValves[0].Name, StringComparison.Ordinal));
        Assert.Null(read.Fault);
        Assert.Equal((90.0, 900.0, false, true), (read.Rule!.ConfirmS, read.Rule.DelayS, read.Rule.CancelIfDry, read.Rule.AllBut));
        Assert.Equal(["main"], read.Rule.StopValveIds);
    }

    [Theory]
    [InlineData("", 1, 1, "the end", "rule")]
    [InlineData("rule Pit", 1, 6, "pit", "the rule's name in quotes")]
    [InlineData("rule \"Pit\nwhen", 1, 6, "\"Pit", "the rule's name in quotes")]
    [InlineData("rule \"P\"\nwhen every sensor", 2, 6, "every", "any sensor, any of and names, no sensor, any button, button and names, any valve, the mode, the power, the internet or it is and a time")]
    [InlineData("rule \"P\"\nwhen any 0 of", 2, 10, "0", "a whole number from 1 to 500")]
    [InlineData("rule \"P\"\nwhen any 1.5 sensors", 2, 10, "1.5", "a whole number from 1 to 500")]
    [InlineData("rule \"P\"\nwhen any 2 sensor is", 2, 12, "sensor", "sensors, or of and names")]
    [InlineData("rule \"P\"\nwhen any of \"Nowhere\" is wet for 5 s", 2, 13, "\"Nowhere\"", "one of \"Under the basin\"")]
    [InlineData("rule \"P\"\nwhen any sensor is wet for 5", 2, 28 + 1, "the end", "s, min or h")]
    [InlineData("rule \"P\"\nwhen any sensor is wet for 25 h", 2, 28, "25", "a day at the most")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in home, home then tell", 1, 50, "home", "one of away, asleep, holiday")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in every mode then close", 1, 60, "close", "tell")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in every mode then tell, shut every valve", 1, 66, "shut", "stop, wait, close or open")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in every mode then tell, close every valve until dry", 1, 90, "dry", "reset")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in every mode then tell, open every valve until reset", 1, 83, "until", "the end, or a comma and another valve")]
    [InlineData("rule \"P\" when any sensor is dry", 1, 29, "dry", "wet, silent or colder than")]
    [InlineData("rule \"P\" when any sensor is colder than ice", 1, 41, "ice", "a temperature, such as 4 C or minus 2 C")]
    [InlineData("rule \"P\" when any sensor is colder than 41 C", 1, 41, "41", "40 C at the most, or minus 40 C")]
    [InlineData("rule \"P\" when any sensor is colder than 4 F", 1, 43, "f", "c")]
    [InlineData("rule \"P\" when any valve leaks", 1, 25, "leaks", "is moved, or fails")]
    [InlineData("rule \"P\" when it is 24:00", 1, 21, "24:00", "a time of day from 0:00 to 23:59")]
    [InlineData("rule \"P\" when it is 7", 1, 21, "7", "a time of day, such as 22:30")]
    [InlineData("rule \"P\" when it is 7:5", 1, 21, "7", "a time of day, such as 22:30")]
    [InlineData("rule \"P\" when it is 7:05 for 5 s", 1, 26, "for", "in")]
    [InlineData("rule \"P\" when any sensor tagged hoses is wet", 1, 33, "hoses", "a tag in quotes")]
    [InlineData("rule \"P\" when any sensor tagged \"hoses, all\" is wet", 1, 33, "\"hoses, all\"", "a tag of 1 to 40 characters, without a comma and without a space before or after it")]
    [InlineData("rule \"P\" when any sensor in \"Nowhere\" is wet", 1, 29, "\"Nowhere\"", "one of \"Scullery\"")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in home between 22:00 to 6:00 then tell", 1, 63, "to", "and")]
    [InlineData("rule \"P\" when the water fails", 1, 19, "water", "mode, power or internet")]
    [InlineData("rule \"P\" when the mode fails", 1, 24, "fails", "comes")]
    [InlineData("rule \"P\" when button \"Door\" is pressed", 1, 22, "\"Door\"", "one of ")]
    [InlineData("rule \"P\" when any sensor is silent for 200 h", 1, 40, "200", "a week at the most")]
    [InlineData("rule \"P\" when the mains fails for 5 s in home then tell, wait 5 s unless dry", 1, 74, "dry", "over")]
    [InlineData("rule \"P\" when the mains fails for 5 s in home then tell, stop pump", 1, 63, "pump", "the name of a switch in quotes")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in every mode then tell, wait 5 s close every valve", 1, 75, "close", "unless dry, or a comma and close or open")]
    [InlineData("rule \"P\" when any sensor is wet for 5 s in every mode then tell; call", 1, 64, ";", "names, nobody, a comma and what comes next, or the end")]
    public void What_is_wrong_is_said_where_it_is(string text, int line, int column, string found, string expected)
    {
        RuleTextRead read = RuleText.Read(House(), "r", text);
        Assert.Null(read.Rule);
        RuleTextFault fault = read.Fault!;
        Assert.Equal((line, column, found, expected), (fault.Line, fault.Column, fault.Found, fault.Expected));
        Assert.True(fault.Length >= 1);
    }

    [Fact]
    public void The_mains_is_read_as_the_power() =>
        Assert.Equal(RuleTrigger.MainsFails, RuleText.Read(Plan, "r", "rule \"P\" when the mains fails for 5 s in every mode then tell").Rule!.Trigger);

    [Fact]
    public void Two_that_are_called_the_same_are_told_apart_by_their_ids()
    {
        RuleTextRead read = RuleText.Read(Plan, "r", "rule \"P\" when any of \"Twin\" is wet for 5 s in every mode then tell");
        Assert.Equal("its id behind it, as several are called so: #s3, #s4", read.Fault!.Expected);
        Assert.Equal(["s4"], RuleText.Read(Plan, "r", "rule \"P\" when any of \"Twin\" #s4 is wet for 5 s in every mode then tell").Rule!.SensorIds);
        Assert.Equal("an id of \"Twin\": #s3, #s4", RuleText.Read(Plan, "r", "rule \"P\" when any of \"Twin\" #s0 is wet for 5 s in every mode then tell").Fault!.Expected);
    }

    [Fact]
    public void Who_is_told_and_how_many_must_be_wet_are_said_too()
    {
        Rule rule = RuleText.Read(Plan, "r", "rule \"P\" when any 2 of \"Basin\", \"Twin\" #s3 is wet for 5 s in away then tell \"Maren\" and \"Twin\" #c2, close every valve").Rule!;
        Assert.Equal((2, false), (rule.AtLeast, rule.AllBut));
        Assert.Equal(["c0", "c2"], rule.TellIds!);
        Assert.Equal([], RuleText.Read(Plan, "r", "rule \"P\" when any 3 sensors but \"Basin\" is wet for 5 s in away then tell nobody, close every valve").Rule!.TellIds!);
        Assert.Null(RuleText.Read(Plan, "r", "rule \"P\" when any sensor is wet for 5 s in away then tell, close every valve").Rule!.TellIds);
        RuleTextFault fault = RuleText.Read(Plan, "r", "rule \"P\" when any sensor is wet for 5 s in away then tell \"Jonas\"").Fault!;
        Assert.Equal((59, "\"Jonas\"", "one of \"Maren\", \"Twin\", \"Twin\""), (fault.Column, fault.Found, fault.Expected));
    }

    [Fact]
    public void Any_text_at_all_is_read_or_refused_at_a_place_in_it() => Gen.String[Gen.Char["rule \"whenayofsisto,#0123.;\n\\"], 0, 60].Sample(text =>
    {
        RuleTextRead read = RuleText.Read(Plan, "r", text);
        return read.Fault is not { } fault || (fault.Line >= 1 && fault.Line <= text.Split('\n').Length && fault.Column >= 1 && fault.Column <= text.Split('\n')[fault.Line - 1].Length + 1);
    });

    [Fact]
    public void All_but_some_orders_what_the_others_named_would() => Gen.Select(Gen.Int[0, 7], Gen.Int[0, 2].Array[0, 12]).Sample((named, wets) =>
    {
        string[] ids = ["a", "b", "c"];
        Rule rule = House().Installation.Rules[0] with { SensorIds = [.. ids.Where((_, i) => (named & (1 << i)) != 0)], AllBut = true };
        Rule same = rule with { AllBut = false, SensorIds = [.. ids.Except(rule.SensorIds)] };
        return Story(rule).SequenceEqual(Story(same));

        List<RuleStory.Ordered> Story(Rule one)
        {
            var story = new RuleStory(RuleProgram.Compile([one], ids, ["main"]), Mode.Away);
            for (int i = 0; i < wets.Length; i++)
            {
                story.At((i + 1) * 4000, i % 3 == 2 ? RuleEvent.Dry(wets[i]) : RuleEvent.Wet(wets[i]));
            }

            story.ToEnd();
            return story.Done;
        }
    });

    private static Plan WithNames(Plan plan) => plan.WithInstallation(i => i with
    {
        Contacts = [.. ((string[])["Maren", "Twin", "Twin"]).Select((name, n) => new Contact { Id = $"c{n}", Name = name, Ways = [AlertWay.Call], Modes = [Mode.Away] })],
        Buttons = [new HandButton { Id = "b0", Name = "By the door" }, new HandButton { Id = "b1", Name = "Alarm panel" }],
        Switches = [new LoadSwitch { Id = "w0", Name = "Pump", Stops = SwitchedLoad.Pump }, new LoadSwitch { Id = "w1", Name = "Outlet", Stops = SwitchedLoad.Machine }, new LoadSwitch { Id = "w2", Name = "Outlet", Stops = SwitchedLoad.Heater }],
        Sensors = [.. Names.Select((name, n) => i.Sensors[0] with { Id = $"s{n}", Name = name })],
    });

    private static bool Same(Rule a, Rule b) =>
        (a.Id, a.Name, a.AllBut, a.ConfirmS, a.Action, a.DelayS, a.CancelIfDry) == (b.Id, b.Name, b.AllBut, b.ConfirmS, b.Action, b.DelayS, b.CancelIfDry)
        && a.AtLeast == b.AtLeast && Same(a.TellIds, b.TellIds)
        && a.Hold == b.Hold && a.Hours == b.Hours && a.AtMin == b.AtMin && a.ColderThanC == b.ColderThanC && Same(a.RoomIds, b.RoomIds)
        && a.WaitsFor == b.WaitsFor && Same(a.ButtonIds, b.ButtonIds) && Same(a.StopSwitchIds, b.StopSwitchIds)
        && a.SensorIds.SequenceEqual(b.SensorIds) && a.Modes.SequenceEqual(b.Modes) && a.StopValveIds.SequenceEqual(b.StopValveIds);

    private static bool Same(IReadOnlyList<string>? a, IReadOnlyList<string>? b) => (a is null) == (b is null) && (a ?? []).SequenceEqual(b ?? []);
}
