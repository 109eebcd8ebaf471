using CsCheck;
using Terrapin.Core.Assessments;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Uncertainty;

/// <summary>What is assumed as usual is a bound still, within the widest, and gives way to what is measured.</summary>
public class UsualSpanTests
{
    public static TheoryData<string, Span, Span> Pairs
    {
        get
        {
            var pairs = new TheoryData<string, Span, Span>
            {
                { "pressure", UsualSpan.StaticPressurePa, Span.StaticPressurePa },
                { "height of a floor", UsualSpan.FloorHeightM, Span.FloorHeightM },
                { "step", UsualSpan.StepM, Span.StepM },
                { "height above the floor", UsualSpan.HeightAboveFloorM, Span.HeightAboveFloorM },
                { "bore", UsualSpan.PipeBoreM, Span.PipeBoreM },
                { "length", UsualSpan.PipeLengthM, Span.PipeLengthM },
                { "length to drain", UsualSpan.DrainLengthM, Span.DrainLengthM },
                { "finish", UsualSpan.ContactAngleDeg, Span.ContactAngleDeg },
                { "threshold", UsualSpan.ThresholdM, Span.ThresholdM },
                { "pit", UsualSpan.PitDepthM, Span.PitDepthM },
            };
            foreach (LeakKind kind in Enum.GetValues<LeakKind>())
            {
                if (UsualSpan.HoleM(kind) is { } hole)
                {
                    pairs.Add($"hole of {kind}", hole, Span.HoleM(kind));
                }

                if (UsualSpan.FixedFlowM3PerS(kind) is { } flow)
                {
                    pairs.Add($"flow of {kind}", flow, Span.FixedFlowM3PerS(kind));
                }
            }

            return pairs;
        }
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void Usual_lies_within_the_widest_and_runs_the_same_way(string what, Span usual, Span widest)
    {
        Assert.True(usual.IsUsual, what);
        double direction = Math.Sign(widest.Most - widest.Least);
        Assert.Equal(direction, Math.Sign(usual.Most - usual.Least));
        Assert.True((usual.Least - widest.Least) * direction >= 0, what);
        Assert.True((widest.Most - usual.Most) * direction >= 0, what);
    }

    [Fact]
    public void What_is_assumed_is_named_as_such_and_its_litres_lie_within_those_of_the_unknown()
    {
        Plan open = Open(House());
        Plan assumed = Assume(open);
        Interval widest = Worst(open);
        Interval usual = Worst(assumed);
        Assert.True(usual.Low >= widest.Low && usual.High <= widest.High && usual.High < widest.High);
        Assert.NotEqual(usual.Low, usual.High);
        Assessment assessment = Assessor.Assess(assumed);
        Assert.Equal(
            ["/building/pipes/0/boreM", "/building/pipes/0/lengthM", "/building/rooms/0/floorHeightM", "/building/rooms/0/leaks/0/heightAboveFloorM", "/building/rooms/0/leaks/0/holeM"],
            assessment.Findings.Where(f => f.Code == "usual-assumed").Select(f => f.Where).Distinct().Order(StringComparer.Ordinal));
        Assert.All(assessment.Findings.Where(f => f.Code == "usual-assumed"), f => Assert.Contains("assumed as usual", f.Why, StringComparison.Ordinal));
    }

    [Fact]
    public void A_pressure_assumed_as_usual_draws_no_more_than_its_upper_end()
    {
        Plan open = House().WithBuilding(b => b with { Supply = b.Supply with { StaticPressurePa = null, FlowTest = null, AssumesUsual = true } });
        Plan most = open.WithBuilding(b => b with { Supply = b.Supply with { StaticPressurePa = UsualSpan.StaticPressurePa.Most } });
        Assert.Equal(Worst(most).High, Worst(open).High);
        // The droop of a supply that was not tested stays open downwards.
        Assert.Null(Worst(open).Low);
    }

    [Fact]
    public void What_is_measured_is_not_touched()
    {
        Plan measured = House();
        Assert.Equal(Worst(measured), Worst(Assume(measured)));
        Assert.DoesNotContain(Assessor.Assess(Assume(measured)).Findings, f => f.Code == "usual-assumed");
    }

    [Fact]
    public void No_inner_value_leaves_the_bound() => Gen.Double[0, 1].Array[5].Sample(shares =>
    {
        static double Inner(Span span, double share) => span.Least + (share * (span.Most - span.Least));
        Plan plan = Assume(Open(House()));
        Plan known = plan.WithBuilding(b => b with
        {
            Pipes = [b.Pipes[0] with { BoreM = Inner(UsualSpan.PipeBoreM, shares[0]), LengthM = Inner(UsualSpan.DrainLengthM, shares[1]) }, b.Pipes[1]],
            Rooms = [b.Rooms[0] with { FloorHeightM = Inner(UsualSpan.FloorHeightM, shares[2]) }],
        }).WithLeak(l => l with { HeightAboveFloorM = Inner(UsualSpan.HeightAboveFloorM, shares[3]), HoleM = Inner(UsualSpan.HoleM(l.Kind)!.Value, shares[4]) });
        Interval bound = Worst(plan);
        Interval inner = Worst(known);
        return (bound.Low is null || inner.Low >= bound.Low - 1e-12) && inner.High <= bound.High + 1e-12;
    });

    [Fact]
    public void A_floor_beside_one_that_is_measured_lies_about_as_high()
    {
        Plan plan = House();
        Room measured = plan.Building.Rooms[0] with { StoreyId = "ground", FloorHeightM = 2.4 };
        Room beside = measured with { Id = "beside", FloorHeightM = null, AssumesUsual = true, Leaks = [] };
        plan = plan.WithBuilding(b => b with { Rooms = [measured, beside] });
        Span near = SpanOf.FloorHeightM(plan, beside);
        Assert.True(near.IsUsual);
        Assert.Equal(2.41, near.Least, 9);
        Assert.Equal(2.39, near.Most, 9);
        Assert.Equal(UsualSpan.FloorHeightM, SpanOf.FloorHeightM(plan, beside with { StoreyId = "loft" }));
        Assert.Equal(Span.FloorHeightM, SpanOf.FloorHeightM(plan, beside with { AssumesUsual = false }));
    }

    private static Interval Worst(Plan plan) => Assessor.Assess(plan).Tally.Worst!.LostM3;

    private static Plan Open(Plan plan) => plan.WithBuilding(b => b with
    {
        Pipes = [b.Pipes[0] with { BoreM = null, LengthM = null }, b.Pipes[1]],
        Rooms = [b.Rooms[0] with { FloorHeightM = null }],
    }).WithLeak(l => l with { HeightAboveFloorM = null, HoleM = null });

    private static Plan Assume(Plan plan) => plan.WithBuilding(b => b with
    {
        Supply = b.Supply with { AssumesUsual = true },
        Pipes = [.. b.Pipes.Select(p => p with { AssumesUsual = true })],
        Rooms = [b.Rooms[0] with { AssumesUsual = true }],
    }).WithLeak(l => l with { AssumesUsual = true });
}
