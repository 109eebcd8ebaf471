using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

[JsonConverter(typeof(CamelCase<RadioRole>))]
public enum RadioRole
{
    Sensor,
    Drive,
    Repeater,
    Hub,
}

/// <summary>A place in the building with what is not known of its height.</summary>
/// <param name="Storey">Its number among the plan's storeys, the highest is 0.</param>
internal readonly record struct RadioPlace(int Storey, double XM, double YM, double LowM, double HighM)
{
    /// <summary>Of a puck on the floor.</summary>
    public static RadioPlace OnFloor(int storey, double xM, double yM) => new(storey, xM, yM, RadioDevice.PuckM, RadioDevice.PuckM);
}

/// <summary>A device as radio sees it.</summary>
/// <param name="At">JSON pointer into the plan.</param>
/// <param name="Place"><see langword="null"/>: it is not drawn.</param>
/// <param name="Cover">What it has to get out of, dB.</param>
/// <param name="RadioIds">Empty: not known.</param>
internal sealed record RadioDevice(RadioRole Role, string Id, string Name, string At, string SpecName, RadioPlace? Place, DbSpan Cover, IReadOnlyList<string> RadioIds)
{
    /// <summary>A puck's antenna above the floor, m.</summary>
    public const double PuckM = 0.02;

    private static readonly (double Low, double High) OnWall = (0.2, 2.2);
    private static readonly (double Low, double High) MainPart = (PuckM, 1.5);
    private static readonly (double Low, double High) OnPipe = (0, 2.2);

    public static IReadOnlyList<RadioDevice> Of(Plan plan)
    {
        Installation chosen = plan.Installation;
        return
        [
            .. chosen.Hubs.Select((h, i) => new RadioDevice(RadioRole.Hub, h.Id, h.Name, $"/installation/hubs/{i}", plan.SpecOf(h).Name, Drawn(plan, h.Place, OnWall), WallLosses.Of(h.Cover), plan.SpecOf(h).RadioIds)),
            .. chosen.Repeaters.Select((r, i) => new RadioDevice(RadioRole.Repeater, r.Id, r.Name, $"/installation/repeaters/{i}", plan.SpecOf(r).Name, Drawn(plan, r.Place, OnWall), WallLosses.Of(r.Cover), One(plan.SpecOf(r).RadioId))),
            .. chosen.Drives.Select((d, i) => DriveOf(plan, d, i)),
            .. chosen.Sensors.Select((s, i) => new RadioDevice(RadioRole.Sensor, s.Id, s.Name, $"/installation/sensors/{i}", plan.SpecOf(s).Name, Lying(plan, s), WallLosses.Of(s.Cover), One(plan.SpecOf(s).RadioId))),
        ];
    }

    private static RadioDevice DriveOf(Plan plan, FittedDrive drive, int i)
    {
        StopValve valve = plan.StopValve(drive.StopValveId);
        DbSpan lid = valve.Place.MetalLid switch
        {
            Answer.Yes => WallLosses.Of(RadioCover.MetalLid),
            Answer.Unknown => new DbSpan(0, WallLosses.Of(RadioCover.MetalLid).High),
            _ => DbSpan.Zero,
        };
        DbSpan pit = valve.Place.Kind == PlaceKind.GroundBox ? WallLosses.Of(RadioCover.Pit) : DbSpan.Zero;
        return new RadioDevice(
            RadioRole.Drive, drive.Id, plan.NameOf(drive), $"/installation/drives/{i}", plan.SpecOf(drive).Name, Drawn(plan, valve.DrawnAt, OnPipe), lid + pit, One(plan.SpecOf(drive).RadioId));
    }

    /// <summary>The radio of a probe on a cord is in its main part.</summary>
    private static RadioPlace? Lying(Plan plan, Sensor sensor)
    {
        Room room = plan.Building.Rooms.First(r => r.Id == sensor.RoomId);
        int storey = StoreyOf(plan, room.StoreyId);
        bool hangs = plan.SpecOf(sensor).Kind == SensorKind.ProbeOnCord;
        FloorPoint? at = (hangs ? sensor.MainPartAt : null) ?? sensor.At ?? (sensor.Path.Count > 0 ? sensor.Path[0] : null);
        (double low, double high) = hangs ? MainPart : (PuckM, PuckM);
        return storey < 0 || at is null ? null : new RadioPlace(storey, at.AcrossM, at.DownM, low, high);
    }

    private static RadioPlace? Drawn(Plan plan, DrawnPlace? place, (double Low, double High) height) => place is null
        ? null
        : new RadioPlace(StoreyOf(plan, place.StoreyId), place.At.AcrossM, place.At.DownM, place.HeightM ?? height.Low, place.HeightM ?? height.High);

    public static int StoreyOf(Plan plan, string? storeyId) => plan.Building.Storeys.ToList().FindIndex(s => s.Id == storeyId);

    /// <summary>A hub or repeater as it would hang at a place of a storey.</summary>
    public static RadioPlace OnWallAt(int storey, double xM, double yM) => new(storey, xM, yM, OnWall.Low, OnWall.High);

    private static IReadOnlyList<string> One(string? radioId) => radioId is null ? [] : [radioId];
}
