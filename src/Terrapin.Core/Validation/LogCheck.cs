using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>Whether an entry of the log says what its kind has to say.</summary>
public static class LogCheck
{
    /// <summary>What is missing of an entry; none where it is whole.</summary>
    /// <param name="entry">Its shape is checked.</param>
    /// <param name="pointer">Where it stands, for the errors.</param>
    public static IReadOnlyList<DocumentError> Of(LogEntry entry, string pointer = "")
    {
        (bool isThere, string key, string message)[] needs = entry.Kind switch
        {
            LogKind.StrokeSeen =>
            [
                (entry.DriveId is not null, "driveId", "Say which drive made the stroke."),
                (entry.Stroke is { DurationS: not null } or { EndAngleDeg: not null }, "stroke", "Say how long the stroke took, or where the handle stopped."),
            ],
            LogKind.StepDone or LogKind.StepUndone =>
            [
                (entry.DriveId is not null, "driveId", "Say of which drive the step is."),
                (entry.StepId is not null, "stepId", "Say which step it is."),
            ],
            LogKind.PhotographTaken => [(entry.PhotographId is not null, "photographId", "Say which photograph it is.")],
            LogKind.SignalRead => [(entry.Signal is not null, "signal", "Say which signal was read, from which device to which.")],
            LogKind.StruckOut => [(entry.Strikes is not null, "strikes", "Give the number of the entry that is wrong.")],
            _ => throw new ArgumentOutOfRangeException(nameof(entry), entry.Kind, "No kind of entry."),
        };
        return [.. needs.Where(n => !n.isThere).Select(n => new DocumentError($"{pointer}/{n.key}", n.message))];
    }
}
