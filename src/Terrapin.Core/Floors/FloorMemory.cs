using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text;
using Terrapin.Core.Plans;

namespace Terrapin.Core.Floors;

/// <summary>How what is not known of a floor is taken.</summary>
/// <param name="ContactAngleDeg">Of floors whose finish is not known.</param>
/// <param name="ThresholdM">Of doorways whose threshold is not measured.</param>
public sealed record FloorGuess(double ContactAngleDeg, double ThresholdM)
{
    /// <summary>The middle of what floors are like, for a drawing and for comparing places: bounds are reckoned in the assessment.</summary>
    public static FloorGuess Middle { get; } = new(60, 0);
}

/// <summary>
/// Keeps the fields of the floors that were asked for last: they depend on the drawing and on where a leak is, not on
/// sensors, drives or rules, so that most edits need none anew. Safe to use from several threads.
/// </summary>
public sealed class FloorMemory
{
    private const int MostDrawings = 4;

    private readonly Lock gate = new();
    private readonly LinkedList<Drawing> drawings = [];

    // An assessment asks for each leak of one plan: what its drawing is known by is put together once.
    private readonly ConditionalWeakTable<Plan, string> keys = [];

    private sealed record Drawing(string Key, FloorGuess Guess, FloorFields Fields);

    /// <summary>The raster of a plan's drawing.</summary>
    public FloorRaster RasterOf(Plan plan, FloorGuess guess) => FieldsOf(plan, guess).Raster;

    /// <summary>The field of a leak that is drawn; <see langword="null"/> where it is not, or no floor is drawn there.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">The leak's room.</param>
    /// <param name="leak">One of its leak points.</param>
    /// <param name="gapM">For <see cref="FloorField.DeepM3"/>.</param>
    /// <param name="guess">For what is not known.</param>
    public FloorField? FieldOf(Plan plan, Room room, LeakPoint leak, double gapM, FloorGuess guess) =>
        leak.At is { } at ? FieldsOf(plan, guess).From(room.StoreyId, at, gapM) : null;

    private FloorFields FieldsOf(Plan plan, FloorGuess guess)
    {
        string key = keys.GetValue(plan, KeyOf);
        lock (gate)
        {
            if (drawings.FirstOrDefault(d => d.Guess == guess && d.Key == key) is { } kept)
            {
                drawings.Remove(kept);
                drawings.AddFirst(kept);
                return kept.Fields;
            }

            var drawing = new Drawing(key, guess, new FloorFields(FloorRaster.Of(plan, guess.ContactAngleDeg, guess.ThresholdM)));
            drawings.AddFirst(drawing);
            if (drawings.Count > MostDrawings)
            {
                drawings.RemoveLast();
            }

            return drawing.Fields;
        }
    }

    /// <summary>All that a raster is made of, and nothing else.</summary>
    private static string KeyOf(Plan plan)
    {
        var key = new StringBuilder();
        foreach (Storey storey in plan.Storeys)
        {
            key.Append(storey.Id).Append(';');
        }

        foreach (Room room in plan.Rooms)
        {
            key.Append(CultureInfo.InvariantCulture, $"|{room.StoreyId},{plan.ContactAngleDeg(room)},{room.FloorHeightM},{room.Fall}");
            key.AppendJoin(',', room.Areas).AppendJoin(',', room.Drains).AppendJoin(',', room.Fixtures.Select(f => (f.Area, f.Base, f.DepthM)));
        }

        return key.AppendJoin(',', plan.Doorways).AppendJoin(',', plan.Openings).ToString();
    }
}
