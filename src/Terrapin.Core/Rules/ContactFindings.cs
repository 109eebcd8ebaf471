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
            if (!Enum.GetValues<Mode>().Any(contact.Hears))
            {
                found.Add(FindingKinds.ContactHearsNothing, $"installation/contacts/{i}/ways", $"\"{contact.Name}\" hears nothing in any mode.", "Say how they are told and when they can be reached, or take them out.");
            }
        }

        for (int i = 0; i < plan.Installation.Rules.Count; i++)
        {
            Rule rule = plan.Installation.Rules[i];
            Mode[] deaf = [.. rule.Modes.Distinct().Order().Where(mode => !contacts.Any(c => rule.Tells(c.Id) && c.Hears(mode)))];
            if (deaf.Length > 0)
            {
                bool onlyTells = rule.Action == RuleAction.TellOnly;
                found.Add(
                    FindingKinds.NobodyToldInMode,
                    onlyTells ? Severity.Stop : Severity.Caution,
                    $"installation/rules/{i}/tellIds",
                    $"\"{rule.Name}\" tells nobody who hears it when {string.Join(" or ", deaf.Select(Words.Of))}{(onlyTells ? ", and closes nothing" : "")}.",
                    "Add somebody who can be reached then: a call wakes, a message does not, and a siren is heard in the house alone.");
            }
        }
    }
}
