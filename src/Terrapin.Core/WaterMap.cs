using Terrapin.Core.Floors;
using Terrapin.Core.Plans;
using Terrapin.Core.Rehearsal;

namespace Terrapin.Core;

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
    /// hear first, or the one that comes after the most.
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
        (int Room, int Leak)[] drawn = [.. plan.Rooms
            .SelectMany((room, r) => room.Leaks.Select((leak, l) => (Room: r, Leak: l, Point: leak)))
            .Where(p => p.Point.At is not null && plan.Rooms[p.Room].StoreyId is not null && (leakId is null || p.Point.Id == leakId))
            .Select(p => (p.Room, p.Leak))];
        if (leakId is not null && drawn.Length == 0)
        {
            throw new RefusedException([new Fault("/rooms", $"The leak point \"{leakId}\" is not drawn on a floor. Put it on the drawing of its room first.")]);
        }

        var waters = new LeakWater[drawn.Length];
        Work.InParallel(drawn.Length, cancel, i => waters[i] = LeakWater.Of(plan, drawn[i].Room, drawn[i].Leak, _ => null, floors, cancel));
        LeakWater[] on = [.. waters.Where(w => w.Reach is not null)];
        FloorRaster raster = floors.Of(plan).Raster;
        float[] most = Filled(raster.Count);
        float[] least = Filled(raster.Count);
        short[] leaks = new short[raster.Count];
        for (short i = 0; i < on.Length; i++)
        {
            cancel.ThrowIfCancellationRequested();
            foreach ((int cell, ReachBounds lying) in on[i].Reach!.Cells())
            {
                bool first = float.IsPositiveInfinity(least[cell]);
                if (first || (worst ? lying.HighM3 > most[cell] : Sooner(lying, most[cell], least[cell])))
                {
                    (most[cell], least[cell], leaks[cell]) = ((float)lying.HighM3, (float)lying.LowM3, i);
                }
            }
        }

        return new WaterMap
        {
            LeakIds = [.. on.Select(w => plan.Rooms[w.RoomIndex].Leaks[w.LeakIndex].Id)],
            Raster = raster,
            Sheets = [.. raster.Sheets.Select(s => new WaterMapSheet(s, most[s.Offset..s.End], least[s.Offset..s.End], leaks[s.Offset..s.End]))],
            IsExact = on.All(w => w.Reach!.IsExact),
        };
    }

    private static bool Sooner(ReachBounds lying, float most, float least) => lying.HighM3 < most || (lying.HighM3 == most && lying.LowM3 < least);

    private static float[] Filled(int count)
    {
        float[] cells = new float[count];
        Array.Fill(cells, float.PositiveInfinity);
        return cells;
    }
}
