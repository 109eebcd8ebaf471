using System.Globalization;

namespace Terrapin.Core.Rules;

internal enum RuleTokenKind
{
    Word,
    Name,
    Id,
    Number,

    /// <summary>A time of day, such as <c>22:30</c>.</summary>
    Clock,
    Comma,
    End,

    /// <summary>Nothing of the language begins so, or a name that does not end.</summary>
    Broken,
}

/// <summary>A piece of a rule's text.</summary>
/// <param name="Text">Its word, name, id or number, without quotes and marks.</param>
/// <param name="Line">Counted from 1.</param>
/// <param name="Column">Counted from 1, in characters.</param>
/// <param name="Length">Characters of the text as typed.</param>
internal readonly record struct RuleToken(RuleTokenKind Kind, string Text, int Line, int Column, int Length)
{
    public double Number => double.Parse(Text, CultureInfo.InvariantCulture);
}

/// <summary>Cuts a rule's text into its pieces.</summary>
internal static class RuleTokens
{
    public static List<RuleToken> Of(string text)
    {
        var tokens = new List<RuleToken>();
        (int at, int line, int lineStart) = (0, 1, 0);
        while (at < text.Length)
        {
            if (text[at] == '\n')
            {
                (at, line, lineStart) = (at + 1, line + 1, at + 1);
                continue;
            }

            if (char.IsWhiteSpace(text[at]))
            {
                at++;
                continue;
            }

            (RuleTokenKind kind, string value, int length) = Next(text, at);
            tokens.Add(new RuleToken(kind, value, line, at - lineStart + 1, length));
            at += length;
        }

        tokens.Add(new RuleToken(RuleTokenKind.End, "", line, text.Length - lineStart + 1, 1));
        return tokens;
    }

    private static (RuleTokenKind Kind, string Value, int Length) Next(string text, int at) => text[at] switch
    {
        ',' => (RuleTokenKind.Comma, ",", 1),
        '"' => Name(text, at),
        '#' when Run(text, at + 1, c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-') is { Length: > 0 } id => (RuleTokenKind.Id, id, id.Length + 1),
        >= '0' and <= '9' when Run(text, at, c => char.IsAsciiDigit(c) || c == ':') is var clock && clock.Split(':') is [{ Length: <= 2 }, { Length: 2 }] => (RuleTokenKind.Clock, clock, clock.Length),
        >= '0' and <= '9' when Run(text, at, c => char.IsAsciiDigit(c) || c == '.') is var number => (double.TryParse(number, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out _) ? RuleTokenKind.Number : RuleTokenKind.Broken, number, number.Length),
        _ when char.IsAsciiLetter(text[at]) && Run(text, at, char.IsAsciiLetter) is var word => (RuleTokenKind.Word, word.ToLowerInvariant(), word.Length),
        _ => (RuleTokenKind.Broken, text[at].ToString(), 1),
    };

    private static string Run(string text, int at, Func<char, bool> belongs) => new([.. text.Skip(at).TakeWhile(belongs)]);

    /// <summary>In quotes; a quote or backslash in it has a backslash before it. It ends on its line.</summary>
    private static (RuleTokenKind Kind, string Value, int Length) Name(string text, int at)
    {
        var name = new System.Text.StringBuilder();
        int next = at + 1;
        while (next < text.Length && text[next] is not ('"' or '\n'))
        {
            if (text[next] == '\\' && next + 1 < text.Length && text[next + 1] is '"' or '\\')
            {
                next++;
            }

            name.Append(text[next++]);
        }

        return next < text.Length && text[next] == '"'
            ? (RuleTokenKind.Name, name.ToString(), next + 1 - at)
            : (RuleTokenKind.Broken, text[at..next], next - at);
    }
}
