using CsCheck;
using Terrapin.Core.Hydraulics;
using static Terrapin.Core.Tests.Samples;

namespace Terrapin.Core.Tests.Hydraulics;

/// <summary>Several leaks at once.</summary>
public class SharedFlowTests
{
    private const double Weight = Water.DensityKgPerM3 * Water.GravityMPerS2;

    private static readonly Gen<(double LengthM, double HoleM, double RiseM)> AnyBranch = Gen.Select(Gen.Double[0, 30], Gen.Double[0.0005, 0.01], Gen.Double[-4, 12]);

    /// <summary>A shared rise, then a branch of its own for each leak.</summary>
    private static readonly Gen<FlowPath[]> AnyHouse = Gen.Select(Gen.Double[0.5e5, 8e5], Gen.Double[0, 40], Gen.Double[0, 1e12], AnyBranch.Array[2, 5], (pressure, rise, droop, branches) =>
        branches.Select((branch, i) => new FlowPath
        {
            StaticPressurePa = pressure,
            RiseM = branch.RiseM,
            DroopPaS2PerM6 = droop,
            Pipes = [new PipeRun(0.0202, rise, 1.5e-6, "rise"), new PipeRun(0.0136, branch.LengthM, 1.5e-6, $"branch {i}")],
            Valves = [new PathValve(0.0202, "main")],
            Outlet = new Outlet.Hole(branch.HoleM),
        }).ToArray());

    [Fact]
    public void Each_that_runs_balances_its_energy_and_each_that_stands_still_has_no_head() => AnyHouse.Sample(house =>
    {
        double[] flows = At(house);
        double total = flows.Sum();
        for (int i = 0; i < house.Length; i++)
        {
            FlowPath path = house[i];
            double head = (path.StaticPressurePa / Weight) - path.RiseM;
            double used = (path.DroopPaS2PerM6 * total * total / Weight)
                + PipeLoss(path.Pipes[0], total) + (0.05 * VelocityHead(0.0202, total))
                + PipeLoss(path.Pipes[1], flows[i])
                + VelocityHead(((Outlet.Hole)path.Outlet).DiameterM * Math.Sqrt(0.62), flows[i]);
            if (head > 0 && (flows[i] > 0 ? Math.Abs(used - head) > 1e-6 * head : used < head * (1 - 1e-6)))
            {
                return false;
            }
        }

        return true;
    }, iter: 3000);

    [Fact]
    public void Alone_each_runs_as_by_itself() => AnyHouse.Sample(house =>
        Enumerable.Range(0, house.Length).All(i =>
        {
            double[] flows = new SharedFlow([.. house.Select(p => new LeakFlow(p))]).At(Open(house), [.. house.Select((_, j) => j == i)]);
            return flows[i] == new LeakFlow(house[i]).OpenM3PerS && flows.Where((_, j) => j != i).All(f => f == 0);
        }));

    [Fact]
    public void Another_leak_never_gives_the_first_more() => AnyHouse.Sample(house =>
    {
        double[] all = At(house);
        double[] fewer = At(house[..^1]);
        return fewer.Zip(all).All(pair => pair.Second <= pair.First * (1 + 1e-6)) && all.Sum() >= fewer.Sum() * (1 - 1e-6);
    });

    [Fact]
    public void Their_order_does_not_matter() => AnyHouse.Sample(house =>
    {
        double[] forward = At(house);
        double[] backward = At([.. house.Reverse()]);
        return forward.Zip(backward.Reverse()).All(pair => Math.Abs(pair.First - pair.Second) <= 1e-6 * forward.Max());
    });

    [Fact]
    public void Two_alike_on_one_joint_run_as_one_of_twice_the_area()
    {
        FlowPath path = WorkedPath(0.005) with { Pipes = [new PipeRun(0.0202, 9, 1.5e-6, "rise")], Valves = [new PathValve(0.0202, "main")] };
        double[] two = At([path, path]);
        double one = new LeakFlow(path with { Outlet = new Outlet.Hole(0.005 * Math.Sqrt(2)) }).OpenM3PerS;
        Close(one, two.Sum(), 1e-6);
        Close(two[0], two[1], 1e-6);
    }

    [Fact]
    public void A_shared_limiter_lets_through_no_more_and_is_shared_alike() => Gen.Select(AnyHouse, Gen.Double[1e-5, 1e-3]).Sample((house, most) =>
    {
        double free = At(house).Sum();
        double limited = At([.. house.Select(p => p with { Limiters = [new FlowLimiter(most, "limiter")] })]).Sum();
        return Math.Abs(limited - Math.Min(free, most)) <= 2e-6 * Math.Max(free, most);
    }, iter: 300);

    [Fact]
    public void Ways_that_share_nothing_but_the_supply_are_parted_by_their_ids()
    {
        FlowPath first = WorkedPath(0.004) with { Valves = [new PathValve(0.0202, "one")] };
        FlowPath second = WorkedPath(0.006) with { Valves = [new PathValve(0.0202, "two")] };
        double[] flows = At([first, second]);
        Close(new LeakFlow(first).OpenM3PerS, flows[0], 1e-9);
        Close(new LeakFlow(second).OpenM3PerS, flows[1], 1e-9);
        Assert.Equal(0, new SharedFlow([new LeakFlow(first), new LeakFlow(second)]).At([[double.PositiveInfinity], [0.05]], [true, true])[0]);
    }

    private static double[] At(FlowPath[] house) => new SharedFlow([.. house.Select(p => new LeakFlow(p))]).At(Open(house), [.. house.Select(_ => true)]);

    private static double[][] Open(FlowPath[] house) => [.. house.Select(p => p.Valves.Select(_ => LeakFlow.OpenValveK).ToArray())];

    private static double VelocityHead(double boreM, double flow) => Math.Pow(flow / (Math.PI * boreM * boreM / 4), 2) / (2 * Water.GravityMPerS2);

    private static double PipeLoss(PipeRun pipe, double flow)
    {
        double reynolds = 4 * flow / (Math.PI * pipe.BoreM * Water.KinematicViscosityM2PerS);
        return flow > 0 ? Friction.At(reynolds, pipe.RoughnessM / pipe.BoreM).Factor * pipe.LengthM / pipe.BoreM * VelocityHead(pipe.BoreM, flow) : 0;
    }
}
