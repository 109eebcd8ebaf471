using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Questions;

/// <summary>One leak rehearsed, by the words in which that is asked for.</summary>
public static class Rehearsals
{
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points.</param>
    /// <param name="mode">Who is home, in a word.</param>
    /// <param name="faults">What is broken, in words with commas between; <see langword="null"/>: nothing.</param>
    /// <param name="meanwhile">What happens while it runs, see <see cref="MeanwhileWords"/>; <see langword="null"/>: nothing.</param>
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such leak point, mode, fault or button, or what happens meanwhile cannot be read.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Rehearsed Of(Plan plan, string leakId, string mode, string? faults, string? meanwhile, FloorMemory floors, CancellationToken cancel = default)
    {
        Mode known = ModeOf(mode);
        CheckLeak(plan, leakId);
        return Rehearser.Of(plan, leakId, known, floors, FaultsOf(faults), MeanwhileWords.Read(plan, leakId, meanwhile), cancel);
    }

    /// <summary>What becomes of every leak in every mode with each single fault, or with each beside another.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="beside">The other, in a word; <see langword="null"/>: none.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such fault.</exception>
    public static FaultMatrix MatrixOf(Plan plan, string? beside, AssessmentMemory memory, CancellationToken cancel = default) =>
        FaultMatrix.Of(plan, memory, FaultOf(beside), cancel);

    /// <summary>What helps one leak there.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points.</param>
    /// <param name="beside">A fault that there is in every cell, in a word; <see langword="null"/>: none.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such leak point or fault.</exception>
    public static IReadOnlyList<Remedy> RemediesOf(Plan plan, string leakId, string? beside, AssessmentMemory memory, CancellationToken cancel = default)
    {
        CheckLeak(plan, leakId);
        return FaultRemedies.Of(plan, leakId, memory, FaultOf(beside), cancel);
    }

    private static Fault? FaultOf(string? word) => FaultsOf(word) is [var fault] ? fault : null;

    /// <summary>How likely one leak is not stopped, by the time from one test to the next.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">One of its leak points.</param>
    /// <param name="mode">Who is home, in a word.</param>
    /// <param name="memory">What is kept from one question to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such leak point or mode.</exception>
    public static IReadOnlyList<TrustPoint> TrustCurveOf(Plan plan, string leakId, string mode, AssessmentMemory memory, CancellationToken cancel = default)
    {
        Mode known = ModeOf(mode);
        CheckLeak(plan, leakId);
        return Trust.CurveOf(plan, leakId, known, memory, cancel);
    }

    internal static Mode ModeOf(string word) =>
        Words.Read<Mode>(word) ?? throw new RefusedException([new DocumentError("", $"There is no mode \"{word}\". The modes are {Words.All<Mode>()}.")]);

    private static void CheckLeak(Plan plan, string leakId)
    {
        if (!plan.Building.Rooms.SelectMany(r => r.Leaks).Any(l => l.Id == leakId))
        {
            throw new RefusedException([new DocumentError("/building/rooms", $"There is no leak point with the id \"{leakId}\" in this plan.")]);
        }
    }

    private static Fault[] FaultsOf(string? words) => [.. (words ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Select(word =>
        Words.Read<Fault>(word) ?? throw new RefusedException([new DocumentError("/faults", $"There is no fault \"{word}\". The faults are {Words.All<Fault>()}.")])).Distinct()];
}
