using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>What the strokes that somebody watched say; the nearest to how the drive stays on the valve counts.</summary>
public static class StrokeSeen
{
    /// <summary>The slowest closing stroke of the last stage that was timed, s; <see langword="null"/>: none was.</summary>
    /// <param name="drive">The fitted drive, or none.</param>
    public static double? DurationS(FittedDrive? drive) =>
        AtLastStage(drive, s => s.DurationS is not null, StrokeStage.Bench).Max(s => s.DurationS);

    /// <summary>
    /// The least of the angles at which the handle stopped closing, on the valve, degrees from open; <see langword="null"/>:
    /// nobody looked. A bench stroke says nothing of it: the valve is not in it.
    /// </summary>
    /// <param name="drive">The fitted drive, or none.</param>
    public static double? EndAngleDeg(FittedDrive? drive) =>
        AtLastStage(drive, s => s.EndAngleDeg is not null, StrokeStage.Loose).Min(s => s.EndAngleDeg);

    private static IEnumerable<SeenStroke> AtLastStage(FittedDrive? drive, Func<SeenStroke, bool> says, StrokeStage first)
    {
        SeenStroke[] closing = [.. (drive?.Strokes ?? []).Where(s => s.Direction == StrokeDirection.Closing && s.Stage >= first && says(s))];
        return closing.Where(s => s.Stage == closing.Max(c => c.Stage));
    }
}
