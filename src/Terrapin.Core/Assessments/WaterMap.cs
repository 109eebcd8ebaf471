using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Core.Rehearsal;
using Terrapin.Core.Validation;

namespace Terrapin.Core.Assessments;

/// <summary>One sheet of the map, by its cells.</summary>
/// <param name="MostM3">On the floor before the water is here, m³, at the worse end of what is not known; infinite: it may never be.</param>
/// <param name="LeastM3">The same at the better end.</param>
/// <param name="Leak">Which of the map's leaks that is.</param>
public sealed record WaterMapSheet(FloorSheet Sheet, float[] MostM3, float[] LeastM3, short[] Leak);

/// <summary>Litres on the floor before the water is at each spot of the drawn floors.</summary>
public sealed record WaterMap
{
    /// <summary>The leak points that it is made from.</summary>
    public required IReadOnlyList<string> LeakIds { get; init; }

    public required FloorRaster Raster { get; init; }

    public required IReadOnlyList<WaterMapSheet> Sheets { get; init; }

    /// <summary>Whether nothing is open that moves any of it.</summary>
    public required bool IsExact { get; init; }

    /// <summary>
    /// Of one leak; or of all, at each spot the one whose water is there after the fewest litres, which is what a sensor there would
    /// hear first, or the one that comes after the most: by the worse end, then by the better one, then by the order of the plan.
    /// </summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="leakId">The leak; <see langword="null"/>: all.</param>
    /// <param name="worst">Of all, the one that comes after the most.</param>
    /// <param name="floors">Keeps the fields.</param>
    /// <param name="cancel">Stops the work.</param>
    /// <exception cref="RefusedException">The leak is not drawn.</exception>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static WaterMap Of(Plan plan, string? leakId, bool worst, FloorMemory floors, CancellationToken cancel = default)
    {
        (int Room, int Leak)[] drawn = [.. plan.Building.Rooms
            .SelectMany((room, r) => room.Leaks.Select((leak, l) => (Room: r, Leak: l, Point: leak)))
            .Where(p => p.Point.At is not null && plan.Building.Rooms[p.Room].StoreyId is not null && (leakId is null || p.Point.Id == leakId))
            .Select(p => (p.Room, p.Leak))];
        if (leakId is not null && drawn.Length == 0)
        {
            throw new RefusedException([new DocumentError("/building/rooms", $"The leak point \"{leakId}\" is not drawn on a floor. Put it on the drawing of its room first.")]);
        }

        FloorRaster raster = floors.Of(plan).Raster;
        float[] most = Filled(raster.Count);
        float[] least = Filled(raster.Count);
        short[] leaks = new short[raster.Count];
        bool isExact = true;
        var gate = new Lock();
        Work.InParallel(drawn.Length, cancel, i =>
        {
            // One leak after the other: together their fields might take more than there is.
            if (LeakWater.OnFloors(plan, drawn[i].Room, drawn[i].Leak, floors, cancel).Reach is not { } reach)
            {
                return;
            }

            lock (gate)
            {
                isExact &= reach.IsExact;
                reach.Visit((cell, lying) =>
                {
                    (float high, float low) = ((float)lying.HighM3, (float)lying.LowM3);
                    bool takes = high != most[cell] ? (high < most[cell]) != worst
                        : low != least[cell] ? (low < least[cell]) != worst
                        : i < leaks[cell];
                    if (takes || float.IsPositiveInfinity(least[cell]))
                    {
                        (most[cell], least[cell], leaks[cell]) = (high, low, (short)i);
                    }
                });
            }
        });
        return new WaterMap
        {
            LeakIds = [.. drawn.Select(d => plan.Building.Rooms[d.Room].Leaks[d.Leak].Id)],
            Raster = raster,
            Sheets = [.. raster.Sheets.Select(s => new WaterMapSheet(s, most[s.Offset..s.End], least[s.Offset..s.End], leaks[s.Offset..s.End]))],
            IsExact = isExact,
        };
    }

    private static float[] Filled(int count)
    {
        float[] cells = new float[count];
        Array.Fill(cells, float.PositiveInfinity);
        return cells;
    }
}
