using System.Globalization;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Documents.Questions;

/// <summary>
/// What happens while a leak runs, in words for an address: <c>modeBecomes:away@60,wipedUp@90,leakEnds@100,leakStarts:basin@30,leakEnds:basin@95,buttonPressed:door@20,valveOpened:main@200,reset@150,getsCold:puck/-2@40,timeIs:1320@0,breaks:mainsFailed@20,worksAgain:mainsFailed@900</c>,
/// each with its time from the first drop, s; the cold in °C, the time of day in minutes from midnight.
/// </summary>
internal static class MeanwhileWords
{
    private const int MostSteps = 50;

    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">The leak that runs.</param>
    /// <param name="words">As in an address; <see langword="null"/>: nothing happens.</param>
    /// <exception cref="RefusedException">It cannot be read, or the plan has not what it is about.</exception>
    public static IReadOnlyList<Meanwhile> Read(Plan plan, string leakId, string? words)
    {
        string[] parts = (words ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (parts.Length > MostSteps)
        {
            throw Refused("/meanwhile", $"{parts.Length} things happen meanwhile; {MostSteps} are the most.");
        }

        Meanwhile[] steps = [.. parts.Select((part, i) => Step(part, $"/meanwhile/{i}"))];
        var errors = new List<DocumentError>();
        MeanwhileCheck.Add(plan, leakId, steps, "/meanwhile", errors);
        for (int i = 0; i < steps.Length; i++)
        {
            if (steps[i] is { Kind: MeanwhileKind.ButtonPressed, ButtonId: { } button } && (plan.Installation.Buttons ?? []).All(b => b.Id != button))
            {
                errors.Add(new DocumentError($"/meanwhile/{i}", $"There is no button with the id \"{button}\" in this plan."));
            }

            if (steps[i] is { Kind: MeanwhileKind.ValveOpened, StopValveId: { } valve } && plan.Building.StopValves.All(v => v.Id != valve))
            {
                errors.Add(new DocumentError($"/meanwhile/{i}", $"There is no stop valve with the id \"{valve}\" in this plan."));
            }

            if (steps[i] is { Kind: MeanwhileKind.GetsCold, SensorId: { } sensor } && plan.Installation.Sensors.All(s => s.Id != sensor))
            {
                errors.Add(new DocumentError($"/meanwhile/{i}", $"There is no sensor with the id \"{sensor}\" in this plan."));
            }
        }

        return errors.Count == 0 ? steps : throw new RefusedException(errors);
    }

    private static Meanwhile Step(string part, string at)
    {
        string[] halves = part.Split('@');
        string[] what = halves[0].Split(':');
        if (halves.Length != 2 || what.Length > 2 || Words.Read<MeanwhileKind>(what[0]) is not { } kind)
        {
            throw Refused(at, $"\"{part}\" says not what happens when. Write one of {Words.All<MeanwhileKind>()}, with a colon and an id or a mode where it needs one, then @ and seconds.");
        }

        double atS = Number(halves[1], 0, Meanwhile.LatestS, "time", at);
        string? of = what.Length == 2 ? what[1] : null;
        string[] cold = kind == MeanwhileKind.GetsCold && of is not null ? of.Split('/') : [];
        return new Meanwhile
        {
            AtS = atS,
            Kind = kind,
            Mode = kind == MeanwhileKind.ModeBecomes && of is not null ? Rehearsals.ModeOf(of) : null,
            LeakId = kind is MeanwhileKind.LeakStarts or MeanwhileKind.LeakEnds or MeanwhileKind.WipedUp ? of : null,
            ButtonId = kind == MeanwhileKind.ButtonPressed ? of : null,
            StopValveId = kind == MeanwhileKind.ValveOpened ? of : null,
            SensorId = cold.Length > 0 ? cold[0] : null,
            Celsius = cold.Length == 2 ? Number(cold[1], -Rule.FarthestC, Rule.FarthestC, "temperature", at) : null,
            Fault = kind is MeanwhileKind.Breaks or MeanwhileKind.WorksAgain && of is not null ? Words.Read<Fault>(of) : null,
            Min = kind == MeanwhileKind.TimeIs && of is not null ? (int)Number(of, 0, HoursOfDay.DayMin - 1, "time of day", at) : null,
        };
    }

    private static double Number(string text, double least, double most, string what, string at) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out double number) && number >= least && number <= most
            ? number
            : throw Refused(at, string.Create(CultureInfo.InvariantCulture, $"\"{text}\" is no {what}. Give {(what == "time" ? "seconds " : what == "temperature" ? "°C " : "minutes ")}from {least} to {most}."));

    private static RefusedException Refused(string at, string why) => new([new DocumentError(at, why)]);
}
