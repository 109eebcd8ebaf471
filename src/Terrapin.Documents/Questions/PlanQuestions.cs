using System.Globalization;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;
using Terrapin.Core.Validation;
using Terrapin.Documents.Floors;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Questions;

/// <summary>A question about a plan.</summary>
/// <param name="Plan">A checked plan.</param>
/// <param name="Query">The rest of the question, each word once.</param>
/// <param name="Memory">What is kept from one question to the next.</param>
/// <param name="Today">Where whoever asks is.</param>
public sealed record PlanQuestion(Plan Plan, IReadOnlyDictionary<string, string> Query, AssessmentMemory Memory, DateOnly Today)
{
    internal string Of(string word) =>
        Query.TryGetValue(word, out string? value) ? value : throw new RefusedException([new DocumentError($"/{word}", $"Say {word} in the question.")]);

    internal string? MaybeOf(string word) => Query.GetValueOrDefault(word);

    internal double? NumberOf(string word) => MaybeOf(word) is { } text
        ? double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out double number) ? number : throw new RefusedException([new DocumentError($"/{word}", $"\"{text}\" is no number.")])
        : null;
}

/// <summary>An answer as the server would send it.</summary>
/// <param name="Status">Of HTTP.</param>
/// <param name="Json">The answer, or what is wrong; UTF-8.</param>
public sealed record PlanAnswer(int Status, byte[] Json);

/// <summary>
/// What can be answered from a plan alone, under the path by which the server is asked for it, so that a program that has no server
/// at hand gives the same answers.
/// </summary>
public static class PlanQuestions
{
    private const int Ok = 200;
    private const int NotJson = 400;
    private const int NotAccepted = 422;

    private static readonly Dictionary<string, Func<PlanQuestion, byte[]>> AboutPlans = new()
    {
        ["/api/assessments"] = Answer(q => Assessor.Assess(q.Plan, q.Memory)),
        ["/api/comparisons"] = Answer(q => OptionComparison.Of(q.Plan, q.Memory.Floors)),
        ["/api/rehearsals"] = Answer(q => Rehearsals.Of(q.Plan, q.Of("leak"), q.Of("mode"), q.MaybeOf("faults"), q.MaybeOf("meanwhile"), q.Memory.Floors)),
        ["/api/fault-matrix"] = Answer(q => Rehearsals.MatrixOf(q.Plan, q.MaybeOf("beside"), q.Memory)),
        ["/api/fault-remedies"] = Answer(q => Rehearsals.RemediesOf(q.Plan, q.Of("leak"), q.MaybeOf("beside"), q.Memory)),
        ["/api/trust"] = Answer(q => Trust.Of(q.Plan, q.Memory)),
        ["/api/trust/curve"] = Answer(q => Rehearsals.TrustCurveOf(q.Plan, q.Of("leak"), q.Of("mode"), q.Memory)),
        ["/api/rule-text"] = Answer(q => RuleTexts.Of(q.Plan, q.Of("rule"))),
        ["/api/rule-text/read"] = Answer(q => RuleTexts.Read(q.Plan, q.Of("rule"), q.Of("text"))),
        ["/api/rule-schools"] = Answer(q => RuleSchools.Of(q.Plan, q.Memory)),
        ["/api/rule-grid"] = Answer(q => RuleGrid.Of(q.Plan, q.Memory)),
        ["/api/floors"] = Answer(q => FloorMap.Of(q.Plan, q.MaybeOf("leak"), q.MaybeOf("worst") == "true", q.Memory.Floors)),
        ["/api/reach/map"] = Answer(q => ReachMap.Of(q.Plan, q.Of("radio"), q.Of("storey"))),
        ["/api/reach/hub"] = Answer(q => ReachAdvice.BestHub(q.Plan)),
        ["/api/reach/repeaters"] = Answer(q => ReachAdvice.Repeaters(q.Plan, q.Of("radio"))),
        ["/api/reach/remedies"] = Answer(q => ReachRemedies.Of(q.Plan, q.Of("device"))),
        ["/api/batteries"] = Answer(q => BatteryCalendar.Of(q.Plan, q.Today)),
        ["/api/power-cut"] = Answer(q => PowerCut.Of(q.Plan, Assessor.Assess(q.Plan, q.Memory))),
        ["/api/nuisance"] = Answer(q => Nuisance.Of(q.Plan, q.Memory)),
        ["/api/setup-sheet"] = Answer(q => SetupSheet.Of(q.Plan)),
        ["/api/bills"] = Answer(q => BillOfMaterials.Of(q.Plan)),
        ["/api/proposals/fixture"] = Answer(q => Proposals.Fixture(q.Plan, q.Of("room"), q.Of("kind"))),
        ["/api/proposals/room"] = Answer(q => Proposals.Room(q.Plan, q.Of("line"), q.Of("storey"), q.MaybeOf("system"))),
        ["/api/proposals/device"] = Answer(q => Proposals.Device(q.Plan, q.Of("line"), q.Of("storey"))),
        ["/api/proposals/house"] = Answer(q => Proposals.House(q.Plan, q.Of("shape"), q.NumberOf("width"), q.NumberOf("depth"))),
        ["/api/proposals/hose-sensors"] = Answer(q => HoseSensors.Of(q.Plan)),
        ["/api/proposals/feed"] = Answer(q => Proposals.Feed(q.Plan, q.Of("room"), q.Of("side"))),
        ["/api/plans/upgrade"] = q => PlanJson.Write(q.Plan),
    };

    private static readonly Dictionary<string, Func<ReadOnlyMemory<byte>, byte[]>> AboutNoPlan = new()
    {
        ["/api/fixtures"] = _ => AnswerJson.Write(FixtureLibrary.All),
        ["/api/house-shapes"] = _ => AnswerJson.Write(HouseShapes.All),
        ["/api/quantities"] = utf8 => AnswerJson.Write(TypedText.Read(utf8, AnswerJson.InPlanStyle)),
    };

    /// <summary>The paths of questions about a plan.</summary>
    public static IReadOnlyCollection<string> PathsAboutPlans => AboutPlans.Keys;

    /// <summary>The paths of questions about no plan.</summary>
    public static IReadOnlyCollection<string> PathsAboutNoPlan => AboutNoPlan.Keys;

    /// <summary>Answers a question about a plan.</summary>
    /// <param name="path">One of <see cref="PathsAboutPlans"/>.</param>
    /// <param name="question">The plan, and the rest of the question.</param>
    /// <exception cref="KeyNotFoundException">It is none of those paths.</exception>
    public static PlanAnswer About(string path, PlanQuestion question) => Answered(() => AboutPlans[path](question));

    /// <summary>Answers what is asked about no plan.</summary>
    /// <param name="path">One of <see cref="PathsAboutNoPlan"/>.</param>
    /// <param name="body">What is asked, where the path alone does not say it; UTF-8.</param>
    /// <exception cref="KeyNotFoundException">It is none of those paths.</exception>
    public static PlanAnswer Of(string path, ReadOnlyMemory<byte> body) => Answered(() => AboutNoPlan[path](body));

    /// <summary>Reads a plan to ask about, or says what is wrong with it.</summary>
    /// <param name="reader">Knows the plans before.</param>
    /// <param name="utf8">The plan; UTF-8.</param>
    /// <param name="like">What is left out of it is as in here; see <see cref="PlanReader.Read"/>.</param>
    /// <param name="refused">What is wrong; <see langword="null"/> where nothing is.</param>
    public static Plan? Read(PlanReader reader, ReadOnlyMemory<byte> utf8, Plan? like, out PlanAnswer? refused)
    {
        Plan? plan = null;
        PlanAnswer answer = Answered(() =>
        {
            plan = reader.Read(utf8, like);
            return [];
        });
        refused = plan is null ? answer : null;
        return plan;
    }

    private static Func<PlanQuestion, byte[]> Answer<T>(Func<PlanQuestion, T> answer) => question => AnswerJson.Write(answer(question));

    private static PlanAnswer Answered(Func<byte[]> answer)
    {
        try
        {
            return new PlanAnswer(Ok, answer());
        }
        catch (RefusedException refused)
        {
            int status = refused.IsNotJson ? NotJson : NotAccepted;
            return new PlanAnswer(status, AnswerJson.Write(new RefusedAnswer(status, refused.Message, refused.Errors)));
        }
    }
}
