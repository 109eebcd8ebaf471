namespace Terrapin.Core.Model;

/// <summary>A place where a fixture usually leaks.</summary>
/// <param name="Name">What people call it.</param>
/// <param name="Kind">Of leak.</param>
/// <param name="Side">Of the water.</param>
/// <param name="HeightM">Above the floor, m.</param>
/// <param name="Along">Where along its back its water meets the floor, 0 to 1.</param>
/// <param name="FromThePipes">Whether a pipe of the house feeds it; otherwise no stop valve stops it.</param>
/// <param name="HoldsM3">The most that runs out where no pipe feeds it, m³.</param>
public sealed record UsualLeak(string Name, LeakKind Kind, WaterSide Side, double HeightM, double Along, bool FromThePipes = true, double? HoldsM3 = null);

/// <summary>What is known beforehand of a kind of fixture. All figures are our own and meant to be changed.</summary>
/// <param name="Kind">Of fixture.</param>
/// <param name="Name">What people call it.</param>
/// <param name="LengthM">Along the wall, m.</param>
/// <param name="WidthM">Off the wall, m.</param>
/// <param name="Base">What water does there.</param>
/// <param name="Leaks">Where it usually leaks, along its back.</param>
public sealed record UsualFixture(FixtureKind Kind, string Name, double LengthM, double WidthM, FixtureBase Base, IReadOnlyList<UsualLeak> Leaks);

/// <summary>The fixtures of a house, each with its usual size and leak points.</summary>
public static class FixtureLibrary
{
    public static IReadOnlyList<UsualFixture> All { get; } =
    [
        new(FixtureKind.Basin, "Basin", 0.6, 0.5, FixtureBase.Clear, [ColdHose("Basin cold hose", 0.5, 0.35), HotHose("Basin hot hose", 0.5, 0.65), Trap("Basin trap", 0.4, 0.01)]),
        new(FixtureKind.Wc, "WC", 0.4, 0.7, FixtureBase.Clear, [ColdHose("WC hose", 0.2, 0.2), new("WC cistern overflow", LeakKind.Overflow, WaterSide.Cold, 0.8, 0.5)]),
        new(FixtureKind.Bath, "Bath", 1.7, 0.7, FixtureBase.OnFeet, [HotHose("Bath filler hose", 0.4, 0.1), new("Bath overflow", LeakKind.Overflow, WaterSide.Hot, 0.5, 0.1), Trap("Bath trap", 0.1, 0.15)]),
        new(FixtureKind.ShowerTray, "Shower tray", 0.9, 0.9, FixtureBase.Tight, [Trap("Shower trap", 0, 0.02)]),
        new(FixtureKind.KitchenSink, "Kitchen sink", 1, 0.6, FixtureBase.OnFeet, [ColdHose("Sink cold hose", 0.5, 0.4), HotHose("Sink hot hose", 0.5, 0.6), Trap("Sink trap", 0.4, 0.02)]),
        new(FixtureKind.WashingMachine, "Washing machine", 0.6, 0.6, FixtureBase.OnFeet, [ColdHose("Washing machine hose", 0.8, 0.5), Trap("Washing machine drain hose", 0.6, 0.05)]),
        new(FixtureKind.Dishwasher, "Dishwasher", 0.6, 0.6, FixtureBase.OnFeet, [ColdHose("Dishwasher hose", 0.3, 0.5), Trap("Dishwasher drain hose", 0.4, 0.01)]),
        new(FixtureKind.IceMaker, "Ice maker", 0.9, 0.7, FixtureBase.OnFeet, [ColdHose("Ice maker hose", 0.5, 0.5)]),
        new(FixtureKind.Cylinder, "Hot water cylinder", 0.6, 0.6, FixtureBase.Tight, [new("Cylinder relief valve", LeakKind.ReliefValve, WaterSide.Hot, 1.2, 0.9), new("Cylinder seam", LeakKind.TankSeam, WaterSide.Hot, 0.1, 0.5), ColdHose("Cylinder connection", 0.2, 0.1)]),
        new(FixtureKind.Boiler, "Boiler", 0.5, 0.4, FixtureBase.Clear, [new("Boiler relief valve", LeakKind.ReliefValve, WaterSide.Hot, 1, 0.5), new("Boiler joint", LeakKind.WeepingJoint, WaterSide.Hot, 1, 0.3)]),
        new(FixtureKind.Softener, "Softener", 0.35, 0.5, FixtureBase.Tight, [ColdHose("Softener hose", 0.5, 0.5)]),
        new(FixtureKind.FilterHousing, "Filter housing", 0.3, 0.2, FixtureBase.OnFeet, [new("Filter housing seam", LeakKind.WeepingJoint, WaterSide.Cold, 0.6, 0.5)]),
        new(FixtureKind.CondensateTray, "Condensate tray", 0.6, 0.4, FixtureBase.Clear, [new("Condensate overflow", LeakKind.Overflow, WaterSide.Cold, 0.3, 0.5, FromThePipes: false)]),
        new(FixtureKind.Aquarium, "Aquarium", 1, 0.4, FixtureBase.Clear, [new("Aquarium seam", LeakKind.Flow, WaterSide.Cold, 0.7, 0.5, FromThePipes: false, HoldsM3: 0.18)]),
        new(FixtureKind.SumpPit, "Sump pit", 0.5, 0.5, FixtureBase.Pit, [new("Sump, pump fails", LeakKind.Flow, WaterSide.Cold, 0, 0.5, FromThePipes: false)]),
        new(FixtureKind.Plinth, "Plinth", 0.6, 0.6, FixtureBase.Tight, []),
    ];

    private static UsualLeak ColdHose(string name, double heightM, double along) => new(name, LeakKind.HoseBurst, WaterSide.Cold, heightM, along);

    private static UsualLeak HotHose(string name, double heightM, double along) => new(name, LeakKind.HoseBurst, WaterSide.Hot, heightM, along);

    /// <summary>What runs off in one go, and then no more.</summary>
    private static UsualLeak Trap(string name, double heightM, double holdsM3) => new(name, LeakKind.Trap, WaterSide.Cold, heightM, 0.5, FromThePipes: false, holdsM3);
}
