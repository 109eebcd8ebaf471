using Terrapin.Core.Model;

namespace Terrapin.Core.Hydraulics;

/// <summary>What a new leak point says of its pipe.</summary>
/// <param name="PipeId">The pipe that most likely feeds it; <see langword="null"/>: the plan has none.</param>
/// <param name="PipeIsProposed">Whether somebody has to say that it is the one; the only pipe there is needs no asking.</param>
public sealed record ProposedFeed(string? PipeId, bool PipeIsProposed);

/// <summary>Which pipe most likely feeds a place where water can get out.</summary>
public static class FeedingPipe
{
    /// <summary>Where two pipes end about as high, m.</summary>
    private const double AlikeM = 0.3;

    /// <summary>A height that nobody measured is farther off than any that somebody did.</summary>
    private const int NotMeasured = 99;

    /// <summary>
    /// The pipe that carries the water, that other leak points of the room or storey hang on, and that ends nearest to the floor, in this
    /// order; a branch rather than the pipe that feeds it.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">One of its rooms.</param>
    /// <param name="side">Hot or cold.</param>
    public static ProposedFeed Propose(Plan plan, Room room, WaterSide side)
    {
        HashSet<string?> OfOthers(Func<Room, bool> which) =>
            [.. plan.Building.Rooms.Where(which).SelectMany(r => r.Leaks).Where(l => l.Side == side && !l.PipeIsProposed).Select(l => l.PipeId)];
        HashSet<string?> here = OfOthers(r => r.Id == room.Id);
        HashSet<string?> sameStorey = OfOthers(r => r.StoreyId is not null && r.StoreyId == room.StoreyId);
        (int, int, int, int, int) Score(Pipe pipe) => (
            pipe.Water == (side == WaterSide.Hot ? PipeWater.Hot : PipeWater.Cold) ? 0 : pipe.Water == PipeWater.Unknown ? 1 : 2,
            here.Contains(pipe.Id) ? 0 : 1,
            sameStorey.Contains(pipe.Id) ? 0 : 1,
            room.FloorHeightM is { } floor && pipe.EndHeightM is { } end ? (int)Math.Round(Math.Abs(end - floor) / AlikeM) : NotMeasured,
            plan.Building.Pipes.Any(p => p.ParentId == pipe.Id) ? 1 : 0);
        return new ProposedFeed(plan.Building.Pipes.MinBy(Score)?.Id, plan.Building.Pipes.Count > 1);
    }
}
