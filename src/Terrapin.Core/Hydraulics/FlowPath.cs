namespace Terrapin.Core.Hydraulics;

/// <summary>A straight run of pipe.</summary>
/// <param name="BoreM">Inside diameter, m, above zero.</param>
/// <param name="LengthM">m, not negative.</param>
/// <param name="RoughnessM">Of its wall, m, not negative.</param>
/// <param name="Id">The same in every path that runs through it; <see langword="null"/>: no other path does.</param>
public sealed record PipeRun(double BoreM, double LengthM, double RoughnessM, string? Id = null);

/// <summary>A fitting that takes K velocity heads.</summary>
/// <param name="K">No unit, not negative.</param>
/// <param name="BoreM">The bore whose velocity K refers to, m, above zero.</param>
/// <param name="Id">As of a pipe.</param>
public sealed record LocalLoss(double K, double BoreM, string? Id = null);

/// <summary>A stop valve that may close, whose K follows its angle.</summary>
/// <param name="BoreM">The bore that its K refers to, m, above zero.</param>
/// <param name="Id">As of a pipe.</param>
public sealed record PathValve(double BoreM, string? Id = null);

/// <summary>A fixed flow limiter.</summary>
/// <param name="MostM3PerS">What it lets through, m³/s, above zero.</param>
/// <param name="Id">As of a pipe.</param>
public sealed record FlowLimiter(double MostM3PerS, string? Id = null);

/// <summary>Where the water leaves the pipe.</summary>
public abstract record Outlet
{
    private Outlet()
    {
    }

    /// <summary>A burst, split or pinhole, as a round hole.</summary>
    /// <param name="DiameterM">m, above zero.</param>
    /// <param name="DischargeCoefficient">No unit; 0.62 for a sharp edge.</param>
    public sealed record Hole(double DiameterM, double DischargeCoefficient = 0.62) : Outlet;

    /// <summary>
    /// A tap or cistern valve whose flow is known with the main open. It is calculated as the throttle that would give that
    /// flow, so that it fades as the main closes.
    /// </summary>
    /// <param name="FlowM3PerS">m³/s, above zero.</param>
    public sealed record Tap(double FlowM3PerS) : Outlet;
}

/// <summary>All that stands between the street and a leak.</summary>
public sealed record FlowPath
{
    /// <summary>Gauge pressure at the main valve at rest, Pa, not negative.</summary>
    public required double StaticPressurePa { get; init; }

    /// <summary>Height of the leak above the main valve, m; negative is below.</summary>
    public required double RiseM { get; init; }

    /// <summary>The supply's droop R_s, Pa/(m³/s)², not negative; 0 gives an upper bound.</summary>
    public double DroopPaS2PerM6 { get; init; }

    public IReadOnlyList<PipeRun> Pipes { get; init; } = [];

    /// <summary>Fittings other than the stop valves.</summary>
    public IReadOnlyList<LocalLoss> Losses { get; init; } = [];

    /// <summary>The stop valves, in the direction of flow; none where the leak is before all of them.</summary>
    public required IReadOnlyList<PathValve> Valves { get; init; }

    /// <summary>Which of the valves has an id.</summary>
    /// <exception cref="ArgumentException">None has.</exception>
    public int ValveAt(string id)
    {
        for (int i = 0; i < Valves.Count; i++)
        {
            if (Valves[i].Id == id)
            {
                return i;
            }
        }

        throw new ArgumentException($"No valve of the way has the id \"{id}\".", nameof(id));
    }

    public required Outlet Outlet { get; init; }

    public IReadOnlyList<FlowLimiter> Limiters { get; init; } = [];
}
