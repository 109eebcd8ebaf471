using System.Text.Json.Serialization;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Floors;

/// <summary>What may not be known of a drawn floor and changes where water goes.</summary>
[JsonConverter(typeof(CamelCase<FloorUnknownKind>))]
public enum FloorUnknownKind
{
    /// <summary>The finish of a room, by its index.</summary>
    Finish,

    /// <summary>The threshold of a doorway, by its index.</summary>
    Threshold,

    /// <summary>How a room's floor stands to those of the rooms beside it, by its index.</summary>
    Step,

    /// <summary>The depth of a pit, by the index of its room and of the fixture.</summary>
    PitDepth,
}

/// <param name="Index">Of the plan's room or doorway.</param>
/// <param name="Fixture">Of the room, for a pit.</param>
public readonly record struct FloorUnknown(FloorUnknownKind Kind, int Index, int Fixture = 0);

/// <summary>Which end of its span each unknown is taken at: the upper for those named, the lower for all others.</summary>
/// <param name="Upper">In any order.</param>
/// <param name="DatumRoom">
/// Index of the room that the others are measured from on a storey where no floor is; -1: the first that is drawn there.
/// </param>
public sealed record GroundGuess(IReadOnlyList<FloorUnknown> Upper, int DatumRoom = -1)
{
    /// <summary>All at the lower end.</summary>
    public static GroundGuess Lower { get; } = new([]);

    public bool TakesUpper(FloorUnknown unknown) => Upper.Contains(unknown);

    public bool Equals(GroundGuess? other) => other is not null && DatumRoom == other.DatumRoom && Upper.Count == other.Upper.Count && Upper.All(other.Upper.Contains);

    public override int GetHashCode() => Upper.Aggregate(DatumRoom, (hash, unknown) => hash ^ unknown.GetHashCode());
}

/// <summary>How high floors and thresholds of a plan stand and what film they hold, with one guess for all that is not known.</summary>
public sealed class Ground
{
    private readonly FloorRaster raster;
    private readonly double[] baseM;
    private readonly double[] filmM;
    private readonly double[] thinFilmM;
    private readonly double[] thickFilmM;
    private readonly double[] thresholdM;
    private readonly Dictionary<(int Room, int Fixture), double> pitDepthM = [];

    /// <param name="plan">A checked plan.</param>
    /// <param name="raster">Of that plan.</param>
    /// <param name="guess">For all that is not known.</param>
    public Ground(Plan plan, FloorRaster raster, GroundGuess guess)
    {
        this.raster = raster;
        double At(Span span, FloorUnknownKind kind, int index, int fixture = 0) =>
            guess.TakesUpper(new FloorUnknown(kind, index, fixture)) ? span.Most : span.Least;

        Span FinishOf(int room) => SpanOf.ContactAngleDeg(plan.Building.Rooms[room]);
        double FilmOf(int room, double? atDeg) => Film.HeightM(plan.ContactAngleDeg(plan.Building.Rooms[room]) ?? atDeg ?? At(FinishOf(room), FloorUnknownKind.Finish, room));
        int[] rooms = [.. Enumerable.Range(0, plan.Building.Rooms.Count)];
        filmM = [.. rooms.Select(r => FilmOf(r, null))];
        thinFilmM = [.. rooms.Select(r => FilmOf(r, FinishOf(r).Least))];
        thickFilmM = [.. rooms.Select(r => FilmOf(r, FinishOf(r).Most))];
        thresholdM = [.. plan.Building.Doorways.Select((d, i) => d.ThresholdM ?? At(SpanOf.ThresholdM(d), FloorUnknownKind.Threshold, i))];
        int[] drawn = [.. rooms.Where(r => plan.Building.Rooms[r].Areas.Count > 0)];
        ThinnestFilmM = drawn.Select(r => filmM[r]).DefaultIfEmpty(0).Min();
        HasUnknownFinish = drawn.Any(r => thinFilmM[r] != thickFilmM[r]);
        baseM = new double[plan.Building.Rooms.Count];
        foreach (Storey storey in plan.Building.Storeys)
        {
            int datum = FloorUnknowns.DatumOf(plan, storey.Id, guess.DatumRoom);
            foreach (int r in rooms.Where(r => plan.Building.Rooms[r].StoreyId == storey.Id && r != datum))
            {
                double? stepM = plan.Building.Rooms[r].FloorHeightM - plan.Building.Rooms[datum].FloorHeightM;
                baseM[r] = stepM ?? At(SpanOf.StepM(plan.Building.Rooms[r]), FloorUnknownKind.Step, r);
            }
        }

        foreach (int r in rooms)
        {
            for (int f = 0; f < plan.Building.Rooms[r].Fixtures.Count; f++)
            {
                if (plan.Building.Rooms[r].Fixtures[f] is { Base: FixtureBase.Pit } pit)
                {
                    pitDepthM[(r, f)] = pit.DepthM ?? At(SpanOf.PitDepthM(pit), FloorUnknownKind.PitDepth, r, f);
                }
            }
        }
    }

    /// <summary>The lowest film of any drawn room, m.</summary>
    internal double ThinnestFilmM { get; }

    /// <summary>Whether the finish of any drawn room is not known.</summary>
    internal bool HasUnknownFinish { get; }

    /// <summary>Rooms of the plan.</summary>
    public int Rooms => baseM.Length;

    /// <summary>Height of a cell's bed, m.</summary>
    /// <param name="cell">One of a room.</param>
    public double BedM(int cell)
    {
        int room = raster.Room[cell];
        double bed = baseM[room] + raster.SlopeM[cell];
        return (raster.Mark[cell] & FloorRaster.Marks.Pit) == 0 ? bed : bed - pitDepthM[(room, raster.PitOf(cell))];
    }

    /// <summary>Height in which water stands by itself on a room's finish, m.</summary>
    public double FilmM(int room) => filmM[room];

    /// <summary>The same for the finish, if it is not known, on which it stands lowest.</summary>
    public double ThinFilmM(int room) => thinFilmM[room];

    /// <summary>The same for the finish, if it is not known, on which it stands highest.</summary>
    public double ThickFilmM(int room) => thickFilmM[room];

    /// <summary>The height that water has to stand at to pass between two cells beside each other, m.</summary>
    public double SillM(int cell, int side, int next) => SillM(cell, BedM(cell), side, next);

    /// <summary>The same where the height of the first one's bed is known already.</summary>
    public double SillM(int cell, double bedM, int side, int next)
    {
        double bed = Math.Max(bedM, BedM(next));
        return (raster.Mark[cell] & FloorRaster.Marks.AtDoorway) == 0 ? bed : bed + BarrierM(cell, side);
    }

    /// <summary>What stands between a cell and the next above the higher of the two, m.</summary>
    public double BarrierM(int cell, int side)
    {
        foreach (DoorSide door in raster.DoorsOf(cell))
        {
            if (door.Side == side)
            {
                return thresholdM[door.Doorway];
            }
        }

        return 0;
    }
}
