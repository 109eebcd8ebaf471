namespace Terrapin.Core.Floors;

/// <summary>What is kept of a sink once its field is finished: how high its water stood, and when.</summary>
/// <param name="mergedInto">The sink that it became part of; -1: none.</param>
/// <param name="levels">What was on the floor at each level that was noted, rising.</param>
internal sealed class PondRecord(int mergedInto, (double LevelM, double VolumeM3)[] levels)
{
    /// <summary>The sink that it became part of; -1: none.</summary>
    public int MergedInto => mergedInto;

    /// <summary>Bytes that it holds, roughly.</summary>
    public long Bytes => 100 + (levels.Length * 16L);

    /// <summary>What is on the floor when the level is so high; infinite: it never is, as far as this sink knows.</summary>
    public double ReachesM3(double levelM)
    {
        for (int i = 0; i < levels.Length; i++)
        {
            if (levels[i].LevelM >= levelM)
            {
                (double belowM, double belowM3) = i == 0 ? levels[0] : levels[i - 1];
                double part = levels[i].LevelM > belowM ? Math.Clamp((levelM - belowM) / (levels[i].LevelM - belowM), 0, 1) : 1;
                return belowM3 + (part * (levels[i].VolumeM3 - belowM3));
            }
        }

        return double.PositiveInfinity;
    }
}
