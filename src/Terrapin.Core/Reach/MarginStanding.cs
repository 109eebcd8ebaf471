using System.Text.Json.Serialization;
using Terrapin.Core.Model;
using Terrapin.Core.Uncertainty;

namespace Terrapin.Core.Reach;

/// <summary>Whether a margin is enough.</summary>
[JsonConverter(typeof(CamelCase<MarginStanding>))]
public enum MarginStanding
{
    /// <summary>Nothing is known of it.</summary>
    Unknown,

    /// <summary>Metal stands in every way.</summary>
    Blocked,

    /// <summary>Below 0 whatever is not known.</summary>
    TooWeak,

    /// <summary>Below 0 at the worse end of what is not known.</summary>
    MayBeTooWeak,

    /// <summary>Below what is wanted.</summary>
    Thin,

    Enough,
}

/// <summary>Holds margins against what is wanted.</summary>
public static class MarginStandings
{
    /// <param name="margin">dB; <see langword="null"/>: not known.</param>
    /// <param name="isBlocked">Whether metal stands in every way.</param>
    public static MarginStanding Of(Interval? margin, bool isBlocked)
    {
        if (isBlocked)
        {
            return MarginStanding.Blocked;
        }

        if (margin is null)
        {
            return MarginStanding.Unknown;
        }

        // An end that is open: nothing comes through there.
        return (margin.Low ?? double.NegativeInfinity, margin.High ?? double.NegativeInfinity) switch
        {
            (_, < 0) => MarginStanding.TooWeak,
            ( < 0, _) => MarginStanding.MayBeTooWeak,
            ( < RadioLoss.WantedDb, _) => MarginStanding.Thin,
            _ => MarginStanding.Enough,
        };
    }
}
