using System.Numerics;
using CsCheck;
using Terrapin.Core.Model;
using Terrapin.Core.Reach;

namespace Terrapin.Core.Tests.Reach;

/// <summary>Losses against worked numbers, and what must hold of any.</summary>
public class RadioLossTests
{
    [Theory]
    [InlineData(WallMaterial.Brick, 0.1025, 868, 2.80)]
    [InlineData(WallMaterial.Brick, 0.1025, 2440, 3.54)]
    [InlineData(WallMaterial.Concrete, 0.2, 868, 7.49)]
    [InlineData(WallMaterial.Plasterboard, 0.0125, 2440, 1.09)]
    public void A_slab_takes_what_was_worked(WallMaterial material, double thicknessM, double frequencyMHz, double lossDb) =>
        Assert.Equal(lossDb, Slab.LossDb(material, thicknessM, frequencyMHz), 0.006);

    [Fact]
    public void A_slab_of_concrete_takes_what_the_complex_formula_says() => Gen.Select(Gen.Double[1e-4, 1], Gen.Double[100, 100_000]).Sample((thicknessM, frequencyMHz) =>
    {
        double gHz = frequencyMHz / 1000;
        Complex index = Complex.Sqrt(new Complex(5.24, -0.0462 * Math.Pow(gHz, 0.7822) / (2 * Math.PI * gHz * 1e9 * 8.8541878128e-12)));
        Complex reflected = (1 - index) / (1 + index);
        Complex once = Complex.Exp(-Complex.ImaginaryOne * 2 * Math.PI * thicknessM * gHz * 1e9 / 299_792_458 * index);
        double through = ((1 - (reflected * reflected)) * once / (1 - (reflected * reflected * once * once))).Magnitude;
        double lossDb = Slab.LossDb(WallMaterial.Concrete, thicknessM, frequencyMHz);
        return through < 1e-300 || Math.Abs(lossDb - Math.Max(0, -20 * Math.Log10(through))) < 1e-6;
    });

    [Fact]
    public void Free_space_and_floors_take_what_was_worked()
    {
        Assert.Equal(49.3, RadioLoss.FreeSpaceDb(8, 868), 0.05);
        Assert.Equal(25.6, RadioLoss.FloorsDb(2, 14), 0.05);
        Assert.Equal(14, RadioLoss.FloorsDb(1, 14), 0.3);
        Assert.Equal(0, RadioLoss.FloorsDb(0, 14));
    }

    [Theory]
    [InlineData(0, 0.5)]
    [InlineData(4, 0.841345)]
    [InlineData(-8, 0.0227501)]
    [InlineData(6.57941, 0.95)]
    public void The_chance_is_that_of_the_normal_distribution(double marginDb, double chance) => Assert.Equal(chance, RadioLoss.Chance(marginDb), 1e-6);

    [Fact]
    public void Metal_blocks_and_a_thin_slab_is_as_if_it_were_not_there()
    {
        Assert.Equal(double.PositiveInfinity, Slab.LossDb(WallMaterial.Metal, 0.001, 868));
        Assert.Equal(0, Slab.LossDb(WallMaterial.Concrete, 1e-6, 868), 1e-3);
    }

    /// <summary>Once reflections inside have died away, each more of the wall takes as much as the one before.</summary>
    [Fact]
    public void A_thick_slab_takes_as_much_more_as_it_is_thicker()
    {
        double At(double thickness) => Slab.LossDb(WallMaterial.Concrete, thickness, 5000);
        Assert.Equal(At(3) - At(2.5), At(2.5) - At(2), 0.01);
    }

    [Fact]
    public void Losses_are_never_gains() => Gen.Select(Gen.Enum<WallMaterial>(), Gen.Double[0.001, 3], Gen.Double[100, 100_000]).Sample((material, thickness, frequency) =>
        Assert.True(Slab.LossDb(material, thickness, frequency) >= 0));

    [Fact]
    public void Only_below_1_GHz_the_laws_are_extended() => Assert.Equal((true, false), (Slab.IsExtrapolated(868), Slab.IsExtrapolated(1000)));

    [Theory]
    [InlineData(99)]
    [InlineData(100_001)]
    public void Frequencies_that_nobody_measured_are_refused(double frequencyMHz) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Slab.LossDb(WallMaterial.Wood, 0.1, frequencyMHz));
}
