using Terrapin.Core.Findings;
using Terrapin.Core.Model;

namespace Terrapin.Core.Rules;

/// <summary>What can be said of who is told.</summary>
internal static class ContactFindings
{
    /// <summary>Nobody named, somebody who hears nothing, and rules that tell nobody who hears.</summary>
    public static void Add(Plan plan, FindingCollector found)
    {
        IReadOnlyList<Contact> contacts = plan.Installation.Contacts ?? [];
        if (plan.Installation.Rules.Count > 0 && contacts.Count == 0)
        {
            found.Add(FindingKinds.ContactsNotNamed, "installation/contacts", "It is not said who is told: the first alarm may go nowhere.", "Name those who are told, and how.");
            return;
        }

        for (int i = 0; i < contacts.Count; i++)
        {
            Contact contact = contacts[i];
            if (contact.Hours is { IsNever: true })
            {
                found.Add(FindingKinds.ContactHearsNothing, $"installation/contacts/{i}/hours", $"\"{contact.Name}\" can be reached at no hour.", "Give them hours that begin and end at different times.");
            }
            else if (!Enum.GetValues<Mode>().Any(mode => contact.Hears(mode, contact.Hours?.FromMin ?? 0)))
            {
                found.Add(FindingKinds.ContactHearsNothing, $"installation/contacts/{i}/ways", $"\"{contact.Name}\" hears nothing in any mode.", "Say how they are told and when they can be reached, or take them out.");
            }
        }

        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            Rule rule = plan.Installation.Rules[i];
            string[] deaf = [.. WhenNobodyHears(rule, [.. contacts.Where(c => rule.Tells(c.Id))])];
            if (deaf.Length > 0)
            {
                bool onlyTells = rule.Action == RuleAction.TellOnly;
                found.Add(
                    FindingKinds.NobodyToldInMode,
                    onlyTells ? Severity.Stop : Severity.Caution,
                    $"installation/rules/{i}/tellIds",
                    $"\"{rule.Name}\" tells nobody who hears it {string.Join("; ", deaf)}{(onlyTells ? ", and closes nothing" : "")}.",
                    "Add somebody who can be reached then: a call wakes, a message does not, and a siren is heard in the house alone.");
            }
        }
    }

    /// <summary>The modes in which nobody hears a rule at any hour that it holds in; then hours at which nobody does in others.</summary>
    private static IEnumerable<string> WhenNobodyHears(Rule rule, Contact[] told)
    {
        int[] changes = [.. HoursOfDay.Parts([rule.Hours, .. told.Select(c => c.Hours)]).Select(part => part.FromMin)];
        (int FromMin, int UntilMin)[] parts = rule is { WaitsFor: RuleTrigger.TimeComes, AtMin: { } atMin }
            ? [(atMin, atMin)]
            : [.. changes.Select((from, i) => (from, changes[(i + 1) % changes.Length])).Where(part => rule.HoldsAt(part.from))];
        Mode[] modes = parts.Length == 0 ? [] : [.. rule.Modes.Distinct().Order()];
        bool IsHeard(Mode mode, int min) => told.Any(c => c.Hears(mode, min));
        Mode[] never = [.. modes.Where(mode => !parts.Any(part => IsHeard(mode, part.FromMin)))];
        if (never.Length > 0)
        {
            yield return When(never);
        }

        foreach ((int from, int until) in parts)
        {
            Mode[] then = [.. modes.Except(never).Where(mode => !IsHeard(mode, from))];
            if (then.Length > 0)
            {
                yield return $"{RuleText.FromTo(from, until)} {When(then)}";
            }
        }
    }

    private static string When(Mode[] modes) => modes.Length == Enum.GetValues<Mode>().Length ? "in every mode" : $"when {string.Join(" or ", modes.Select(Words.Of))}";
}
