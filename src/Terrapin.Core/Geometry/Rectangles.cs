using Terrapin.Core.Model;

namespace Terrapin.Core.Geometry;

/// <summary>What can be asked of rectangles and places on one storey. Metres, as the drawing is measured.</summary>
public static class Rectangles
{
    /// <summary>This much is a slip of the pencil, m.</summary>
    public const double SlipM = 0.01;

    /// <summary>Whether a place lies in one of some areas; their edges count.</summary>
    public static bool Hold(this IEnumerable<FloorRectangle> areas, double xM, double yM) => areas.Any(a => a.Holds(xM, yM));

    /// <summary>Whether a place lies inside; the edges do not count.</summary>
    public static bool HoldsInside(this FloorRectangle area, FloorPoint place) =>
        place.AcrossM > area.AcrossM && place.AcrossM < area.RightM() && place.DownM > area.DownM && place.DownM < area.BottomM();

    public static FloorPoint Middle(this FloorRectangle area) =>
        new() { AcrossM = area.AcrossM + (area.LengthM / 2), DownM = area.DownM + (area.WidthM / 2) };

    /// <summary>Whether two rectangles share more than a strip of a width, m, in both directions; below zero: whether they come nearer than that.</summary>
    public static bool Overlap(FloorRectangle a, FloorRectangle b, double byM) =>
        Math.Min(a.RightM(), b.RightM()) - Math.Max(a.AcrossM, b.AcrossM) > byM && Math.Min(a.BottomM(), b.BottomM()) - Math.Max(a.DownM, b.DownM) > byM;

    /// <summary>The least rectangle round some; there is one at least.</summary>
    public static FloorRectangle BoxOf(IReadOnlyCollection<FloorRectangle> areas)
    {
        double left = areas.Min(a => a.AcrossM);
        double top = areas.Min(a => a.DownM);
        return new FloorRectangle { AcrossM = left, DownM = top, LengthM = areas.Max(a => a.RightM()) - left, WidthM = areas.Max(a => a.BottomM()) - top };
    }

    /// <summary>How far two places of a storey are apart, m.</summary>
    public static double Apart(FloorPoint a, FloorPoint b) =>
        Math.Sqrt(((a.AcrossM - b.AcrossM) * (a.AcrossM - b.AcrossM)) + ((a.DownM - b.DownM) * (a.DownM - b.DownM)));
}
