using Terrapin.Core.Model;

namespace Terrapin.Core.Uncertainty;

/// <summary>The span in which what is not measured of a plan is taken: the usual one where the plan says so, or else the widest.</summary>
public static class SpanOf
{
    public static Span StaticPressurePa(WaterSupply supply) => supply.AssumesUsual ? UsualSpan.StaticPressurePa : Span.StaticPressurePa;

    /// <summary>Of a room's floor above the stop valve; near that of a measured room of its storey, where usual will do.</summary>
    /// <param name="plan">A checked plan.</param>
    /// <param name="room">One of its rooms, whose height is not measured.</param>
    public static Span FloorHeightM(Plan plan, Room room)
    {
        if (!room.AssumesUsual)
        {
            return Span.FloorHeightM;
        }

        double[] measured = room.StoreyId is null ? [] : [.. plan.Building.Rooms.Where(r => r.StoreyId == room.StoreyId).Select(r => r.FloorHeightM).OfType<double>()];
        return measured.Length == 0
            ? UsualSpan.FloorHeightM
            : new Span(measured.Max() + UsualSpan.StepM.Most, measured.Min() + UsualSpan.StepM.Least, IsUsual: true);
    }

    public static Span StepM(Room room) => room.AssumesUsual ? UsualSpan.StepM : Span.StepM;

    public static Span ContactAngleDeg(Room room) => room.AssumesUsual ? UsualSpan.ContactAngleDeg : Span.ContactAngleDeg;

    public static Span ThresholdM(Doorway doorway) => doorway.AssumesUsual ? UsualSpan.ThresholdM : Span.ThresholdM;

    public static Span PitDepthM(Fixture fixture) => fixture.AssumesUsual ? UsualSpan.PitDepthM : Span.PitDepthM;

    public static Span HeightAboveFloorM(LeakPoint leak) => leak.AssumesUsual ? UsualSpan.HeightAboveFloorM : Span.HeightAboveFloorM;

    public static Span HoleM(LeakPoint leak) => (leak.AssumesUsual ? UsualSpan.HoleM(leak.Kind) : null) ?? Span.HoleM(leak.Kind);

    public static Span FixedFlowM3PerS(LeakPoint leak) => (leak.AssumesUsual ? UsualSpan.FixedFlowM3PerS(leak.Kind) : null) ?? Span.FixedFlowM3PerS(leak.Kind);

    public static Span PipeBoreM(Pipe pipe) => pipe.AssumesUsual ? UsualSpan.PipeBoreM : Span.PipeBoreM;

    /// <summary>For friction, where a longer pipe gives less.</summary>
    public static Span PipeLengthM(Pipe pipe) => pipe.AssumesUsual ? UsualSpan.PipeLengthM : Span.PipeLengthM;

    /// <summary>For draining, where a longer pipe gives more.</summary>
    public static Span DrainLengthM(Pipe pipe) => pipe.AssumesUsual ? UsualSpan.DrainLengthM : Span.DrainLengthM;
}
