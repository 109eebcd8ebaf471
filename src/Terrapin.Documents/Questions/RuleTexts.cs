using Terrapin.Core.Model;
using Terrapin.Core.Rules;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Questions;

/// <summary>A rule as text.</summary>
/// <param name="Text">By the grammar in docs/formats.</param>
/// <param name="Message">What it tells, by the first sensor that it waits for; <see langword="null"/>: it waits for one, and for none that there is.</param>
public sealed record WrittenRule(string Text, string? Message);

/// <summary>One rule of a plan as text, and out of it.</summary>
public static class RuleTexts
{
    private const int MostCharacters = 20_000;

    /// <param name="plan">A checked plan.</param>
    /// <param name="ruleId">One of its rules.</param>
    /// <exception cref="RefusedException">There is no such rule.</exception>
    public static WrittenRule Of(Plan plan, string ruleId)
    {
        Rule rule = Find(plan, ruleId);
        return new WrittenRule(
            RuleText.Write(plan, rule),
            Message(plan, rule));
    }

    private static string? Message(Plan plan, Rule rule)
    {
        Sensor? first = rule.IsOfSensors ? plan.Installation.Sensors.FirstOrDefault(s => rule.Names(s)) : null;
        return rule.IsOfSensors && first is null ? null : AlertMessage.Of(plan, rule, first);
    }

    /// <summary>What a text says of a rule; the rule of the plan stays as it is.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="ruleId">One of its rules.</param>
    /// <param name="text">As typed.</param>
    /// <exception cref="RefusedException">There is no such rule, or the text is too long.</exception>
    public static RuleTextRead Read(Plan plan, string ruleId, string text) => text.Length > MostCharacters
        ? throw new RefusedException([new DocumentError("/text", $"The text has {text.Length} characters; {MostCharacters} are the most.")])
        : RuleText.Read(plan, Find(plan, ruleId).Id, text);

    private static Rule Find(Plan plan, string id) => plan.Installation.Rules.FirstOrDefault(r => r.Id == id)
        ?? throw new RefusedException([new DocumentError("/installation/rules", $"There is no rule with the id \"{id}\" in this plan.")]);
}
