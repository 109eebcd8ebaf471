using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Geometry;
using Terrapin.Core.Model;
using Terrapin.Documents.Floors;

namespace Terrapin.Documents.Tests;

/// <summary>Devices typed in one line, on the demo's floors.</summary>
public class DeviceLineTests
{
    private static readonly Plan Demo = SiteArchive.Read(File.ReadAllBytes(Path.Combine(Golden.Root(), "demo/net-loft.terrapin.json"))).Plan;

    [Theory]
    [InlineData("spot under basin", "roof", DeviceKind.Sensor, "s4", "roof-bath")]
    [InlineData("cord under the dishwasher", "studio", DeviceKind.Sensor, "c3", "kitchen")]
    [InlineData("Spot by basin in wheel room", "roof", DeviceKind.Sensor, "s4", "wheel-room")]
    [InlineData("spot in the shop", "studio", DeviceKind.Sensor, "s4", "shop")]
    [InlineData("hub by the router in the hall", "studio", DeviceKind.Hub, "k7", "hall")]
    [InlineData("spot by the loo", "roof", DeviceKind.Sensor, "s4", "roof-wc")]
    [InlineData("repeater in bedroom", "studio", DeviceKind.Repeater, "p2", "bedroom")]
    public void A_line_says_what_and_where(string line, string storeyId, DeviceKind kind, string specId, string roomId)
    {
        ProposedDevice read = DeviceLine.Read(Demo, storeyId, line);
        Assert.Empty(read.Faults);
        Assert.Equal((kind, specId, roomId), (read.Kind, read.SpecId, read.RoomId));
        Room room = Demo.Building.Rooms.First(r => r.Id == roomId);
        Assert.Equal(room.StoreyId, read.StoreyId);
        Assert.True(room.Areas.Hold(read.At!.AcrossM, read.At.DownM));
        if (kind == DeviceKind.Sensor)
        {
            Sensor sensor = new() { Id = "new", Name = read.Name, SpecId = read.SpecId, RoomId = read.RoomId, At = read.At, Distances = [] };
            PlanJson.Read(PlanJson.Write(Demo.WithInstallation(i => i with { Sensors = [.. i.Sensors, sensor] })));
        }
    }

    [Fact]
    public void What_does_not_fit_under_a_thing_on_feet_lies_in_front_of_it_and_says_so() =>
        Assert.Equal("Flat kitchen, in front of Dishwasher", DeviceLine.Read(Demo, "flat", "spot under dishwasher").Name);

    [Theory]
    [InlineData("", "", "Begin with")]
    [InlineData("lamp under basin", "lamp", "Begin with")]
    [InlineData("spot", "", "Say where")]
    [InlineData("spot under", "", "Say where")]
    [InlineData("spot under the piano", "piano", "no drawn room or fixture")]
    public void What_is_wrong_is_marked_where_it_is(string line, string marked, string message)
    {
        ProposedDevice read = DeviceLine.Read(Demo, "roof", line);
        Assert.Null(read.Kind);
        LineFault fault = Assert.Single(read.Faults);
        Assert.Contains(message, fault.Message, StringComparison.Ordinal);
        if (marked.Length > 0)
        {
            Assert.Equal(marked, line[fault.From..fault.To]);
        }
    }
}
