using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents;
using Terrapin.Documents.Quantities;

namespace Terrapin.Server.Api;

/// <summary>What a person typed into a measurement field.</summary>
public sealed record TypedText
{
    public required TypedKind Kind { get; init; }

    [AtMost(60)]
    public required string Text { get; init; }

    public required UnitSystem System { get; init; }
}

/// <summary>SI values, in the order in which they were typed.</summary>
public sealed record ReadQuantity(IReadOnlyList<double> Values);

internal static class QuantitiesApi
{
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/quantities", Read).WithName("readQuantity").WithTags("Quantities")
            .Accepts<TypedText>("application/json").Produces<ReadQuantity>().ProducesErrors();

    private static Task<IResult> Read(HttpRequest request) => Body.Use(
        request,
        utf8 =>
        {
            using var document = PlanJson.Parse(utf8);
            TypedText typed = DocumentJson.ReadShape<TypedText>(document.RootElement);
            try
            {
                return new ReadQuantity(TypedQuantity.Read(typed.Kind, typed.Text, typed.System));
            }
            catch (FormatException e)
            {
                throw new RefusedException([new DocumentError("/text", e.Message)]);
            }
        },
        read => Task.FromResult<IResult>(TypedResults.Ok(read)));
}
