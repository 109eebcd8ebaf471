using CsCheck;
using Terrapin.Core.Drives;
using Terrapin.Core.Hydraulics;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Drives;

public class ClosingTests
{
    private static readonly LeakFlow Worked = new(WorkedPath(0.007));

    [Fact]
    public void Worked_stroke()
    {
        ClosingResult closing = Closing.Of(Worked, 12);
        Close(4.81e-3, closing.LetThroughM3, 0.002);
        Close(8.66, closing.EquivalentInstantS, 0.002);
        Assert.Equal(0, closing.ResidualM3PerS);
    }

    [Fact]
    public void Worked_residual_of_a_stroke_that_ends_short() =>
        Close(5.18, Closing.Of(Worked, 12, 76).ResidualM3PerS / LitresPerMinute, 0.002);

    [Fact]
    public void The_integral_is_within_a_tenth_of_a_per_cent() =>
        Gen.Select(Gen.Double[0.0004, 0.012], Gen.Double[30, 90]).Sample(
            (hole, end) =>
            {
                var flow = new LeakFlow(WorkedPath(hole));
                double expected = FineIntegral(flow, 10, end);
                return Math.Abs(Closing.Of(flow, 10, end).LetThroughM3 - expected) < 1e-3 * expected;
            },
            iter: 200);

    [Fact]
    public void A_longer_stroke_never_lets_less_through() => Gen.Select(Gen.Double[0, 60], Gen.Double[0, 30]).Sample(
        (stroke, more) => Closing.Of(Worked, stroke + more).LetThroughM3 >= Closing.Of(Worked, stroke).LetThroughM3);

    [Fact]
    public void The_curve_rises_to_the_total()
    {
        ClosingResult closing = Closing.Of(Worked, 12);
        Assert.Equal(closing.LetThroughM3, closing.Curve[^1].VolumeM3);
        Assert.All(closing.Curve.Zip(closing.Curve.Skip(1)), pair => Assert.True(pair.Second.VolumeM3 >= pair.First.VolumeM3));
    }

    [Theory]
    [InlineData(0, 0.05)]
    [InlineData(5, 0.05)]
    [InlineData(10, 0.29)]
    [InlineData(45, 31.2)]
    [InlineData(65, 486)]
    [InlineData(73.75, 3888)]
    [InlineData(82.5, double.PositiveInfinity)]
    public void Loss_by_angle(double angle, double k) => Assert.Equal(k, CockLoss.At(angle), k > 1e6 ? 0 : 1e-6 * k);

    [Fact]
    public void Loss_between_two_entries_is_linear_in_its_logarithm() =>
        Close(Math.Sqrt(31.2 * 52.6), CockLoss.At(47.5), 1e-9);

    [Theory]
    [InlineData(-1, 90)]
    [InlineData(double.NaN, 90)]
    [InlineData(10, -5)]
    public void Refuses_a_stroke_that_cannot_be(double stroke, double end) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Closing.Of(Worked, stroke, end));

    private static double FineIntegral(LeakFlow flow, double strokeS, double endDeg)
    {
        const int steps = 20_000;
        double last = Math.Min(endDeg, CockLoss.ShutDeg);
        double width = last / steps;
        double sum = 0;
        for (int i = 0; i < steps; i++)
        {
            sum += flow.At(CockLoss.At((i + 0.5) * width));
        }

        return sum * width * strokeS / 90;
    }
}
