using System.Text.Json;
using Terrapin.Core;
using Terrapin.Core.Floors;
using Terrapin.Core.Plans;

namespace Terrapin.Server.Api;

/// <summary>What the list of sites shows of a revision; kept with it, so that a list calculates nothing.</summary>
/// <param name="Version">Of how it is calculated.</param>
internal sealed record SiteOverview(int Version, IReadOnlyList<StageStatus> Stages, Tally Tally)
{
    /// <summary>Raise it when the figures change: those of older versions are then calculated anew.</summary>
    public const int CurrentVersion = 1;

    public static SiteOverview Of(Plan plan, FloorMemory floors, CancellationToken cancel)
    {
        Assessment assessment = Assessor.Assess(plan, floors, cancel);
        return new SiteOverview(CurrentVersion, assessment.Stages, assessment.Tally);
    }

    public byte[] Write() => JsonSerializer.SerializeToUtf8Bytes(this, PlanJson.Options);

    /// <summary>What was written; <see langword="null"/> where that is nothing, or of another version.</summary>
    public static SiteOverview? Read(byte[]? json)
    {
        if (json is null)
        {
            return null;
        }

        using var document = JsonDocument.Parse(json);
        return document.RootElement.TryGetProperty("version", out JsonElement version) && version.GetInt32() == CurrentVersion
            ? document.RootElement.Deserialize<SiteOverview>(PlanJson.Options)
            : null;
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
