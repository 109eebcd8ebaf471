using Terrapin.Core.Model;

namespace Terrapin.Core.Geometry;

/// <summary>How finely a drawing is laid out in cells, and which rooms share a sheet of them.</summary>
public static class DrawingSize
{
    /// <summary>More than anybody waits for, m³: no leak is followed farther.</summary>
    public const double MostM3 = 5;

    /// <summary>Where the drawing is not too large for it, m.</summary>
    public const double UsualCellM = 0.05;

    /// <summary>Rooms any coarser are no rooms any more, m.</summary>
    public const double CoarsestCellM = 0.4;

    /// <summary>Cells of all sheets together.</summary>
    private const double MostCells = 1.5e6;

    /// <summary>Each leak has a field of its own over the cells of its sheet, or as many as its water can cover.</summary>
    private const double MostFieldCells = 6e7;

    /// <summary>The same in all combinations of what is not known, so that an edit of the drawing is answered in a second or two.</summary>
    private const double MostFieldCellsTried = 4e6;

    private const int MostUnknowns = 4;

    /// <summary>A film stands at least so high for each degree of the contact angle, up to 95°, m: bounds how far a leak reaches.</summary>
    private const double FilmMPerDeg = 4.2e-5;

    private const double LeastAngleDeg = 25;

    /// <summary>The finest cell at which a drawing and its leaks stay within what is kept and calculated; <see langword="null"/>: there is none.</summary>
    /// <param name="plan">With rooms that are drawn on storeys of the plan.</param>
    public static double? CellM(Plan plan) => Sized(plan)?.CellM;

    /// <summary>The size of the cells, and how many unknowns are taken at both ends in all combinations: fewer on a large drawing.</summary>
    internal static (double CellM, int MostUnknowns)? Sized(Plan plan)
    {
        (FloorRectangle Box, int Leaks, double ReachM2)[] groups = [.. plan.Building.Storeys.SelectMany(s => Groups(plan, s.Id)).Select(g => (
            BoxOf(g),
            g.Sum(r => r.Leaks.Count(l => l.At is not null)),
            MostM3 / (FilmMPerDeg * g.Min(r => Math.Max(LeastAngleDeg, plan.ContactAngleDeg(r) ?? LeastAngleDeg)))))];
        for (double cell = UsualCellM; cell <= CoarsestCellM; cell *= 2)
        {
            double cells = 0;
            double fieldCells = 0;
            foreach ((FloorRectangle box, int leaks, double reachM2) in groups)
            {
                double ofGroup = ((box.LengthM / cell) + 2) * ((box.WidthM / cell) + 2);
                cells += ofGroup;
                fieldCells += leaks * Math.Min(ofGroup, reachM2 / (cell * cell));
            }

            if (cells <= MostCells && fieldCells <= MostFieldCells)
            {
                // One at least, unless that alone would double what is the most already.
                int least = fieldCells <= MostFieldCells / 2 ? 1 : 0;
                return (cell, Math.Clamp((int)Math.Log2(MostFieldCellsTried / Math.Max(1, fieldCells)), least, MostUnknowns));
            }
        }

        return null;
    }

    /// <summary>The drawn rooms of a storey, those together that touch.</summary>
    internal static IReadOnlyList<IReadOnlyList<Room>> Groups(Plan plan, string storeyId)
    {
        var groups = new List<List<Room>>();
        foreach (Room room in plan.Building.Rooms.Where(r => r.StoreyId == storeyId && r.Areas.Count > 0))
        {
            List<Room>[] touched = [.. groups.Where(g => g.Any(other => Touch(other, room)))];
            groups.RemoveAll(touched.Contains);
            groups.Add([.. touched.SelectMany(g => g), room]);
        }

        return groups;
    }

    /// <summary>The least rectangle round some rooms.</summary>
    internal static FloorRectangle BoxOf(IReadOnlyList<Room> rooms) => Rectangles.BoxOf([.. rooms.SelectMany(r => r.Areas)]);

    private static bool Touch(Room a, Room b) => a.Areas.Any(x => b.Areas.Any(y => Rectangles.Overlap(x, y, -StoreyDrawing.JoinedM)));
}
