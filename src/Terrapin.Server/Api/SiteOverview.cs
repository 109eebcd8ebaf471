using System.Text.Json;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Model;
using Terrapin.Documents;

namespace Terrapin.Server.Api;

/// <summary>What the list of sites shows of a revision; kept with it, so that a list calculates nothing.</summary>
/// <param name="Version">Of how it is calculated.</param>
internal sealed record SiteOverview(int Version, IReadOnlyList<StageStatus> Stages, Tally Tally)
{
    /// <summary>Raise it when the figures change: those of older versions are then calculated anew.</summary>
    public const int CurrentVersion = 2;

    public static SiteOverview Of(Plan plan, FloorMemory floors, CancellationToken cancel)
    {
        Assessment assessment = Assessor.Assess(plan, floors, cancel);
        return new SiteOverview(CurrentVersion, assessment.Stages, assessment.Tally);
    }

    public byte[] Write() => JsonSerializer.SerializeToUtf8Bytes(this, DocumentJson.Options);

    /// <summary>The stages and the tally as they were written, each a piece of JSON; empty where nothing was, or in another version.</summary>
    /// <remarks>A list of a thousand sites would otherwise read them all, only to write them again.</remarks>
    public static (ReadOnlyMemory<byte> Stages, ReadOnlyMemory<byte> Tally) Pieces(byte[]? json)
    {
        var reader = new Utf8JsonReader(json);
        ReadOnlyMemory<byte> stages = default;
        ReadOnlyMemory<byte> tally = default;
        while (json is not null && reader.Read())
        {
            if (reader.TokenType != JsonTokenType.PropertyName)
            {
                continue;
            }

            bool isVersion = reader.ValueTextEquals("version");
            bool isStages = reader.ValueTextEquals("stages");
            reader.Read();
            if (isVersion)
            {
                if (reader.GetInt32() != CurrentVersion)
                {
                    return default;
                }

                continue;
            }

            int start = (int)reader.TokenStartIndex;
            reader.Skip();
            ReadOnlyMemory<byte> piece = json.AsMemory(start..(int)reader.BytesConsumed);
            (stages, tally) = isStages ? (piece, tally) : (stages, piece);
        }

        return (stages, tally);
    }
}

/// <summary>Overviews of plans that are saved. A plan is saved also where its overview cannot be calculated; the list says so.</summary>
internal sealed partial class SiteOverviews(FloorMemory floors, ILogger<SiteOverviews> log)
{
    public byte[]? Of(Plan plan, CancellationToken cancel)
    {
        try
        {
            return SiteOverview.Of(plan, floors, cancel).Write();
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            CannotCalculate(log, plan.Site.Name, e);
            return null;
        }
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "The overview of {Site} cannot be calculated.")]
    private static partial void CannotCalculate(ILogger log, string site, Exception e);
}
