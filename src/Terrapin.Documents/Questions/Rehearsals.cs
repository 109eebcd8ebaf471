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
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">There is no such leak point or mode.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static Rehearsed Of(Plan plan, string leakId, string mode, FloorMemory floors, CancellationToken cancel = default)
    {
        Mode known = Words.Read<Mode>(mode) ?? throw new RefusedException([new DocumentError("", $"There is no mode \"{mode}\". The modes are {Words.All<Mode>()}.")]);
        return plan.Building.Rooms.SelectMany(r => r.Leaks).Any(l => l.Id == leakId)
            ? Rehearser.Of(plan, leakId, known, floors, cancel)
            : throw new RefusedException([new DocumentError("/building/rooms", $"There is no leak point with the id \"{leakId}\" in this plan.")]);
    }
}
