using Terrapin.Core.Geometry;
using Terrapin.Core.Hydraulics;
using Terrapin.Core.Model;

namespace Terrapin.Core.Assessments;

/// <summary>A fixture as it would stand in a room, with its usual leak points; its ids are for whoever puts it in to give.</summary>
/// <param name="Fixture">At the first free stretch of wall.</param>
/// <param name="Leaks">Each with the pipe that most likely feeds it.</param>
public sealed record ProposedFixture(Fixture Fixture, IReadOnlyList<LeakPoint> Leaks)
{
    /// <summary>Proposes a fixture for a room that is drawn.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">One of its rooms, with floor on the drawing.</param>
    /// <param name="usual">What it is.</param>
    /// <param name="idOf">A free id for a name.</param>
    public static ProposedFixture Of(Plan plan, Room room, UsualFixture usual, Func<string, string> idOf)
    {
        Doorway[] doorways = [.. plan.Building.Doorways.Where(d => d.StoreyId == room.StoreyId)];
        var place = WallPlace.Free(room, usual.LengthM, usual.WidthM, doorways, usual.Base == FixtureBase.Tight ? Bare(plan, room) : []);
        var fixture = new Fixture { Id = idOf(usual.Name), Kind = usual.Kind, Name = usual.Name, Area = place.Area, Base = usual.Base };
        return new ProposedFixture(fixture, [.. usual.Leaks.Select(leak => Leak(plan, room, leak, fixture, place, idOf))]);
    }

    /// <summary>What stands tight covers neither a place where water meets the floor nor a sensor.</summary>
    private static FloorPoint[] Bare(Plan plan, Room room) =>
    [
        .. room.Leaks.Select(l => l.At).OfType<FloorPoint>(),
        .. plan.Installation.Sensors.Where(s => s.RoomId == room.Id).SelectMany(s => s.At is { } at ? [at, .. s.Path] : s.Path),
    ];

    /// <summary>Without a pipe there is no pressure behind a hole: it is a flow. Where its water would meet the floor of another room it is not drawn.</summary>
    private static LeakPoint Leak(Plan plan, Room room, UsualLeak usual, Fixture fixture, WallPlace place, Func<string, string> idOf)
    {
        ProposedFeed feed = FeedingPipe.Propose(plan, room, usual.Side);
        FloorPoint falls = place.FallsAt(fixture.Base == FixtureBase.Tight, usual.Along);
        bool isFed = usual.FromThePipes && feed.PipeId is not null;
        return new LeakPoint
        {
            Id = idOf(usual.Name),
            Name = usual.Name,
            FixtureId = fixture.Id,
            Kind = isFed || usual.Kind.IsFixedFlow() ? usual.Kind : LeakKind.Flow,
            PipeId = isFed ? feed.PipeId : null,
            PipeIsProposed = isFed && feed.PipeIsProposed,
            HoldsM3 = isFed ? null : usual.HoldsM3,
            Side = usual.Side,
            HeightAboveFloorM = usual.HeightM,
            Position = FloorPosition.Unknown,
            At = room.Areas.Hold(falls.AcrossM, falls.DownM) ? falls : null,
        };
    }
}

/// <summary>Puts fixtures into a room.</summary>
public static class FixtureAdvice
{
    /// <summary>A room with fixtures at its free walls, each with its usual leak points; several of a kind are numbered.</summary>
    /// <param name="plan">A checked plan, with the room or without it.</param>
    /// <param name="room">Drawn.</param>
    /// <param name="fixtures">In the order in which they are put in.</param>
    /// <param name="idOf">A free id for a name.</param>
    public static Room Furnished(Plan plan, Room room, IEnumerable<UsualFixture> fixtures, Func<string, string> idOf)
    {
        foreach (UsualFixture usual in fixtures)
        {
            Room before = room;
            Plan with = plan.WithBuilding(b => b with { Rooms = [.. b.Rooms.Where(r => r.Id != before.Id), before] });
            var proposed = ProposedFixture.Of(with, before, usual, idOf);
            string name = Numbered(usual.Name, before.Fixtures.Select(f => f.Name));
            room = before with
            {
                Fixtures = [.. before.Fixtures, proposed.Fixture with { Name = name }],
                Leaks = [.. before.Leaks, .. proposed.Leaks.Select(l => l with { Name = name == usual.Name ? l.Name : $"{l.Name}, {name}" })],
            };
        }

        return room;
    }

    private static string Numbered(string name, IEnumerable<string> taken)
    {
        int there = taken.Count(t => t == name || t.StartsWith($"{name} ", StringComparison.Ordinal));
        return there == 0 ? name : $"{name} {there + 1}";
    }
}
