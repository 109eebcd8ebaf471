using System.Text.Json;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Quantities;

/// <summary>What a person typed into a measurement field.</summary>
public sealed record TypedText
{
    public required TypedKind Kind { get; init; }

    [AtMost(60)]
    public required string Text { get; init; }

    public required UnitSystem System { get; init; }

    /// <summary>Reads what was typed.</summary>
    /// <param name="utf8">The record as JSON.</param>
    /// <param name="options">That know the record.</param>
    /// <exception cref="RefusedException">It cannot be understood; says what was expected.</exception>
    public static ReadQuantity Read(ReadOnlyMemory<byte> utf8, JsonSerializerOptions options)
    {
        using JsonDocument document = PlanJson.Parse(utf8);
        TypedText typed = PlanJson.ReadShape<TypedText>(document.RootElement, "", options);
        try
        {
            return new ReadQuantity(TypedQuantity.Read(typed.Kind, typed.Text, typed.System));
        }
        catch (FormatException e)
        {
            throw new RefusedException([new DocumentError("/text", e.Message)]);
        }
    }
}

/// <summary>SI values, in the order in which they were typed.</summary>
public sealed record ReadQuantity(IReadOnlyList<double> Values);
