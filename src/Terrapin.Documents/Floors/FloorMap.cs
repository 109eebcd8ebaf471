using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Documents.Floors;

/// <summary>A group of joined rooms of the map.</summary>
/// <param name="AcrossM">Left edge of its first cell, m.</param>
/// <param name="DownM">Upper edge of its first cell, m.</param>
/// <param name="CellM">Side of a cell, m.</param>
/// <param name="Millilitres">On the floor before the water is here, row by row, at the worse end of what is not known; -1: it may never come, -2: no floor.</param>
/// <param name="LeastMillilitres">The same at the better end; -1: it never comes. Empty where nothing is open.</param>
/// <param name="Leaks">For several leaks: which of the map's leaks that is; empty for a single one.</param>
public sealed record FloorMapSheet(string StoreyId, double AcrossM, double DownM, double CellM, int Columns, int Rows, IReadOnlyList<int> Millilitres, IReadOnlyList<int> LeastMillilitres, IReadOnlyList<short> Leaks);

/// <summary>Litres on the floor before the water is here.</summary>
/// <param name="LeakIds">The leak points it was made from.</param>
/// <param name="IsCoarse">Whether its cells are larger than usual, for the size of the drawing.</param>
public sealed record FloorMap(IReadOnlyList<string> LeakIds, IReadOnlyList<FloorMapSheet> Sheets, bool IsCoarse)
{
    /// <summary>The map of a plan's drawn floors.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">Of one leak point; <see langword="null"/>: of all.</param>
    /// <param name="worst">With all: the slowest leak at each spot rather than the soonest.</param>
    /// <param name="floors">Keeps the fields of the drawn floors from one call to the next.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static FloorMap Of(Plan plan, string? leakId, bool worst, FloorMemory floors, CancellationToken cancel = default)
    {
        var map = WaterMap.Of(plan, leakId, worst, floors, cancel);
        return new FloorMap(map.LeakIds, [.. map.Sheets.Select(s => SheetOf(map, s))], map.Raster.CellM > DrawingSize.UsualCellM);
    }

    private static FloorMapSheet SheetOf(WaterMap map, WaterMapSheet of)
    {
        FloorSheet sheet = of.Sheet;
        int[] Millilitres(float[] volumesM3) => [.. volumesM3.Select((v, i) => map.Raster.Room[sheet.Offset + i] < 0 ? -2 : float.IsFinite(v) ? (int)Math.Round(v * 1e6) : -1)];
        return new FloorMapSheet(
            sheet.StoreyId,
            sheet.AcrossM,
            sheet.DownM,
            sheet.CellM,
            sheet.Columns,
            sheet.Rows,
            Millilitres(of.MostM3),
            map.IsExact ? [] : Millilitres(of.LeastM3),
            map.LeakIds.Count > 1 ? of.Leak : []);
    }
}
