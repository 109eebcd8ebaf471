using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

/// <summary>A wall that a radio link goes through.</summary>
/// <param name="StoreyId">Of its storey.</param>
/// <param name="At">Where the link meets it.</param>
/// <param name="Make">What it is made of; <see langword="null"/>: nobody has looked.</param>
/// <param name="Doorway">Whether it is a doorway, which takes nothing.</param>
/// <param name="Loss">What it takes.</param>
internal readonly record struct WallLoss(string StoreyId, FloorPoint At, WallMake? Make, bool Doorway, DbSpan Loss);

/// <summary>What lies between two places.</summary>
/// <param name="Walls">Together.</param>
/// <param name="Floors">How many are gone through.</param>
internal readonly record struct Path(double NearestM, double FarthestM, DbSpan FreeSpace, DbSpan Walls, int Floors, DbSpan FloorsLoss)
{
    public DbSpan Loss => FreeSpace + Walls + FloorsLoss;
}

/// <summary>
/// A building at one frequency: what a straight line from one place to another goes through. The drawings of its storeys lie one
/// over the other. Heights that are not measured make a span of what is gone through.
/// </summary>
internal sealed class RadioHouse
{
    /// <summary>From a floor to the one above where that is not measured, m.</summary>
    private static readonly (double Low, double High) UnknownStoreyM = (2.3, 3.5);

    /// <summary>While a building is not edited, sensors and hubs are moved about in it: its walls are found once.</summary>
    private static readonly ConditionalWeakTable<Building, ConcurrentDictionary<double, RadioHouse>> Known = [];

    private const int MostWays = 2048;

    /// <summary>Between devices, of which most stay where they are while one is moved.</summary>
    private readonly ConcurrentDictionary<(RadioPlace From, RadioPlace To), (Path Path, WallLoss[] Walls)> ways = [];
    private readonly double frequencyMHz;
    private readonly string[] storeyIds;
    private readonly (double Low, double High)[] heights;
    private readonly DbSpan[] floors;
    private readonly (WallPiece Piece, DbSpan Loss)[][] walls;

    private RadioHouse(Plan plan, double frequencyMHz)
    {
        this.frequencyMHz = frequencyMHz;
        IReadOnlyList<Storey> storeys = plan.Building.Storeys;
        var losses = new WallLosses(frequencyMHz);
        storeyIds = [.. storeys.Select(s => s.Id)];
        heights = [.. storeys.Select(s => (s.HeightM ?? UnknownStoreyM.Low, s.HeightM ?? UnknownStoreyM.High))];
        floors = [.. storeys.Select(s => s.FloorLossDb is { } db ? DbSpan.Exactly(db) : WallLosses.UnknownFloor)];
        walls = [.. storeys.Select(s => new StoreyDrawing(plan, s.Id).Walls.Select(w => (w, w.Doorway is null ? losses.Of(w.Make) : DbSpan.Zero)).ToArray())];
    }

    /// <summary>The building of a plan at a frequency.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="frequencyMHz">100 to 100,000.</param>
    public static RadioHouse Of(Plan plan, double frequencyMHz) =>
        Known.GetValue(plan.Building, static _ => []).GetOrAdd(frequencyMHz, static (mhz, drawn) => new RadioHouse(drawn, mhz), plan);

    /// <summary>What a straight line from one device to another goes through, and each wall on it; kept while neither is moved.</summary>
    /// <param name="from">Where it begins.</param>
    /// <param name="to">Where it ends.</param>
    public (Path Path, WallLoss[] Walls) Way(RadioPlace from, RadioPlace to)
    {
        if (ways.TryGetValue((from, to), out (Path Path, WallLoss[] Walls) known))
        {
            return known;
        }

        if (ways.Count >= MostWays)
        {
            ways.Clear();
        }

        var walls = new List<WallLoss>();
        Path path = Between(from, to, walls);
        return ways[(from, to)] = (path, [.. walls]);
    }

    /// <summary>What a straight line goes through.</summary>
    /// <param name="from">Where it begins.</param>
    /// <param name="to">Where it ends.</param>
    /// <param name="met">Takes each wall; one that is met only at some heights takes nothing at its low end.</param>
    public Path Between(RadioPlace from, RadioPlace to, List<WallLoss>? met = null)
    {
        (double dx, double dy) = (to.XM - from.XM, to.YM - from.YM);
        int crossed = Math.Abs(from.Storey - to.Storey);
        (double Low, double High) rise = Rise(from, to);
        double leastRise = rise is { Low: <= 0, High: >= 0 } ? 0 : Math.Min(Math.Abs(rise.Low), Math.Abs(rise.High));
        double nearest = Length(dx, dy, leastRise);
        double farthest = Length(dx, dy, Math.Max(Math.Abs(rise.Low), Math.Abs(rise.High)));
        DbSpan through = DbSpan.Zero;
        if (crossed == 0)
        {
            through = WallsOn(from.Storey, from, dx, dy, (0, 0), (1, 1), met);
        }
        else
        {
            (double Low, double High)[] shares = Shares(from, to, crossed);
            int step = from.Storey < to.Storey ? 1 : -1;
            for (int i = 0; i <= crossed; i++)
            {
                through += WallsOn(from.Storey + (i * step), from, dx, dy, i == 0 ? (0, 0) : shares[i - 1], i == crossed ? (1, 1) : shares[i], met);
            }
        }

        return new Path(
            nearest,
            farthest,
            new DbSpan(RadioLoss.FreeSpaceDb(nearest, frequencyMHz), RadioLoss.FreeSpaceDb(farthest, frequencyMHz)),
            through,
            crossed,
            FloorsBetween(from.Storey, to.Storey));
    }

    private DbSpan FloorsBetween(int a, int b)
    {
        (int upper, int lower) = (Math.Min(a, b), Math.Max(a, b));
        if (upper == lower)
        {
            return DbSpan.Zero;
        }

        DbSpan sum = DbSpan.Zero;
        for (int i = upper; i < lower; i++)
        {
            sum += floors[i];
        }

        int k = lower - upper;
        return new DbSpan(RadioLoss.FloorsDb(k, sum.Low / k), RadioLoss.FloorsDb(k, sum.High / k));
    }

    /// <summary>How much higher the second place is.</summary>
    private (double Low, double High) Rise(RadioPlace from, RadioPlace to)
    {
        (double low, double high) = (to.LowM - from.HighM, to.HighM - from.LowM);
        for (int i = Math.Min(from.Storey, to.Storey) + 1; i <= Math.Max(from.Storey, to.Storey); i++)
        {
            (double least, double most) = heights[i];
            (low, high) = to.Storey < from.Storey ? (low + least, high + most) : (low - most, high - least);
        }

        return (low, high);
    }

    /// <summary>
    /// Where along the line each floor is gone through. That is a quotient of two sums, so that its ends lie at the ends of what is
    /// not known: all of them are tried.
    /// </summary>
    private (double Low, double High)[] Shares(RadioPlace from, RadioPlace to, int crossed)
    {
        RadioPlace lower = from.Storey > to.Storey ? from : to;
        RadioPlace upper = from.Storey > to.Storey ? to : from;
        var shares = new (double Low, double High)[crossed];
        Array.Fill(shares, (1, 0));
        for (int corner = 0; corner < 1 << (crossed + 2); corner++)
        {
            double At(int bit, double low, double high) => (corner >> bit & 1) == 0 ? low : high;
            double start = At(crossed, lower.LowM, lower.HighM);
            double end = At(crossed + 1, upper.LowM, upper.HighM);
            for (int i = 0; i < crossed; i++)
            {
                end += At(i, heights[lower.Storey - i].Low, heights[lower.Storey - i].High);
            }

            double floor = 0;
            for (int i = 0; i < crossed; i++)
            {
                floor += At(i, heights[lower.Storey - i].Low, heights[lower.Storey - i].High);
                double up = end > start ? Math.Clamp((floor - start) / (end - start), 0, 1) : 0.5;
                (int at, double share) = lower == from ? (i, up) : (crossed - 1 - i, 1 - up);
                shares[at] = (Math.Min(shares[at].Low, share), Math.Max(shares[at].High, share));
            }
        }

        return shares;
    }

    /// <summary>Walls of a storey that are met between two shares of the line: surely, or perhaps.</summary>
    private DbSpan WallsOn(int storey, RadioPlace from, double dx, double dy, (double Low, double High) begin, (double Low, double High) end, List<WallLoss>? met)
    {
        (double low, double high) = (0.0, 0.0);
        foreach ((WallPiece piece, DbSpan loss) in walls[storey])
        {
            if (piece.CrossedAt(from.XM, from.YM, dx, dy) is not { } share || share <= begin.Low || share >= end.High)
            {
                continue;
            }

            bool surely = share > begin.High && share < end.Low;
            (low, high) = (low + (surely ? loss.Low : 0), high + loss.High);
            met?.Add(new WallLoss(
                storeyIds[storey],
                new FloorPoint { AcrossM = from.XM + (dx * share), DownM = from.YM + (dy * share) },
                piece.Make,
                piece.Doorway is not null,
                new DbSpan(surely ? loss.Low : 0, loss.High)));
        }

        return new DbSpan(low, high);
    }

    private static double Length(double x, double y, double z) => Math.Sqrt((x * x) + (y * y) + (z * z));
}
