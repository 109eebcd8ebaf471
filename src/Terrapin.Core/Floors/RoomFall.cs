using Terrapin.Core.Model;

namespace Terrapin.Core.Floors;

/// <summary>
/// How a room's floor lies below its highest place: a fall runs down from the room's highest side, and a low point sinks below
/// the room's edges. Where the room lies on the drawing makes no difference.
/// </summary>
internal sealed class RoomFall
{
    private readonly FloorFall? fall;
    private readonly double cos;
    private readonly double sin;

    /// <summary>Along the fall to the highest place of the floor, or from the low point to the farthest, m.</summary>
    private readonly double highestM;

    /// <param name="room">One that is drawn.</param>
    public RoomFall(Room room)
    {
        fall = room.Fall is { PerCent: > 0 } sloping ? sloping : null;
        if (fall is null)
        {
            return;
        }

        (sin, cos) = Math.SinCos(fall.TowardsDeg * Math.PI / 180);
        IEnumerable<double> corners = room.Areas.SelectMany(a => (double[])[
            AlongM(a.AcrossM, a.DownM), AlongM(a.RightM(), a.DownM), AlongM(a.AcrossM, a.BottomM()), AlongM(a.RightM(), a.BottomM())]);
        highestM = fall.LowPoint is null ? corners.Min() : corners.Max();
    }

    public bool IsLevel => fall is null;

    /// <summary>m, zero at the highest place and negative below it.</summary>
    public double BelowHighestM(double xM, double yM) =>
        fall is null ? 0 : fall.PerCent / 100 * (fall.LowPoint is null ? highestM - AlongM(xM, yM) : AlongM(xM, yM) - highestM);

    private double AlongM(double xM, double yM)
    {
        if (fall!.LowPoint is not { } low)
        {
            return (xM * cos) + (yM * sin);
        }

        double x = xM - low.AcrossM;
        double y = yM - low.DownM;
        return Math.Sqrt((x * x) + (y * y));
    }
}
