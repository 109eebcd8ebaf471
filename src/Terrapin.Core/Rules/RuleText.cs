using System.Globalization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>Where a rule's text is at fault.</summary>
/// <param name="Line">Counted from 1.</param>
/// <param name="Column">Counted from 1, in characters.</param>
/// <param name="Length">How many characters are at fault, at least 1.</param>
/// <param name="Found">What stands there.</param>
/// <param name="Expected">What should.</param>
public sealed record RuleTextFault(int Line, int Column, int Length, string Found, string Expected);

/// <summary>What a rule's text says.</summary>
/// <param name="Rule"><see langword="null"/> where it is at fault.</param>
/// <param name="Fault"><see langword="null"/> where it is not.</param>
public sealed record RuleTextRead(Rule? Rule, RuleTextFault? Fault);

/// <summary>
/// A rule as text that can be read aloud; the grammar is in docs/formats. What is written reads back as the same rule, but for what has no
/// use in it: the delay of one that only tells, and sensors or buttons that it does not wait for.
/// </summary>
public static class RuleText
{
    /// <summary>The most sensors that a rule may wait for.</summary>
    private const int MostSensors = 500;

    /// <summary>A rule as text.</summary>
    /// <param name="plan">The plan that names its sensors and valves.</param>
    /// <param name="rule">One of its rules.</param>
    public static string Write(Plan plan, Rule rule)
    {
        string modes = rule.Modes.Distinct().Count() switch
        {
            0 => "no mode",
            var count when count == Enum.GetValues<Mode>().Length => "every mode",
            _ => string.Join(", ", rule.Modes.Select(m => m.ToString().ToLowerInvariant())),
        };
        string wait = rule.DelayS > 0 || rule.CancelIfDry ? $"wait {Duration(rule.DelayS)}{(rule.CancelIfDry ? $" unless {OverWord(rule.WaitsFor)}" : "")}, " : "";
        string valves = rule.StopValveIds.Count == 0 ? "every valve" : Names(rule.StopValveIds, Valves(plan));
        string tell = rule.TellIds switch
        {
            null => "tell",
            [] => "tell nobody",
            var ids => $"tell {Names(ids, Contacts(plan), " and ")}",
        };
        string stop = rule.StopSwitchIds is { Count: > 0 } stopped ? $", stop {Names(stopped, Switches(plan), " and ")}" : "";
        string act = rule.Action switch
        {
            RuleAction.TellOnly => "",
            RuleAction.Open => $", {wait}open {valves}",
            _ => $", {wait}close {valves}{(rule.Hold == RuleHold.UntilReset ? " until reset" : "")}",
        };
        string lasts = rule.WaitsFor == RuleTrigger.TimeComes ? "" : $" for {Duration(rule.ConfirmS)}";
        string hours = rule.Hours is { } h ? $" between {Clock(h.FromMin)} and {Clock(h.UntilMin)}" : "";
        return $"rule {Quoted(rule.Name)}\nwhen {When(plan, rule)}{lasts}\nin {modes}{hours}\nthen {tell}{stop}{act}\n";
    }

    private static string When(Plan plan, Rule rule) => rule.WaitsFor switch
    {
        RuleTrigger.ModeComes => "the mode comes",
        RuleTrigger.MainsFails => "the power fails",
        RuleTrigger.InternetFails => "the internet fails",
        RuleTrigger.ButtonPressed => rule.ButtonIds switch
        {
            null => "any button is pressed",
            [] => "no button is pressed",
            var ids => $"button {Names(ids, Buttons(plan))} is pressed",
        },
        RuleTrigger.ValveMoved => "any valve is moved",
        RuleTrigger.ValveFails => "any valve fails",
        RuleTrigger.TimeComes => rule.AtMin is { } atMin ? $"it is {Clock(atMin)}" : "it is no time",
        RuleTrigger.SensorCold => $"{Who(plan, rule)} is colder than {Celsius(rule.ColderThanC)}",
        var trigger => $"{Who(plan, rule)} is {SensorWord(trigger)}",
    };

    private static string Who(Plan plan, Rule rule)
    {
        (string sensor, string of) = rule.AtLeast is { } least ? ($"any {least} sensors", $"any {least} of") : ("any sensor", "any of");
        return rule switch
        {
            { AllBut: true, RoomIds.Count: 0 } or { AllBut: true, Tags.Count: 0 } => "no sensor",
            { AllBut: true } => $"{sensor}{(rule.Tags is { } tags ? $" tagged {string.Join(", ", tags.Select(Quoted))}" : "")}{(rule.RoomIds is { } rooms ? $" in {Names(rooms, Rooms(plan))}" : "")}{(rule.SensorIds.Count > 0 ? $" but {Names(rule.SensorIds, Sensors(plan))}" : "")}",
            { SensorIds.Count: 0 } => "no sensor",
            _ => $"{of} {Names(rule.SensorIds, Sensors(plan))}",
        };
    }

    /// <summary>What a sensor is that a rule of sensors waits for.</summary>
    internal static string SensorWord(RuleTrigger trigger) => trigger switch { RuleTrigger.SensorWet => "wet", RuleTrigger.SensorCold => "cold", _ => "silent" };

    /// <summary>What drops a wait: that it has dried, or that it is over.</summary>
    private static string OverWord(RuleTrigger trigger) => trigger == RuleTrigger.SensorWet ? "dry" : "over";

    /// <summary>A rule out of its text.</summary>
    /// <param name="plan">The plan whose sensors and valves it names.</param>
    /// <param name="id">That the rule gets.</param>
    /// <param name="text">As typed.</param>
    public static RuleTextRead Read(Plan plan, string id, string text)
    {
        try
        {
            return new RuleTextRead(new Reader(plan, RuleTokens.Of(text)).Rule(id), null);
        }
        catch (FaultException at)
        {
            return new RuleTextRead(null, at.Fault);
        }
    }

    private static (string Id, string Name)[] Sensors(Plan plan) => [.. plan.Installation.Sensors.Select(s => (s.Id, s.Name))];

    private static (string Id, string Name)[] Rooms(Plan plan) => [.. plan.Building.Rooms.Select(r => (r.Id, r.Name))];

    private static (string Id, string Name)[] Valves(Plan plan) => [.. plan.Building.StopValves.Select(v => (v.Id, v.Name))];

    private static (string Id, string Name)[] Buttons(Plan plan) => [.. (plan.Installation.Buttons ?? []).Select(b => (b.Id, b.Name))];

    private static (string Id, string Name)[] Switches(Plan plan) => [.. (plan.Installation.Switches ?? []).Select(s => (s.Id, s.Name))];

    private static (string Id, string Name)[] Contacts(Plan plan) => [.. (plan.Installation.Contacts ?? []).Select(c => (c.Id, c.Name))];

    /// <summary>By name; where several are called so, with the id behind it.</summary>
    private static string Names(IEnumerable<string> ids, (string Id, string Name)[] known, string between = ", ") => string.Join(between, ids.Select(id =>
    {
        string name = known.First(k => k.Id == id).Name;
        return known.Count(k => k.Name == name) == 1 ? Quoted(name) : $"{Quoted(name)} #{id}";
    }));

    private static string Quoted(string name) => $"\"{name.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("\"", "\\\"", StringComparison.Ordinal)}\"";

    /// <summary>A time as the language has it.</summary>
    /// <param name="seconds">s, not negative.</param>
    internal static string Duration(double seconds) => seconds switch
    {
        > 0 when seconds % 3600 == 0 => Invariant(seconds / 3600, "h"),
        > 0 when seconds % 60 == 0 => Invariant(seconds / 60, "min"),
        _ => Invariant(seconds, "s"),
    };

    /// <summary>A time of day as the language has it.</summary>
    /// <param name="min">Minutes from midnight.</param>
    internal static string Clock(int min) => string.Create(CultureInfo.InvariantCulture, $"{min / 60}:{min % 60:00}");

    /// <summary>Hours as people say them.</summary>
    /// <param name="fromMin">When they begin, minutes from midnight.</param>
    /// <param name="untilMin">When they are over, minutes from midnight.</param>
    internal static string FromTo(int fromMin, int untilMin) => $"from {Clock(fromMin)} to {Clock(untilMin)}";

    /// <summary>A temperature as the language has it.</summary>
    /// <param name="celsius">°C; <see langword="null"/>: not said.</param>
    private static string Celsius(double? celsius) => celsius is { } c ? $"{(c < 0 ? "minus " : "")}{Invariant(Math.Abs(c), "C")}" : "nothing";

    /// <summary>To the last digit; below a tenth of a millisecond, where that would be an exponent, in decimals.</summary>
    private static string Invariant(double number, string unit) =>
        $"{(number is > 0 and < 1e-4 ? ((decimal)number).ToString(CultureInfo.InvariantCulture) : number.ToString("R", CultureInfo.InvariantCulture))} {unit}";

    private sealed class FaultException(RuleTextFault fault) : Exception
    {
        public RuleTextFault Fault { get; } = fault;
    }

    /// <summary>Reads one rule from its pieces, from left to right.</summary>
    private sealed class Reader(Plan plan, List<RuleToken> tokens)
    {
        private int at;

        private RuleToken Here => tokens[at];

        private RuleToken? Next => at + 1 < tokens.Count ? tokens[at + 1] : null;

        public Rule Rule(string id)
        {
            Word("rule");
            string name = Take(RuleTokenKind.Name, "the rule's name in quotes").Text;
            Word("when");
            Rule rule = WaitsFor(new Rule
            {
                Id = id,
                Name = name,
                AllBut = false,
                SensorIds = [],
                ConfirmS = 0,
                Modes = [],
                Action = RuleAction.TellOnly,
                DelayS = 0,
                CancelIfDry = false,
            });
            if (rule.WaitsFor != RuleTrigger.TimeComes)
            {
                Word("for");
                rule = rule with { ConfirmS = Duration(rule.WaitsFor == RuleTrigger.SensorSilent ? Model.Rule.LongestSilenceS : Model.Rule.LongestS) };
            }

            Word("in");
            rule = rule with { Modes = Modes(), Hours = Hours() };
            Words("then", "tell");
            rule = rule with { TellIds = Told() };
            bool isStopped = false;
            if (Here.Kind == RuleTokenKind.Comma)
            {
                at++;
                if (Is("stop"))
                {
                    isStopped = true;
                    rule = rule with { StopSwitchIds = Named(Switches(plan), "the name of a switch in quotes", () => Is("and")) };
                }

                if (!isStopped || Skip(RuleTokenKind.Comma))
                {
                    rule = Turning(rule, isStopped);
                }
            }

            return Here.Kind == RuleTokenKind.End ? rule : throw Expected(
                rule.Action == RuleAction.Close ? "until reset, the end, or a comma and another valve"
                : rule.Action == RuleAction.Open ? "the end, or a comma and another valve"
                : isStopped ? "and with another switch, a comma and what comes next, or the end"
                : "names, nobody, a comma and what comes next, or the end");
        }

        private Rule WaitsFor(Rule rule)
        {
            if (Is("the"))
            {
                // Texts of before the power was called so still say the mains.
                RuleTrigger trigger = Is("mode") ? RuleTrigger.ModeComes : Is("power") || Is("mains") ? RuleTrigger.MainsFails : Is("internet") ? RuleTrigger.InternetFails : throw Expected("mode, power or internet");
                Word(trigger == RuleTrigger.ModeComes ? "comes" : "fails");
                return rule with { Trigger = trigger };
            }

            if (Is("button"))
            {
                return Pressed(rule, Named(Buttons(plan), "the name of a button in quotes"));
            }

            if (Here is { Kind: RuleTokenKind.Word, Text: "any" or "no" } && Next is { Kind: RuleTokenKind.Word, Text: "button" })
            {
                IReadOnlyList<string>? none = Here.Text == "no" ? [] : null;
                at += 2;
                return Pressed(rule, none);
            }

            if (Is("it"))
            {
                Word("is");
                bool isNone = Is("no");
                if (isNone)
                {
                    Word("time");
                }

                return rule with { Trigger = RuleTrigger.TimeComes, AtMin = isNone ? null : Clock() };
            }

            if (Here is { Kind: RuleTokenKind.Word, Text: "any" } && Next is { Kind: RuleTokenKind.Word, Text: "valve" })
            {
                at += 2;
                RuleTrigger trigger = Is("fails") ? RuleTrigger.ValveFails : Is("is") ? RuleTrigger.ValveMoved : throw Expected("is moved, or fails");
                if (trigger == RuleTrigger.ValveMoved)
                {
                    Word("moved");
                }

                return rule with { Trigger = trigger };
            }

            rule = Who(rule);
            Word("is");
            return Is("wet") ? rule
                : Is("silent") ? rule with { Trigger = RuleTrigger.SensorSilent }
                : Is("colder") ? rule with { Trigger = RuleTrigger.SensorCold, ColderThanC = ColderThan() }
                : throw Expected("wet, silent or colder than");
        }

        private double? ColderThan()
        {
            Word("than");
            if (Is("nothing"))
            {
                return null;
            }

            int sign = Is("minus") ? -1 : 1;
            RuleToken number = Take(RuleTokenKind.Number, "a temperature, such as 4 C or minus 2 C");
            Word("c");
            return number.Number <= Model.Rule.FarthestC ? sign * number.Number : throw Fault(number, "40 C at the most, or minus 40 C");
        }

        /// <summary>Nothing said is every hour.</summary>
        private HoursOfDay? Hours()
        {
            if (!Is("between"))
            {
                return null;
            }

            int fromMin = Clock();
            Word("and");
            return new HoursOfDay { FromMin = fromMin, UntilMin = Clock() };
        }

        private int Clock()
        {
            RuleToken time = Take(RuleTokenKind.Clock, "a time of day, such as 22:30");
            int[] parts = [.. time.Text.Split(':').Select(p => int.Parse(p, CultureInfo.InvariantCulture))];
            return parts is [< 24, < 60] ? (parts[0] * 60) + parts[1] : throw Fault(time, "a time of day from 0:00 to 23:59");
        }

        private Rule Pressed(Rule rule, IReadOnlyList<string>? buttonIds)
        {
            Words("is", "pressed");
            return rule with { Trigger = RuleTrigger.ButtonPressed, ButtonIds = buttonIds };
        }

        /// <summary>Nothing said is everybody.</summary>
        private IReadOnlyList<string>? Told()
        {
            if (Is("nobody"))
            {
                return [];
            }

            return Here.Kind == RuleTokenKind.Name ? Named(Contacts(plan), "the name of a contact in quotes", () => Is("and")) : null;
        }

        private Rule Turning(Rule rule, bool isStopped)
        {
            (double delayS, bool unlessOver) = (0, false);
            string over = OverWord(rule.WaitsFor);
            bool waits = Is("wait");
            if (waits)
            {
                delayS = Duration(Model.Rule.LongestS);
                if (Is("unless"))
                {
                    Word(over);
                    unlessOver = true;
                }

                Take(RuleTokenKind.Comma, unlessOver ? "a comma, and close or open" : $"unless {over}, or a comma and close or open");
            }

            bool opens = Is("open");
            if (!opens && !Is("close"))
            {
                throw Expected(waits ? "close or open" : isStopped ? "wait, close or open" : "stop, wait, close or open");
            }

            IReadOnlyList<string> valves = [];
            if (Is("every"))
            {
                Word("valve");
            }
            else
            {
                valves = Named(Valves(plan), "every valve, or the name of a stop valve in quotes");
            }

            bool untilReset = !opens && Is("until");
            if (untilReset)
            {
                Word("reset");
            }

            return rule with
            {
                Action = opens ? RuleAction.Open : RuleAction.Close,
                DelayS = delayS,
                CancelIfDry = unlessOver,
                StopValveIds = valves,
                Hold = untilReset ? RuleHold.UntilReset : null,
            };
        }

        private Rule Who(Rule rule)
        {
            if (Is("no"))
            {
                Word("sensor");
                return rule;
            }

            if (!Is("any"))
            {
                throw Expected("any sensor, any of and names, no sensor, any button, button and names, any valve, the mode, the power, the internet or it is and a time");
            }

            int? atLeast = Here.Kind == RuleTokenKind.Number ? Count() : null;
            if (Is("of"))
            {
                return rule with { AtLeast = atLeast, SensorIds = Named(Sensors(plan), "the name of a sensor in quotes") };
            }

            if (!Is(atLeast is null ? "sensor" : "sensors"))
            {
                throw Expected(atLeast is null ? "sensor, a number, or of and names" : "sensors, or of and names");
            }

            return rule with
            {
                AtLeast = atLeast,
                AllBut = true,
                Tags = Is("tagged") ? Tags() : null,
                RoomIds = Is("in") ? Named(Rooms(plan), "the name of a room in quotes") : null,
                SensorIds = Is("but") ? Named(Sensors(plan), "the name of a sensor in quotes") : [],
            };
        }

        /// <summary>Words of one's own: one that no sensor has is none of the text's faults, but a finding.</summary>
        private List<string> Tags()
        {
            var tags = new List<string>();
            do
            {
                RuleToken tag = Take(RuleTokenKind.Name, "a tag in quotes");
                tags.Add(Sensor.IsTag(tag.Text) ? tag.Text : throw Fault(tag, Sensor.TagForm));
            }
            while (Skip(RuleTokenKind.Comma));
            return [.. tags.Distinct()];
        }

        private int Count()
        {
            RuleToken number = Take(RuleTokenKind.Number, "how many sensors");
            return number.Number is >= 1 and <= MostSensors && number.Number % 1 == 0 ? (int)number.Number : throw Fault(number, $"a whole number from 1 to {MostSensors}");
        }

        private IReadOnlyList<Mode> Modes()
        {
            if (Is("every"))
            {
                Word("mode");
                return Enum.GetValues<Mode>();
            }

            if (Is("no"))
            {
                Word("mode");
                return [];
            }

            var modes = new List<Mode>();
            do
            {
                if (Here.Kind != RuleTokenKind.Word || !Enum.TryParse(Here.Text, ignoreCase: true, out Mode mode) || modes.Contains(mode))
                {
                    throw Expected($"{(modes.Count == 0 ? "every mode, or " : "")}one of {string.Join(", ", Enum.GetValues<Mode>().Except(modes).Select(m => m.ToString().ToLowerInvariant()))}");
                }

                modes.Add(mode);
                at++;
            }
            while (Skip(RuleTokenKind.Comma));
            return modes;
        }

        /// <summary>Names with commas between. Behind the last a comma may begin something else.</summary>
        private List<string> Named((string Id, string Name)[] known, string expected, Func<bool>? goesOn = null)
        {
            goesOn ??= () => Skip(RuleTokenKind.Comma);
            var ids = new List<string>();
            do
            {
                RuleToken name = Take(RuleTokenKind.Name, expected);
                string[] called = [.. known.Where(k => k.Name == name.Text).Select(k => k.Id)];
                if (Here.Kind == RuleTokenKind.Id)
                {
                    string id = Here.Text;
                    called = called.Contains(id) ? [id] : throw Expected(called.Length == 0 ? expected : $"an id of \"{name.Text}\": {string.Join(", ", called.Select(c => "#" + c))}");
                    at++;
                }

                if (called.Length != 1)
                {
                    throw Fault(name, called.Length == 0
                        ? $"one of {string.Join(", ", known.Take(8).Select(k => Quoted(k.Name)))}"
                        : $"its id behind it, as several are called so: {string.Join(", ", called.Select(c => "#" + c))}");
                }

                if (!ids.Contains(called[0]))
                {
                    ids.Add(called[0]);
                }
            }
            while (goesOn());
            return ids;
        }

        private double Duration(double longestS)
        {
            RuleToken number = Take(RuleTokenKind.Number, "a time, such as 10 s or 2 min");
            double size = Here is { Kind: RuleTokenKind.Word, Text: var unit } ? unit switch { "s" => 1, "min" => 60, "h" => 3600, _ => 0 } : 0;
            if (size == 0)
            {
                throw Expected("s, min or h");
            }

            at++;
            double seconds = number.Number * size;
            return seconds <= longestS ? seconds : throw Fault(number, longestS > Model.Rule.LongestS ? "a week at the most" : "a day at the most");
        }

        private void Words(params string[] words)
        {
            foreach (string word in words)
            {
                Word(word);
            }
        }

        private void Word(string word)
        {
            if (!Is(word))
            {
                throw Expected(word);
            }
        }

        private bool Is(string word)
        {
            bool found = Here.Kind == RuleTokenKind.Word && Here.Text == word;
            at += found ? 1 : 0;
            return found;
        }

        private bool Skip(RuleTokenKind kind)
        {
            bool found = Here.Kind == kind;
            at += found ? 1 : 0;
            return found;
        }

        private RuleToken Take(RuleTokenKind kind, string expected)
        {
            RuleToken token = Here;
            return Skip(kind) ? token : throw Expected(expected);
        }

        private FaultException Expected(string expected) => Fault(Here, expected);

        private static FaultException Fault(RuleToken token, string expected) => new(new RuleTextFault(
            token.Line,
            token.Column,
            token.Length,
            token.Kind switch { RuleTokenKind.End => "the end", RuleTokenKind.Name => Quoted(token.Text), _ => token.Text },
            expected));
    }
}
