using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Rules;
using Terrapin.Core.Validation;
using Terrapin.Documents.Floors;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Questions;

/// <summary>How answers about a plan are written, made when the program is built, so that it can be trimmed.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(FaultMatrix))]
[JsonSerializable(typeof(IReadOnlyList<Remedy>))]
[JsonSerializable(typeof(IReadOnlyList<SchoolOutcome>))]
[JsonSerializable(typeof(Nuisance))]
[JsonSerializable(typeof(RuleGrid))]
[JsonSerializable(typeof(Trust))]
[JsonSerializable(typeof(IReadOnlyList<TrustPoint>))]
[JsonSerializable(typeof(SetupSheet))]
[JsonSerializable(typeof(RuleTextRead))]
[JsonSerializable(typeof(WrittenRule))]
[JsonSerializable(typeof(Assessment))]
[JsonSerializable(typeof(IReadOnlyList<OptionAssessment>))]
[JsonSerializable(typeof(Rehearsed))]
[JsonSerializable(typeof(FloorMap))]
[JsonSerializable(typeof(ReachMap))]
[JsonSerializable(typeof(HubPlace))]
[JsonSerializable(typeof(RepeaterAdvice))]
[JsonSerializable(typeof(IReadOnlyList<ReachRemedy>))]
[JsonSerializable(typeof(BatteryCalendar))]
[JsonSerializable(typeof(PowerCut))]
[JsonSerializable(typeof(IReadOnlyList<Bill>))]
[JsonSerializable(typeof(ProposedFixture))]
[JsonSerializable(typeof(ProposedRoom))]
[JsonSerializable(typeof(ProposedDevice))]
[JsonSerializable(typeof(ProposedHouse))]
[JsonSerializable(typeof(ProposedFeed))]
[JsonSerializable(typeof(IReadOnlyList<PlacementSuggestion>))]
[JsonSerializable(typeof(IReadOnlyList<HouseShape>))]
[JsonSerializable(typeof(IReadOnlyList<UsualFixture>))]
[JsonSerializable(typeof(TypedText))]
[JsonSerializable(typeof(ReadQuantity))]
[JsonSerializable(typeof(RefusedAnswer))]
internal sealed partial class AnswerJson : JsonSerializerContext
{
    /// <summary>The plan's own, and those of the answers.</summary>
    public static JsonSerializerOptions InPlanStyle { get; } = Make();

    public static byte[] Write<T>(T answer) => JsonSerializer.SerializeToUtf8Bytes(answer, (JsonTypeInfo<T>)InPlanStyle.GetTypeInfo(typeof(T)));

    private static JsonSerializerOptions Make()
    {
        var options = new JsonSerializerOptions(PlanJson.Options)
        {
            TypeInfoResolver = JsonTypeInfoResolver.Combine(PlanJson.Options.TypeInfoResolver, new AnswerJson()),
        };
        options.MakeReadOnly();
        return options;
    }
}

/// <summary>A question that is refused, in the words of the server's problem details.</summary>
/// <param name="Errors">Each place and what to do.</param>
internal sealed record RefusedAnswer(int Status, string Detail, IReadOnlyList<DocumentError> Errors);
