using System.Security.Cryptography;
using Terrapin.Core.Assessments;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents.Floors;
using Terrapin.Documents.Quantities;

namespace Terrapin.Documents.Questions;

/// <summary>What is likely in a plan, for somebody to say whether it is so. All words are as they were asked; one that is not known is refused.</summary>
public static class Proposals
{
    private const int MostOfALine = 500;
    private const double LeastHouseM = 4;
    private const double MostHouseM = 60;

    /// <summary>A fixture as it would stand in a room, with its usual leak points.</summary>
    /// <exception cref="RefusedException">There is no such room or kind, or the room is not drawn.</exception>
    public static ProposedFixture Fixture(Plan plan, string roomId, string kind)
    {
        Room room = RoomOf(plan, roomId);
        UsualFixture usual = FixtureLibrary.All.FirstOrDefault(f => Words.Of(f.Kind) == kind)
            ?? throw Refused("/kind", $"Nothing is known beforehand of \"{kind}\". Say one of {string.Join(", ", FixtureLibrary.All.Select(f => Words.Of(f.Kind)))}.");
        return room.Areas.Count == 0
            ? throw Refused("/room", $"\"{room.Name}\" is not drawn yet. Draw its floor first.")
            : ProposedFixture.Of(plan, room, usual, FreshId);
    }

    /// <summary>A room as a typed line says it, or what of the line is wrong.</summary>
    /// <param name="system">Which unit a bare number is in; metric where it is not known.</param>
    /// <exception cref="RefusedException">The line is too long.</exception>
    public static ProposedRoom Room(Plan plan, string line, string storeyId, string? system) => line.Length > MostOfALine
        ? throw Refused("/line", $"A line is at most {MostOfALine} letters long. Type the rest of the room as a second one.")
        : RoomLine.Read(plan, storeyId, line, Words.Read<UnitSystem>(system ?? "") ?? UnitSystem.Metric, FreshId);

    /// <summary>A sensor, hub or repeater as a typed line says it, or what of the line is wrong.</summary>
    /// <exception cref="RefusedException">The line is too long.</exception>
    public static ProposedDevice Device(Plan plan, string line, string storeyId) => line.Length > MostOfALine
        ? throw Refused("/line", $"A line is at most {MostOfALine} letters long.")
        : DeviceLine.Read(plan, storeyId, line);

    /// <summary>A ready-made house stretched to size, m; its own where none is given.</summary>
    /// <exception cref="RefusedException">There is no such shape, or the size is none of a house.</exception>
    public static ProposedHouse House(Plan plan, string shapeId, double? width, double? depth)
    {
        HouseShape shape = HouseShapes.All.FirstOrDefault(s => s.Id == shapeId)
            ?? throw Refused("/shape", $"There is no shape \"{shapeId}\". Say one of {string.Join(", ", HouseShapes.All.Select(s => s.Id))}.");
        (double widthM, double depthM) = (width ?? shape.WidthM, depth ?? shape.DepthM);
        return widthM is >= LeastHouseM and <= MostHouseM && depthM is >= LeastHouseM and <= MostHouseM
            ? HouseShapes.Stretch(plan, shape, widthM, depthM, FreshId)
            : throw Refused("/size", $"A house is {LeastHouseM} to {MostHouseM} m wide and deep. Measure it again.");
    }

    /// <summary>The pipe that most likely feeds a new leak point of a room.</summary>
    /// <exception cref="RefusedException">There is no such room or side.</exception>
    public static ProposedFeed Feed(Plan plan, string roomId, string side) => FeedingPipe.Propose(
        plan,
        RoomOf(plan, roomId),
        Words.Read<WaterSide>(side) ?? throw Refused("/side", $"There is no water \"{side}\". Say one of {Words.All<WaterSide>()}."));

    private static Room RoomOf(Plan plan, string id) =>
        plan.Building.Rooms.FirstOrDefault(r => r.Id == id) ?? throw Refused("/room", $"The plan has no room \"{id}\". Give the id of one of its rooms.");

    private static RefusedException Refused(string pointer, string message) => new([new DocumentError(pointer, message)]);

    /// <summary>Its end is drawn by lot, so that it is never given again.</summary>
    private static string FreshId(string name)
    {
        const int MostOfTheName = 32;
        string stem = string.Concat(name.ToLowerInvariant().Take(MostOfTheName).Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-'));
        return $"{stem}-{RandomNumberGenerator.GetString("abcdefghjkmnpqrstuvwxyz23456789", 5)}";
    }
}
