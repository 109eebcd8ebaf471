using Terrapin.Core.Model;

namespace Terrapin.Core.Reach;

/// <summary>
/// What walls, floors and covers take at one frequency, with what is not measured at both ends: our own screening figures for
/// houses.
/// </summary>
internal sealed class WallLosses(double frequencyMHz)
{
    /// <summary>Between a boarded joist floor and a thick concrete one, dB.</summary>
    public static DbSpan UnknownFloor { get; } = new(8, 20);

    private const int Samples = 96;

    private readonly Dictionary<WallMake, DbSpan> byMake = [];
    private DbSpan? unknown;

    /// <summary>Of a wall; where nobody has looked, of any wall that does not block.</summary>
    public DbSpan Of(WallMake? make)
    {
        if (make is null)
        {
            return unknown ??= Hull(Enum.GetValues<WallMaterial>().Where(m => m != WallMaterial.Metal).Select(m => Of(new WallMake { Material = m })));
        }

        if (!byMake.TryGetValue(make, out DbSpan loss))
        {
            byMake[make] = loss = make.ThicknessM is { } thickness
                ? DbSpan.Exactly(Slab.LossDb(make.Material, thickness, frequencyMHz))
                : Over(make.Material);
        }

        return loss;
    }

    /// <summary>Of what a device's radio has to get out of.</summary>
    public static DbSpan Of(RadioCover cover) => cover switch
    {
        RadioCover.MetalLid => new DbSpan(15, 35),
        RadioCover.Pit => new DbSpan(6, 20),
        RadioCover.MetalCupboard => new DbSpan(10, 30),
        _ => DbSpan.Zero,
    };

    /// <summary>Reflections inside make the loss rise and fall with the thickness: it is tried all along.</summary>
    private DbSpan Over(WallMaterial material)
    {
        (double least, double most) = Thickness(material);
        return Hull(Enumerable.Range(0, Samples + 1).Select(i => DbSpan.Exactly(Slab.LossDb(material, least + ((most - least) * i / Samples), frequencyMHz))));
    }

    private static DbSpan Hull(IEnumerable<DbSpan> spans) =>
        spans.Aggregate((a, b) => new DbSpan(Math.Min(a.Low, b.Low), Math.Max(a.High, b.High)));

    /// <summary>As houses are built, m.</summary>
    private static (double Least, double Most) Thickness(WallMaterial material) => material switch
    {
        WallMaterial.Brick => (0.1, 0.36),
        WallMaterial.Concrete => (0.1, 0.3),
        WallMaterial.Plasterboard => (0.0125, 0.05),
        WallMaterial.Wood => (0.012, 0.12),
        WallMaterial.Chipboard => (0.012, 0.05),
        WallMaterial.Glass => (0.004, 0.03),
        _ => (0.001, 0.001),
    };
}
