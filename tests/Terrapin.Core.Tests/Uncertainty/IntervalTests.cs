using System.Text.Json;
using CsCheck;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Tests.Uncertainty;

public class IntervalTests
{
    [Fact]
    public void No_low_end_is_above_its_high_end_whichever_is_given_first() => Gen.Select(Gen.Double[-1e3, 1e3], Gen.Double[-1e3, 1e3]).Sample((a, b) =>
    {
        var bounds = new Interval(a, b);
        return bounds.Low == Math.Min(a, b) && bounds.High == Math.Max(a, b);
    });

    [Fact]
    public void An_open_end_stays_open_and_all_of_it_comes_back_from_json()
    {
        foreach (Interval bounds in (Interval[])[new(null, 2), new(1, null), Interval.Unknown, Interval.Exactly(3), new(1, 2)])
        {
            Assert.Equal(bounds, JsonSerializer.Deserialize<Interval>(JsonSerializer.Serialize(bounds, JsonSerializerOptions.Web), JsonSerializerOptions.Web));
        }

        Assert.Null(new Interval(null, 2).Low);
        Assert.Null(new Interval(1, null).High);
    }
}
