using Terrapin.Core.Model;

namespace Terrapin.Core.Geometry;

/// <summary>A straight piece of wall or doorway, the same all along.</summary>
/// <param name="Direction">Which way it runs.</param>
/// <param name="AtM">Where its line lies: down the drawing for one along x, across it for one along y, m.</param>
/// <param name="FromM">Where it begins along that line, m.</param>
/// <param name="ToM">Where it ends, m.</param>
/// <param name="Before">The room above or left of it; <see langword="null"/>: outside.</param>
/// <param name="After">The room below or right of it.</param>
/// <param name="Make">What it is made of; <see langword="null"/>: nobody has looked.</param>
/// <param name="Doorway">The doorway that is there, in place of the wall.</param>
public sealed record WallPiece(WallDirection Direction, double AtM, double FromM, double ToM, Room? Before, Room? After, WallMake? Make, Doorway? Doorway)
{
    /// <summary>Where along a straight line it is met, as a share of that line; <see langword="null"/>: it is not.</summary>
    /// <param name="xM">Where the line begins, m.</param>
    /// <param name="yM">Where the line begins, m.</param>
    /// <param name="dxM">How far it runs across, m.</param>
    /// <param name="dyM">How far it runs down, m.</param>
    public double? CrossedAt(double xM, double yM, double dxM, double dyM)
    {
        (double start, double by, double along, double alongBy) = Direction == WallDirection.AlongX ? (yM, dyM, xM, dxM) : (xM, dxM, yM, dyM);
        if (by == 0)
        {
            return null;
        }

        double share = (AtM - start) / by;
        double place = along + (share * alongBy);
        return share is > 0 and < 1 && place >= FromM && place < ToM ? share : null;
    }
}

/// <summary>Finds the walls of a storey between the rooms that are drawn on it.</summary>
internal static class WallPieces
{
    /// <summary>A wall's line is this thin, m.</summary>
    private const double ThinM = 1e-6;

    /// <summary>Rooms this near are held against one another, m.</summary>
    private const double NearM = StoreyDrawing.JoinedM + ThinM;

    public static IEnumerable<WallPiece> Of(StoreyDrawing drawing, IReadOnlyList<Room> rooms, Building building)
    {
        FloorRectangle[] areas = [.. rooms.SelectMany(r => r.Areas)];
        Doorway[] doorways = [.. building.Doorways.Where(d => d.StoreyId == drawing.StoreyId)];
        Wall[] walls = [.. building.Walls.Where(w => w.StoreyId == drawing.StoreyId)];
        foreach (WallDirection direction in Enum.GetValues<WallDirection>())
        {
            bool alongX = direction == WallDirection.AlongX;
            (double Low, double High) Along(FloorRectangle a) => alongX ? (a.AcrossM, a.RightM()) : (a.DownM, a.BottomM());
            (double Low, double High) Across(FloorRectangle a) => alongX ? (a.DownM, a.BottomM()) : (a.AcrossM, a.RightM());
            double Start(FloorPoint at) => alongX ? at.AcrossM : at.DownM;
            double[] cuts =
            [
                .. areas.SelectMany(a => (double[])[Along(a).Low, Along(a).High])
                    .Concat(doorways.Where(d => d.Wall == direction).SelectMany(d => (double[])[Start(d.At), Start(d.At) + d.WidthM]))
                    .Concat(walls.Where(w => w.Direction == direction).SelectMany(w => (double[])[Start(w.At), Start(w.At) + w.LengthM]))
                    .Select(Rounded).Distinct().Order(),
            ];
            foreach (IGrouping<double, FloorRectangle> line in areas.SelectMany(a => (IEnumerable<(double At, FloorRectangle Area)>)[(Across(a).Low, a), (Across(a).High, a)]).GroupBy(e => Rounded(e.At), e => e.Area))
            {
                foreach (WallPiece piece in Joined(PiecesOn(drawing, direction, line.Key, cuts, [.. line.Select(Along)])))
                {
                    yield return piece;
                }
            }
        }
    }

    private static IEnumerable<WallPiece> PiecesOn(StoreyDrawing drawing, WallDirection direction, double atM, double[] cuts, (double Low, double High)[] edges)
    {
        bool alongX = direction == WallDirection.AlongX;
        for (int i = 0; i + 1 < cuts.Length; i++)
        {
            double middle = (cuts[i] + cuts[i + 1]) / 2;
            if (!Array.Exists(edges, e => middle > e.Low && middle < e.High))
            {
                continue;
            }

            Room? At(double across) => alongX ? drawing.RoomAt(middle, across) : drawing.RoomAt(across, middle);
            Room? before = At(atM - ThinM);
            Room? after = At(atM + ThinM);
            if (before is null && At(atM - NearM) is { } nearBefore && nearBefore != after)
            {
                // The other face of a wall that has one already.
                continue;
            }

            after ??= At(atM + NearM);
            if (before != after)
            {
                FloorPoint place = alongX ? new FloorPoint { AcrossM = middle, DownM = atM } : new FloorPoint { AcrossM = atM, DownM = middle };
                yield return new WallPiece(direction, atM, cuts[i], cuts[i + 1], before, after, drawing.MakeAt(place, direction, before, after), drawing.DoorwayAt(place, direction));
            }
        }
    }

    /// <summary>Pieces that follow one another and are alike are one.</summary>
    private static IEnumerable<WallPiece> Joined(IEnumerable<WallPiece> pieces)
    {
        WallPiece? last = null;
        foreach (WallPiece piece in pieces)
        {
            if (last is not null && last.ToM == piece.FromM && last with { FromM = 0, ToM = 0 } == piece with { FromM = 0, ToM = 0 })
            {
                last = last with { ToM = piece.ToM };
                continue;
            }

            if (last is not null)
            {
                yield return last;
            }

            last = piece;
        }

        if (last is not null)
        {
            yield return last;
        }
    }

    private static double Rounded(double metres) => Math.Round(metres, 6);
}
