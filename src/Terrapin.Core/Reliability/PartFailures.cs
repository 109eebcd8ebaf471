using Terrapin.Core.Model;

namespace Terrapin.Core.Reliability;

/// <summary>How likely each kind of part has failed when it leaks, by the figures of a plan.</summary>
/// <param name="figures">Of the plan; <see langword="null"/>: it has none.</param>
public sealed class PartFailures(FailureFigures? figures)
{
    private const double Precision = 1e-6;

    /// <param name="kind">The kind of part. A batch fails by the common share of its sensors' failures.</param>
    /// <param name="sharesBatch">Whether a sensor has others of its batch beside it, whose common failures are the batch's.</param>
    /// <param name="testEveryS">From one test to the next, s; <see langword="null"/>: not said.</param>
    /// <returns>0 to 1; <see langword="null"/> where a figure is missing.</returns>
    public double? Of(PartKind kind, bool sharesBatch, double? testEveryS)
    {
        FailureRate? rate = figures?.Rates?.FirstOrDefault(r => r.Kind == (kind == PartKind.SensorBatch ? PartKind.Sensor : kind));
        double? share = kind switch
        {
            PartKind.SensorBatch => figures?.CommonShare,
            PartKind.Sensor when sharesBatch => 1 - figures?.CommonShare,
            _ => 1,
        };
        return rate is null || share is null ? null : Unavailability.Of(rate, share.Value, testEveryS);
    }

    /// <summary>The longest time between tests at which a probability that grows with it is within the target.</summary>
    /// <param name="onDemand">That probability, by the time between tests, s.</param>
    /// <returns>s, 20 years at the most; 0 where an hour is too long; <see langword="null"/> where a figure or the target is missing.</returns>
    public double? LongestTestS(Func<double, double?> onDemand)
    {
        if (figures?.Target is not { } target || onDemand(FailureFigures.ShortestTestS) is not { } least || onDemand(FailureFigures.LongestTestS) is not { } most)
        {
            return null;
        }

        if (least > target || most <= target)
        {
            return least > target ? 0 : FailureFigures.LongestTestS;
        }

        (double meets, double fails) = (FailureFigures.ShortestTestS, FailureFigures.LongestTestS);
        while (fails / meets > 1 + Precision)
        {
            double middle = Math.Sqrt(meets * fails);
            (meets, fails) = onDemand(middle) <= target ? (middle, fails) : (meets, middle);
        }

        return meets;
    }
}
