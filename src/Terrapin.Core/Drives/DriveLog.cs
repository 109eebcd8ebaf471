using Terrapin.Core.Model;

namespace Terrapin.Core.Drives;

/// <summary>What the log of a site says of one drive.</summary>
/// <param name="Strokes">Those that stand, in the order in which they were written down, by their numbers in the log.</param>
/// <param name="StepsDone">The steps of mounting it that are ticked off.</param>
/// <param name="Seen">What a plan adopts of them; <see langword="null"/>: there is nothing to adopt.</param>
public sealed record DriveLog(IReadOnlyList<LoggedStroke> Strokes, IReadOnlyList<string> StepsDone, DriveSeen? Seen)
{
    /// <summary>Reads what stands of one drive.</summary>
    /// <param name="log">Of the site, in its order.</param>
    /// <param name="driveId">The fitted drive's id.</param>
    /// <param name="mount">How it is held, which says what its steps are.</param>
    public static DriveLog Of(IReadOnlyList<LoggedEntry> log, string driveId, Mount mount)
    {
        var struck = log.Where(e => e.Entry.Kind == LogKind.StruckOut).Select(e => e.Entry.Strikes!.Value).ToHashSet();
        LoggedEntry[] own = [.. log.Where(e => e.Entry.DriveId == driveId && !struck.Contains(e.Number))];
        LoggedStroke[] strokes = [.. own.Where(e => e.Entry.Kind == LogKind.StrokeSeen).Select(e => new LoggedStroke(e.Number, e.By, e.At, e.Entry.Stroke!))];
        var done = new List<string>();
        foreach (LogEntry entry in own.Select(e => e.Entry).Where(e => e.Kind is LogKind.StepDone or LogKind.StepUndone))
        {
            done.Remove(entry.StepId!);
            if (entry.Kind == LogKind.StepDone)
            {
                done.Add(entry.StepId!);
            }
        }

        return new DriveLog(strokes, done, Adopted([.. strokes.Select(s => s.Stroke)], MountingSteps.For(mount).All(s => done.Contains(s.Id))));
    }

    /// <summary>
    /// What to adopt: the strokes nearest to how the drive stays on the valve count, the slowest of them, and the least angle. A bench
    /// stroke says nothing of the angle: the valve is not in it.
    /// </summary>
    /// <param name="strokes">That somebody watched.</param>
    /// <param name="stepsDone">Whether every step of mounting it is ticked off.</param>
    public static DriveSeen? Adopted(IReadOnlyList<SeenStroke> strokes, bool stepsDone)
    {
        SeenStroke[] timed = AtLastStage(strokes, s => s.DurationS is not null, StrokeStage.Bench);
        SeenStroke[] watched = AtLastStage(strokes, s => s.EndAngleDeg is not null, StrokeStage.Loose);
        return timed.Length == 0 && watched.Length == 0 && !stepsDone
            ? null
            : new DriveSeen
            {
                ClosingS = timed.Max(s => s.DurationS),
                ClosedTheValve = timed.Any(s => s.Stage != StrokeStage.Bench),
                EndAngleDeg = watched.Min(s => s.EndAngleDeg),
                StepsDone = stepsDone,
            };
    }

    private static SeenStroke[] AtLastStage(IReadOnlyList<SeenStroke> strokes, Func<SeenStroke, bool> says, StrokeStage first)
    {
        SeenStroke[] closing = [.. strokes.Where(s => s.Direction == StrokeDirection.Closing && s.Stage >= first && says(s))];
        return [.. closing.Where(s => s.Stage == closing.Max(c => c.Stage))];
    }
}

/// <summary>A stroke that was written down.</summary>
/// <param name="Number">Of its entry in the log.</param>
/// <param name="By">Who wrote it down.</param>
/// <param name="At">When, ISO 8601 with its zone.</param>
/// <param name="Stroke">What was seen.</param>
public sealed record LoggedStroke(int Number, string By, string At, SeenStroke Stroke);
