using System.Collections.Concurrent;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Floors;

/// <summary>
/// The fields of one drawing, each reckoned once: that of every leak that is asked for, and that of every place where water
/// falls to from a storey above, which all leaks up there share. Safe to use from several threads.
/// </summary>
public sealed class FloorFields(FloorRaster raster)
{
    private readonly ConcurrentDictionary<Source, FloorField> kept = [];

    private readonly record struct Source(int Cell, double OffXM, double OffYM, double GapM);

    public FloorRaster Raster => raster;

    /// <summary>The field of one leak; <see langword="null"/> where no floor is drawn.</summary>
    /// <param name="storeyId">The storey that the leak is drawn on.</param>
    /// <param name="at">Where its water meets the floor.</param>
    /// <param name="gapM">For <see cref="FloorField.DeepM3"/>: how far contacts stand off the floor, m, not negative.</param>
    /// <exception cref="ArgumentOutOfRangeException">The gap is negative.</exception>
    public FloorField? From(string? storeyId, FloorPoint at, double gapM = 0)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(gapM);
        int cell = raster.CellAt(storeyId, at);
        if (cell < 0)
        {
            return null;
        }

        (double middleX, double middleY) = raster.SheetOf(cell).MiddleOf(cell);
        return From(new Source(cell, at.AcrossM - middleX, at.DownM - middleY, gapM));
    }

    private FloorField From(Source source) => kept.GetOrAdd(source, Make);

    private FloorField Make(Source source)
    {
        var here = Spreading.From(raster, source.Cell, source.OffXM, source.OffYM, source.GapM);
        return here.FallsTo is >= 0 and var landing ? here.GoingOnIn(From(new Source(landing, 0, 0, source.GapM))) : here;
    }
}
