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
/// A rule as text that can be read aloud; the grammar is in docs/formats. What is written reads back as the same rule, but for the delay
/// of one that only tells, which has no use.
/// </summary>
public static class RuleText
{
    /// <summary>The longest wait or confirming time, s.</summary>
    private const double LongestS = 86400;

    /// <summary>The most sensors that a rule may wait for.</summary>
    private const int MostSensors = 500;

    /// <summary>A rule as text.</summary>
    /// <param name="plan">The plan that names its sensors and valves.</param>
    /// <param name="rule">One of its rules.</param>
    public static string Write(Plan plan, Rule rule)
    {
        (string sensor, string of) = rule.AtLeast is { } least ? ($"any {least} sensors", $"any {least} of") : ("any sensor", "any of");
        string who = rule switch
        {
            { AllBut: true, SensorIds.Count: 0 } => sensor,
            { AllBut: true } => $"{sensor} but {Names(rule.SensorIds, Sensors(plan))}",
            { SensorIds.Count: 0 } => "no sensor",
            _ => $"{of} {Names(rule.SensorIds, Sensors(plan))}",
        };
        string modes = rule.Modes.Distinct().Count() switch
        {
            0 => "no mode",
            var count when count == Enum.GetValues<Mode>().Length => "every mode",
            _ => string.Join(", ", rule.Modes.Select(m => m.ToString().ToLowerInvariant())),
        };
        string wait = rule.DelayS > 0 || rule.CancelIfDry ? $"wait {Duration(rule.DelayS)}{(rule.CancelIfDry ? " unless dry" : "")}, " : "";
        string valves = rule.StopValveIds.Count == 0 ? "every valve" : Names(rule.StopValveIds, Valves(plan));
        string tell = rule.TellIds switch
        {
            null => "tell",
            [] => "tell nobody",
            var ids => $"tell {Names(ids, Contacts(plan), " and ")}",
        };
        string then = rule.Action == RuleAction.TellOnly ? tell : $"{tell}, {wait}close {valves}";
        return $"rule {Quoted(rule.Name)}\nwhen {who} is wet for {Duration(rule.ConfirmS)}\nin {modes}\nthen {then}\n";
    }

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

    private static (string Id, string Name)[] Valves(Plan plan) => [.. plan.Building.StopValves.Select(v => (v.Id, v.Name))];

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

        public Rule Rule(string id)
        {
            Word("rule");
            string name = Take(RuleTokenKind.Name, "the rule's name in quotes").Text;
            Word("when");
            (int? atLeast, bool allBut, IReadOnlyList<string> sensors) = Who();
            Words("is", "wet", "for");
            double confirmS = Duration();
            Word("in");
            IReadOnlyList<Mode> modes = Modes();
            Words("then", "tell");
            IReadOnlyList<string>? told = Told();
            var rule = new Rule
            {
                Id = id,
                Name = name,
                AllBut = allBut,
                AtLeast = atLeast,
                SensorIds = sensors,
                ConfirmS = confirmS,
                Modes = modes,
                TellIds = told,
                Action = RuleAction.TellOnly,
                DelayS = 0,
                CancelIfDry = false,
            };
            if (Here.Kind == RuleTokenKind.Comma)
            {
                at++;
                rule = Closing(rule);
            }

            return Here.Kind == RuleTokenKind.End ? rule : throw Expected(rule.Action == RuleAction.Close ? "the end, or a comma and another valve" : "names, nobody, a comma and what comes next, or the end");
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

        private Rule Closing(Rule rule)
        {
            (double delayS, bool unlessDry) = (0, false);
            if (Is("wait"))
            {
                delayS = Duration();
                if (Is("unless"))
                {
                    Word("dry");
                    unlessDry = true;
                }

                Take(RuleTokenKind.Comma, unlessDry ? "a comma, and close" : "unless dry, or a comma and close");
                Word("close");
            }
            else if (!Is("close"))
            {
                throw Expected("wait or close");
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

            return rule with { Action = RuleAction.Close, DelayS = delayS, CancelIfDry = unlessDry, StopValveIds = valves };
        }

        private (int? AtLeast, bool AllBut, IReadOnlyList<string> Ids) Who()
        {
            if (Is("no"))
            {
                Word("sensor");
                return (null, false, []);
            }

            if (!Is("any"))
            {
                throw Expected("any sensor, any of and names, or no sensor");
            }

            int? atLeast = Here.Kind == RuleTokenKind.Number ? Count() : null;
            if (Is("of"))
            {
                return (atLeast, false, Named(Sensors(plan), "the name of a sensor in quotes"));
            }

            if (!Is(atLeast is null ? "sensor" : "sensors"))
            {
                throw Expected(atLeast is null ? "sensor, a number, or of and names" : "sensors, or of and names");
            }

            return (atLeast, true, Is("but") ? Named(Sensors(plan), "the name of a sensor in quotes") : []);
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

        private double Duration()
        {
            RuleToken number = Take(RuleTokenKind.Number, "a time, such as 10 s or 2 min");
            double size = Here is { Kind: RuleTokenKind.Word, Text: var unit } ? unit switch { "s" => 1, "min" => 60, "h" => 3600, _ => 0 } : 0;
            if (size == 0)
            {
                throw Expected("s, min or h");
            }

            at++;
            double seconds = number.Number * size;
            return seconds <= LongestS ? seconds : throw Fault(number, "a day at the most");
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
