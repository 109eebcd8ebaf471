using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Floors;

/// <summary>Which end of what is not known of a stream's width a field is made for.</summary>
[JsonConverter(typeof(CamelCase<SpreadEnd>))]
public enum SpreadEnd
{
    /// <summary>No stream is taken to wet more than it surely does, and each to hold as much as it may: later at every spot.</summary>
    Late,

    /// <summary>The other way: sooner at every spot.</summary>
    Soon,
}

/// <summary>A leak as its field sees it.</summary>
/// <param name="Cell">The cell that its water comes to.</param>
/// <param name="OffXM">From the middle of that cell, m.</param>
/// <param name="OffYM">The same along y.</param>
/// <param name="FilmM3PerS">The flow that sets its film, m³/s, not negative.</param>
/// <param name="LeastM3PerS">The least flow that it may have, m³/s, not negative.</param>
/// <param name="MostM3PerS">The most, m³/s.</param>
public readonly record struct SpreadRequest(int Cell, double OffXM, double OffYM, double FilmM3PerS, double LeastM3PerS, double MostM3PerS, SpreadEnd End)
{
    /// <summary>A leak of a known flow at a place.</summary>
    /// <exception cref="ArgumentException">No floor is drawn there.</exception>
    public static SpreadRequest At(FloorRaster raster, string storeyId, int roomIndex, FloorPoint at, double flowM3PerS)
    {
        int cell = raster.CellAt(storeyId, roomIndex, at);
        if (cell < 0)
        {
            throw new ArgumentException("No floor is drawn there.", nameof(at));
        }

        (double x, double y) = raster.SheetOf(cell).MiddleOf(cell);
        return new SpreadRequest(cell, at.AcrossM - x, at.DownM - y, flowM3PerS, flowM3PerS, flowM3PerS, SpreadEnd.Late);
    }
}
