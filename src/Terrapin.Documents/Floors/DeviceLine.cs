using System.Text.RegularExpressions;
using Terrapin.Core.Assessments;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Floors;

/// <summary>A device as a typed line says it.</summary>
/// <param name="Kind">Sensor, hub or repeater; <see langword="null"/> where something is wrong.</param>
/// <param name="SpecId">In the catalogue.</param>
/// <param name="Name">By its place, as it was typed.</param>
/// <param name="RoomId">The room it is put into.</param>
/// <param name="StoreyId">Of that room.</param>
/// <param name="At">On the drawing.</param>
/// <param name="Faults">Empty where all was understood.</param>
public sealed record ProposedDevice(DeviceKind? Kind, string SpecId, string Name, string RoomId, string StoreyId, FloorPoint? At, IReadOnlyList<LineFault> Faults);

/// <summary>A device typed in one line, such as <c>spot under basin</c> or <c>hub in the hall</c>.</summary>
public static partial class DeviceLine
{
    private static readonly Dictionary<string, SensorKind> SensorWords = new(StringComparer.OrdinalIgnoreCase)
    {
        ["spot"] = SensorKind.Spot,
        ["puck"] = SensorKind.Spot,
        ["sensor"] = SensorKind.Spot,
        ["cup"] = SensorKind.SpotWithCup,
        ["cord"] = SensorKind.ProbeOnCord,
        ["probe"] = SensorKind.ProbeOnCord,
    };

    /// <summary>Reads a line and proposes the device.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="storeyId">The storey that is looked at; a place of that name on it comes first.</param>
    /// <param name="line">As typed.</param>
    public static ProposedDevice Read(Plan plan, string storeyId, string line)
    {
        Match match = LinePattern().Match(line);
        string word = match.Groups["what"].Value;
        if (SpecOf(plan, word) is not var (kind, specId, clear))
        {
            return Wrong(new LineFault(Math.Max(0, match.Groups["what"].Index), Math.Max(1, match.Groups["what"].Index + word.Length), "Begin with spot, cup, cord, hub or repeater, as in spot under basin."));
        }

        if (specId is null)
        {
            return Wrong(new LineFault(match.Groups["what"].Index, match.Groups["what"].Index + word.Length, $"The catalogue has no {word}. Add one there, or write another kind."));
        }

        Group where = match.Groups["where"];
        if (where.Value.Trim().Length == 0)
        {
            return Wrong(new LineFault(line.TrimEnd().Length, line.TrimEnd().Length + 1, $"Say where, as in {word} under basin, or {word} in the hall."));
        }

        if (PlaceOf(plan, storeyId, where.Value, clear) is not var (room, at, nearest, isBefore))
        {
            return Wrong(new LineFault(where.Index, where.Index + where.Value.TrimEnd().Length, $"There is no drawn room or fixture called so. Write one of {string.Join(", ", plan.Building.Rooms.Where(r => r.Areas.Count > 0).Select(r => r.Name).Take(8))}."));
        }

        string name = kind == DeviceKind.Sensor ? $"{room.Name}, {(isBefore ? "in front of" : match.Groups["how"].Value.ToLowerInvariant())} {nearest}".Replace("  ", " ", StringComparison.Ordinal) : Capital($"{word} {match.Groups["how"].Value.ToLowerInvariant()} {where.Value.Trim()}");
        return new ProposedDevice(kind, specId, name, room.Id, room.StoreyId!, at, []);
    }

    private static ProposedDevice Wrong(LineFault fault) => new(null, "", "", "", "", null, [fault]);

    private static string Capital(string text) => string.Concat(text[..1].ToUpperInvariant(), text.AsSpan(1));

    /// <summary>What a word means: its kind, the first of the catalogue, and whether it has to lie clear of what stands on feet.</summary>
    private static (DeviceKind Kind, string? SpecId, bool Clear)? SpecOf(Plan plan, string word)
    {
        if (SensorWords.TryGetValue(word, out SensorKind kind))
        {
            return (DeviceKind.Sensor, plan.Catalogue.Sensors.FirstOrDefault(s => s.Kind == kind)?.Id, kind != SensorKind.ProbeOnCord);
        }

        return word.ToLowerInvariant() switch
        {
            "hub" => (DeviceKind.Hub, plan.Catalogue.Hubs.Count > 0 ? plan.Catalogue.Hubs[0].Id : null, false),
            "repeater" => (DeviceKind.Repeater, plan.Catalogue.Repeaters.Count > 0 ? plan.Catalogue.Repeaters[0].Id : null, false),
            _ => null,
        };
    }

    /// <summary>
    /// The fixture or leak point that is named, or else the room; where a room is named only what is in it, else what is on the storey
    /// that is looked at first.
    /// </summary>
    private static (Room Room, FloorPoint At, string Name, bool IsBefore)? PlaceOf(Plan plan, string storeyId, string where, bool clear)
    {
        Room[] drawn = [.. plan.Building.Rooms.Where(r => r.Areas.Count > 0).OrderBy(r => r.StoreyId == storeyId ? 0 : 1)];
        Room? named = drawn.Where(r => Says(where, r.Name)).MaxBy(r => r.Name.Length);
        foreach (Room room in named is null ? drawn : [named])
        {
            if (room.Fixtures.FirstOrDefault(f => Calls(where, f)) is { } fixture)
            {
                FloorPoint? falls = room.Leaks.FirstOrDefault(l => l.FixtureId == fixture.Id && l.At is not null)?.At;
                bool isBefore = falls is null || (clear && fixture.Base == FixtureBase.OnFeet);
                return (room, isBefore ? Before(room, fixture.Area) : falls!, fixture.Name, isBefore);
            }

            if (room.Leaks.FirstOrDefault(l => l.At is not null && Says(where, l.Name.Split(' ')[0])) is { } leak)
            {
                return (room, leak.At!, leak.Name, false);
            }
        }

        return named is null ? null : (named, named.Areas[0].Middle(), "the middle", false);
    }

    private static bool Calls(string where, Fixture fixture) =>
        Says(where, fixture.Name) || FixtureNames.Of(fixture.Kind).Any(name => Says(where, name));

    /// <summary>Whether a name stands in the words, not as a part of a longer one.</summary>
    private static bool Says(string where, string name)
    {
        int at = name.Length == 0 ? -1 : where.IndexOf(name, StringComparison.OrdinalIgnoreCase);
        while (at >= 0 && (IsInWord(where, at - 1) || IsInWord(where, at + name.Length)))
        {
            at = where.IndexOf(name, at + 1, StringComparison.OrdinalIgnoreCase);
        }

        return at >= 0;
    }

    private static bool IsInWord(string text, int at) => at >= 0 && at < text.Length && char.IsLetterOrDigit(text[at]);

    /// <summary>Beside a fixture, on the side where most of the room is.</summary>
    private static FloorPoint Before(Room room, FloorRectangle area)
    {
        const double OffM = 0.1;
        FloorPoint middle = area.Middle();
        FloorPoint[] places =
        [
            middle with { DownM = area.BottomM() + OffM }, middle with { DownM = area.DownM - OffM },
            middle with { AcrossM = area.RightM() + OffM }, middle with { AcrossM = area.AcrossM - OffM },
        ];
        FloorPoint at = places.FirstOrDefault(p => room.Areas.Hold(p.AcrossM, p.DownM) && !room.Fixtures.Any(f => f.Area.Holds(p.AcrossM, p.DownM))) ?? middle;
        return new FloorPoint { AcrossM = Math.Round(at.AcrossM, 2), DownM = Math.Round(at.DownM, 2) };
    }

    [GeneratedRegex(@"^\s*(?<what>\p{L}*)\s*(?<how>under|by|at|in|near|beside|behind)?\b\s*(?:the\s+)?(?<where>.*)$", RegexOptions.IgnoreCase)]
    private static partial Regex LinePattern();
}
