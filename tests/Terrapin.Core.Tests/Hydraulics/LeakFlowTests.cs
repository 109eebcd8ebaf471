using CsCheck;
using Terrapin.Core.Hydraulics;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Hydraulics;

public class LeakFlowTests
{
    private static readonly Gen<FlowPath> Paths = Gen.Select(
        Gen.Double[0.2e5, 12e5],
        Gen.Double[-5, 8],
        Gen.Double[0, 1e12],
        Gen.Double[0.006, 0.03],
        Gen.Double[0.1, 60],
        Gen.Double[0.0003, 0.012],
        (p, dz, droop, bore, length, hole) => new FlowPath
        {
            StaticPressurePa = p,
            RiseM = dz,
            DroopPaS2PerM6 = droop,
            Pipes = [new PipeRun(bore, length, 1.5e-6)],
            Valves = [new PathValve(bore)],
            Outlet = new Outlet.Hole(hole),
        });

    [Theory]
    [InlineData(0.007, 33.3)]
    [InlineData(0.0015, 1.75)]
    public void Worked_flow(double holeM, double litresPerMinute) =>
        Close(litresPerMinute, new LeakFlow(WorkedPath(holeM)).OpenM3PerS / LitresPerMinute, 0.002);

    [Fact]
    public void Worked_flow_behind_a_drooping_supply()
    {
        double droop = SupplyTest.Droop(3.5e5, 2.1e5, 15 * LitresPerMinute);
        FlowPath path = WorkedPath(0.007) with { RiseM = 0, DroopPaS2PerM6 = droop };
        Close(19.2, new LeakFlow(path).OpenM3PerS / LitresPerMinute, 0.003);
    }

    [Fact]
    public void The_solution_balances_the_energy_equation() => Paths.Sample(path =>
    {
        double flow = new LeakFlow(path).At(0.05);
        double head = (path.StaticPressurePa / (Water.DensityKgPerM3 * Water.GravityMPerS2)) - path.RiseM;
        if (head <= 0)
        {
            return flow == 0;
        }

        double bore = path.Valves[0].BoreM;
        double velocityHead = Math.Pow(flow / (Math.PI * bore * bore / 4), 2) / (2 * Water.GravityMPerS2);
        double reynolds = 4 * flow / (Math.PI * bore * Water.KinematicViscosityM2PerS);
        PipeRun pipe = path.Pipes[0];
        double friction = Friction.At(reynolds, pipe.RoughnessM / bore).Factor * pipe.LengthM / bore * velocityHead;
        double hole = ((Outlet.Hole)path.Outlet).DiameterM;
        double outlet = Math.Pow(flow / (0.62 * Math.PI * hole * hole / 4), 2) / (2 * Water.GravityMPerS2);
        double droop = path.DroopPaS2PerM6 * flow * flow / (Water.DensityKgPerM3 * Water.GravityMPerS2);
        return Math.Abs(head - droop - friction - (0.05 * velocityHead) - outlet) < 1e-6 * head;
    });

    [Fact]
    public void More_pressure_never_gives_less_flow() => Gen.Select(Paths, Gen.Double[0, 5e5]).Sample((path, more) =>
        new LeakFlow(path with { StaticPressurePa = path.StaticPressurePa + more }).At(0.05) >= new LeakFlow(path).At(0.05) * (1 - 1e-9));

    [Fact]
    public void More_valve_loss_never_gives_more_flow() => Gen.Select(Paths, Gen.Double[0, 1e5], Gen.Double[0, 1e5]).Sample((path, k, more) =>
        new LeakFlow(path).At(k + more) <= new LeakFlow(path).At(k) * (1 + 1e-9));

    [Fact]
    public void Without_head_there_is_no_flow() =>
        Assert.Equal(0, new LeakFlow(WorkedPath(0.007) with { RiseM = 40 }).At(0.05));

    [Fact]
    public void A_limiter_caps_the_flow() =>
        Assert.Equal(2e-4, new LeakFlow(WorkedPath(0.007) with { Limiters = [new FlowLimiter(2e-4)] }).At(0.05));

    [Fact]
    public void A_stop_valve_on_the_branch_takes_its_share()
    {
        FlowPath open = WorkedPath(0.007);
        FlowPath throttled = open with { Losses = [new LocalLoss(30, 0.0136)] };
        Assert.True(new LeakFlow(throttled).At(0.05) < 0.95 * new LeakFlow(open).At(0.05));
    }

    [Fact]
    public void A_tap_runs_at_its_known_flow_and_fades_with_the_valve()
    {
        var flow = new LeakFlow(WorkedPath(0.007) with { Outlet = new Outlet.Tap(1e-4) });
        Close(1e-4, flow.OpenM3PerS, 1e-6);
        Assert.True(flow.At(1e5) < 0.5e-4);
        Assert.Equal(0, flow.At(double.PositiveInfinity));
    }

    [Fact]
    public void A_tap_never_runs_more_than_the_supply_gives()
    {
        var flow = new LeakFlow(WorkedPath(0.007) with { Outlet = new Outlet.Tap(0.02) });
        double given = flow.OpenM3PerS;
        Assert.InRange(given, 1e-4, 0.0199);
    }

    [Theory]
    [InlineData(double.NaN)]
    [InlineData(-1)]
    [InlineData(double.PositiveInfinity)]
    public void Refuses_a_pressure_that_cannot_be(double pressurePa)
    {
        var error = Assert.Throws<ArgumentOutOfRangeException>(() => new LeakFlow(WorkedPath(0.007) with { StaticPressurePa = pressurePa }));
        Assert.Equal("StaticPressurePa", error.ParamName);
    }

    [Fact]
    public void Friction_is_continuous_at_both_ends_of_the_transition() => Gen.Double[0, 0.02].Sample(rough =>
    {
        bool low = Math.Abs(Friction.At(2000, rough).Factor - Friction.At(2000.0001, rough).Factor) < 1e-7;
        bool high = Math.Abs(Friction.At(3999.9999, rough).Factor - Friction.At(4000, rough).Factor) < 1e-6;
        return low && high;
    });

    [Fact]
    public void The_slope_of_friction_is_its_derivative() => Gen.Select(Gen.Double[500, 50_000], Gen.Double[0, 0.02]).Sample((re, rough) =>
    {
        const double step = 1e-6;
        if (Math.Abs(re - 2000) < 1 || Math.Abs(re - 4000) < 1)
        {
            return true;
        }

        double numeric = (Math.Log(Friction.At(re * (1 + step), rough).Factor) - Math.Log(Friction.At(re * (1 - step), rough).Factor)) / (2 * step);
        return Math.Abs(numeric - Friction.At(re, rough).LogSlope) < 1e-5;
    });
}
