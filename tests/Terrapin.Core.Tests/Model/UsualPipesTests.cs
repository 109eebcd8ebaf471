using Terrapin.Core.Model;

namespace Terrapin.Core.Tests.Model;

public class UsualPipesTests
{
    [Theory]
    [InlineData(PipeMaterial.Copper, 0.015, 0.0136)]
    [InlineData(PipeMaterial.Copper, 0.022, 0.0202)]
    [InlineData(PipeMaterial.Copper, 0.022225, 0.01994)]
    [InlineData(PipeMaterial.Steel, 0.0213, 0.0161)]
    [InlineData(PipeMaterial.Steel, 0.02667, 0.02093)]
    [InlineData(PipeMaterial.RigidPlastic, 0.025, 0.0212)]
    [InlineData(PipeMaterial.CrossLinkedPolyethylene, 0.016, 0.0116)]
    [InlineData(PipeMaterial.CrossLinkedPolyethylene, 0.015875, 0.01232)]
    public void The_bore_is_what_the_wall_leaves(PipeMaterial material, double outsideM, double boreM) =>
        Assert.Contains(UsualPipes.Of(material), p => Math.Abs(p.OutsideM - outsideM) < 1e-5 && Math.Abs(p.BoreM - boreM) < 1e-5);

    [Fact]
    public void Every_outside_diameter_is_one_that_pipes_of_the_material_are_made_in()
    {
        foreach (PipeMaterial material in Enum.GetValues<PipeMaterial>())
        {
            Assert.All(UsualPipes.Of(material), p => Assert.Null(PipeSizes.NearestWhenNone(material, p.OutsideM)));
        }

        Assert.Empty(UsualPipes.Of(PipeMaterial.Unknown));
    }
}
