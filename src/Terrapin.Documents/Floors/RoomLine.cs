using System.Text.RegularExpressions;
using Terrapin.Core.Assessments;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Floors;

/// <summary>What of a typed line is wrong.</summary>
/// <param name="From">Where it begins in the line, counted from 0.</param>
/// <param name="To">Where it ends; after it.</param>
/// <param name="Message">What to write instead.</param>
public sealed record LineFault(int From, int To, string Message);

/// <summary>A room as a typed line says it.</summary>
/// <param name="Room">With its fixtures and their leak points, drawn beside the last one; <see langword="null"/> where something is wrong.</param>
/// <param name="IsKnown">Whether it is a room of the plan that was not drawn yet.</param>
/// <param name="Faults">Empty where all was understood.</param>
public sealed record ProposedRoom(Room? Room, bool IsKnown, IReadOnlyList<LineFault> Faults);

/// <summary>A room typed in one line, such as <c>utility 2.1 x 1.8: washer, sink, boiler</c>.</summary>
public static partial class RoomLine
{
    /// <summary>A room needs this much free floor beside others, m.</summary>
    private const double OverlapM = 0.01;

    private const int MostOfAKind = 9;

    /// <summary>A drain is put aside by such a part of the floor.</summary>
    private const int DrainSteps = 20;

    /// <summary>Reads a line and proposes the room.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="storeyId">Where it is to be drawn; one that the plan has not yet is empty.</param>
    /// <param name="line">As typed.</param>
    /// <param name="system">Which unit a bare number is in.</param>
    /// <param name="idOf">A free id for a name.</param>
    public static ProposedRoom Read(Plan plan, string storeyId, string line, UnitSystem system, Func<string, string> idOf)
    {
        var faults = new List<LineFault>();
        int colon = line.IndexOf(':', StringComparison.Ordinal);
        string head = colon < 0 ? line : line[..colon];
        Match size = SizePattern().Match(head);
        (double LengthM, double WidthM)? floor = ReadSize(head, size, system, faults);
        string name = (size.Success ? head[..size.Index] : head).Trim().TrimEnd(',').Trim();
        if (name.Length == 0)
        {
            faults.Insert(0, new LineFault(0, Math.Max(1, size.Success ? size.Index : head.Length), $"Begin with the room's name, as in utility {Example(system)}."));
        }

        var drains = new List<string>();
        UsualFixture[] fixtures = colon < 0 ? [] : [.. Fixtures(line, colon + 1, faults, drains)];
        if (faults.Count > 0 || floor is not var (length, width))
        {
            return new ProposedRoom(null, false, faults);
        }

        FloorRectangle floorOf = Beside(plan, storeyId, length, width);
        Room? known = plan.Building.Rooms.FirstOrDefault(r => r.Areas.Count == 0 && string.Equals(r.Name, name, StringComparison.OrdinalIgnoreCase));
        Room room = (known ?? Blank(name, idOf)) with
        {
            StoreyId = storeyId,
            Areas = [floorOf],
            LengthM = known?.LengthM ?? length,
            WidthM = known?.WidthM ?? width,
        };
        Room furnished = FixtureAdvice.Furnished(plan, room, fixtures, idOf);
        return new ProposedRoom(furnished with { Drains = [.. furnished.Drains, .. Drains(furnished, floorOf, drains.Count)] }, known is not null, faults);
    }

    private static string Example(UnitSystem system) => system == UnitSystem.Metric ? "2.1 x 1.8" : "7 x 6";

    private static (double LengthM, double WidthM)? ReadSize(string head, Match size, UnitSystem system, List<LineFault> faults)
    {
        if (!size.Success)
        {
            faults.Add(new LineFault(head.TrimEnd().Length, head.TrimEnd().Length + 1, $"Say its length by width, as in utility {Example(system)}."));
            return null;
        }

        int end = head.TrimEnd().Length;
        if (size.Groups["second"].Value.Trim().Length == 0)
        {
            faults.Add(new LineFault(size.Index, Math.Max(end, size.Index + 1), $"Give the width too, as in {Example(system)}."));
            return null;
        }

        try
        {
            IReadOnlyList<double> sides = TypedQuantity.Read(TypedKind.LengthByWidth, size.Value.Trim(), system);
            if (sides.All(s => s is >= 0.1 and <= 200))
            {
                return (Math.Round(sides[0], 3), Math.Round(sides[1], 3));
            }

            faults.Add(new LineFault(size.Index, end, system == UnitSystem.Metric ? "A side of a room is 0.1 to 200 m long." : "A side of a room is 4 in to 656 ft long."));
        }
        catch (FormatException e)
        {
            faults.Add(new LineFault(size.Index, end, e.Message));
        }

        return null;
    }

    /// <param name="drains">Takes the words for floor drains, one a drain.</param>
    private static IEnumerable<UsualFixture> Fixtures(string line, int from, List<LineFault> faults, List<string> drains)
    {
        foreach (string part in line[from..].Split(','))
        {
            string word = part.Trim();
            int at = from + part.IndexOf(word, StringComparison.Ordinal);
            from += part.Length + 1;
            if (word.Length == 0)
            {
                continue;
            }

            Match counted = CountPattern().Match(word);
            string what = counted.Success ? counted.Groups["what"].Value : word;
            int count = counted.Success ? int.Parse(counted.Groups["count"].Value, System.Globalization.CultureInfo.InvariantCulture) : 1;
            UsualFixture? fixture = FixtureNames.Named(what);
            if (fixture is null && !FixtureNames.IsDrain(what))
            {
                faults.Add(new LineFault(at, at + word.Length, $"\"{what}\" is no fixture that is known here. Write one of {string.Join(", ", FixtureLibrary.All.Select(f => f.Name.ToLowerInvariant()))}, {FixtureNames.Drain}."));
                continue;
            }

            if (count is < 1 or > MostOfAKind)
            {
                faults.Add(new LineFault(at, at + word.Length, $"Write 1 to {MostOfAKind} of one kind."));
                continue;
            }

            for (int i = 0; i < count; i++)
            {
                if (fixture is null)
                {
                    drains.Add(what);
                }
                else
                {
                    yield return fixture;
                }
            }
        }
    }

    /// <summary>In a row along the middle of a floor, where a fall would lead to; what they take is for somebody to try.</summary>
    private static IEnumerable<FloorDrain> Drains(Room room, FloorRectangle floor, int count) => Enumerable.Range(0, count).Select(i => (i + 0.5) / count).Select(share => new FloorDrain
    {
        At = OnOpenFloor(room, floor, floor.LengthM >= floor.WidthM
            ? new FloorPoint { AcrossM = floor.AcrossM + (share * floor.LengthM), DownM = floor.Middle().DownM }
            : new FloorPoint { AcrossM = floor.Middle().AcrossM, DownM = floor.DownM + (share * floor.WidthM) }),
    });

    /// <summary>A place, or the nearest to it that nothing stands on tightly: no water comes under that.</summary>
    private static FloorPoint OnOpenFloor(Room room, FloorRectangle floor, FloorPoint wanted)
    {
        IEnumerable<FloorPoint> others = Enumerable.Range(0, DrainSteps).SelectMany(x => Enumerable.Range(0, DrainSteps).Select(y => new FloorPoint
        {
            AcrossM = floor.AcrossM + ((x + 0.5) / DrainSteps * floor.LengthM),
            DownM = floor.DownM + ((y + 0.5) / DrainSteps * floor.WidthM),
        }));
        FloorPoint at = others.OrderBy(p => Rectangles.Apart(p, wanted)).Prepend(wanted).FirstOrDefault(p => !room.Fixtures.Any(f => f.Base == FixtureBase.Tight && f.Area.HoldsInside(p))) ?? wanted;
        return new FloorPoint { AcrossM = Math.Round(at.AcrossM, 3), DownM = Math.Round(at.DownM, 3) };
    }

    private static Room Blank(string name, Func<string, string> idOf)
    {
        string shown = string.Concat(name[..1].ToUpperInvariant(), name.AsSpan(1));
        return new Room { Id = idOf(shown), Name = shown, Leaks = [] };
    }

    /// <summary>To the right of the last room, below it, or beside another: the first place where it lies over none.</summary>
    private static FloorRectangle Beside(Plan plan, string storeyId, double lengthM, double widthM)
    {
        FloorRectangle[] others = [.. plan.Building.Rooms.Where(r => r.StoreyId == storeyId).Reverse().SelectMany(r => r.Areas.Reverse())];
        FloorRectangle At(double x, double y) => new() { AcrossM = Math.Round(x, 3), DownM = Math.Round(y, 3), LengthM = lengthM, WidthM = widthM };
        IEnumerable<FloorRectangle> places = others.SelectMany(o => (FloorRectangle[])[At(o.RightM(), o.DownM), At(o.AcrossM, o.BottomM()), At(o.AcrossM - lengthM, o.DownM), At(o.AcrossM, o.DownM - widthM)]);
        return places.FirstOrDefault(p => !others.Any(o => Rectangles.Overlap(p, o, OverlapM))) ?? At(0, 0);
    }

    /// <summary>A number, perhaps with its unit, an x or "by", and what follows.</summary>
    [GeneratedRegex("""(?<first>\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?\s*(?:mm|cm|m|ft|in|'|")?(?:\s*\d+(?:\s*\d+/\d+)?\s*")?)\s*(?:[x×*]|by(?=\s))\s*(?<second>.*)$""", RegexOptions.IgnoreCase)]
    private static partial Regex SizePattern();

    [GeneratedRegex(@"^(?<count>\d{1,3})\s*(?:x\s*)?(?<what>\D.*)$", RegexOptions.IgnoreCase)]
    private static partial Regex CountPattern();
}
