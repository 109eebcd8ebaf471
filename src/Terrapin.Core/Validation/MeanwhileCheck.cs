using Terrapin.Core.Model;

namespace Terrapin.Core.Validation;

/// <summary>
/// Checks that what is to happen while a leak runs says what it is about, and that the plan has the leaks. A button, a sensor or a drive that is
/// gone does nothing: an installation without it may be put in the place of another.
/// </summary>
public static class MeanwhileCheck
{
    /// <param name="plan">A plan whose own parts are checked elsewhere.</param>
    /// <param name="leakId">The leak that runs.</param>
    /// <param name="steps">What happens meanwhile.</param>
    /// <param name="pointer">Where they stand.</param>
    /// <param name="errors">Gets what is wrong.</param>
    public static void Add(Plan plan, string leakId, IReadOnlyList<Meanwhile> steps, string pointer, List<DocumentError> errors)
    {
        var begun = new HashSet<string> { leakId };
        for (int i = 0; i < steps.Count; i++)
        {
            (string at, Meanwhile step) = ($"{pointer}/{i}", steps[i]);
            switch (step.Kind)
            {
                case MeanwhileKind.ModeBecomes when step.Mode is null:
                    errors.Add(new DocumentError($"{at}/mode", "Say which mode comes."));
                    break;
                case MeanwhileKind.LeakStarts when step.LeakId is null:
                    errors.Add(new DocumentError($"{at}/leakId", "Say which leak begins."));
                    break;
                case MeanwhileKind.LeakStarts when plan.Building.Rooms.All(r => r.Leaks.All(l => l.Id != step.LeakId)):
                    errors.Add(PlanReferences.Nowhere($"{at}/leakId", "leak point", step.LeakId!));
                    break;
                case MeanwhileKind.LeakStarts when !begun.Add(step.LeakId!):
                    errors.Add(new DocumentError($"{at}/leakId", "That leak runs already. Take one of the two out."));
                    break;
                case MeanwhileKind.WipedUp or MeanwhileKind.LeakEnds when step.LeakId is { } other && other != leakId && !steps.Any(s => s.Kind == MeanwhileKind.LeakStarts && s.LeakId == other):
                    errors.Add(new DocumentError($"{at}/leakId", $"\"{other}\" does not run here. Let it begin, or take this out."));
                    break;
                case MeanwhileKind.LeakEnds when steps.FirstOrDefault(s => s.Kind == MeanwhileKind.LeakStarts && s.LeakId == step.LeakId)?.AtS > step.AtS:
                    errors.Add(new DocumentError($"{at}/atS", "Let it end later: it has not begun by then."));
                    break;
                case MeanwhileKind.Breaks or MeanwhileKind.WorksAgain when step.Fault is not { } fault || !Faults.ComeAndGo.Contains(fault):
                    errors.Add(new DocumentError($"{at}/fault", "Say what breaks or works again, such as mainsFailed or hubFailed. A drive that stalls and its like are broken from the first drop."));
                    break;
                case MeanwhileKind.ButtonPressed when step.ButtonId is null:
                    errors.Add(new DocumentError($"{at}/buttonId", "Say which button is pressed."));
                    break;
                case MeanwhileKind.ValveOpened when step.StopValveId is null:
                    errors.Add(new DocumentError($"{at}/stopValveId", "Say which stop valve is opened."));
                    break;
                case MeanwhileKind.GetsCold when step.SensorId is null:
                    errors.Add(new DocumentError($"{at}/sensorId", "Say which sensor gets cold."));
                    break;
                case MeanwhileKind.GetsCold when step.Celsius is null:
                    errors.Add(new DocumentError($"{at}/celsius", "Say how cold it gets."));
                    break;
                case MeanwhileKind.TimeIs when step.Min is null:
                    errors.Add(new DocumentError($"{at}/min", "Say what time of day it is."));
                    break;
                case MeanwhileKind.TimeIs when steps.Take(i).Any(s => s.Kind == MeanwhileKind.TimeIs):
                    errors.Add(new DocumentError($"{at}/min", "The time of day is given twice. Take one of the two out."));
                    break;
            }
        }
    }
}
