using System.Text.Json;
using Terrapin.Core.Assessments;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents;
using Terrapin.Store;

namespace Terrapin.Server.Api;

/// <summary>A site in a list, with how far its stages have come.</summary>
/// <param name="Tally"><see langword="null"/> where its figures cannot be shown.</param>
/// <param name="Trouble">What to do where they cannot be shown.</param>
public sealed record ListedSite(string Id, string Name, int Revision, string Author, DateTimeOffset SavedAt, IReadOnlyList<StageStatus> Stages, Tally? Tally, string? Trouble, bool IsPutAway);

/// <summary>The name of a new site.</summary>
public sealed record NewSiteRequest
{
    [AtMost(120)]
    public required string Name { get; init; }
}

/// <summary>Which revision, by whom, when.</summary>
public sealed record SavedRevision(int Number, string Author, DateTimeOffset SavedAt);

/// <summary>Sites, their plans and revisions, and site files.</summary>
internal static class SitesApi
{
    public static void Map(IEndpointRouteBuilder api)
    {
        RouteGroupBuilder sites = api.MapGroup("/sites").WithTags("Sites");
        sites.MapGet("/", List).WithName("listSites").Produces<IReadOnlyList<ListedSite>>();
        sites.MapGet("/deleted", (SiteStore store, CancellationToken cancel) => store.ListDeleted(cancel)).WithName("listDeletedSites");
        sites.MapPost("/", Create).WithName("createSite").Accepts<NewSiteRequest>("application/json").Produces<SavedPlan>(201).ProducesErrors().IsHeavy();
        sites.MapPost("/import", Import).WithName("importSite").Accepts<SiteArchive>("application/json", BundlesApi.Type).Produces<SavedPlan>(201).ProducesErrors().IsHeavy();
        sites.MapPost("/{id}/put-away", (string id, SiteStore store, CancellationToken cancel) => PutAway(id, true, store, cancel)).WithName("putSiteAway").Produces(204).ProducesNoSite();
        sites.MapPost("/{id}/take-back", (string id, SiteStore store, CancellationToken cancel) => PutAway(id, false, store, cancel)).WithName("takeSiteBack").Produces(204).ProducesNoSite();
        sites.MapDelete("/{id}", Delete).WithName("deleteSite").Produces(204).Produces<ApiProblem>(400, "application/problem+json").ProducesNoSite();
        sites.MapGet("/{id}/plan", Read).WithName("readPlan").Produces<SavedPlan>().ProducesNoSite();
        sites.MapPut("/{id}/plan", Save).WithName("savePlan").Accepts<Plan>("application/json").Produces<SavedPlan>().ProducesErrors().ProducesNoSite()
            .Produces<ApiProblem>(412, "application/problem+json").Produces<ApiProblem>(428, "application/problem+json").IsHeavy();
        sites.MapGet("/{id}/revisions", History).WithName("listRevisions").Produces<IReadOnlyList<SavedRevision>>().ProducesNoSite();
        sites.MapGet("/{id}/revisions/{number:int}", ReadRevision).WithName("readRevision").Produces<SavedPlan>().ProducesNoSite();
        sites.MapGet("/{id}/export", Export).WithName("exportSite").Produces<SiteArchive>().ProducesNoSite();
        sites.MapGet("/{id}/bundle", BundlesApi.Export).WithName("exportBundle").Produces<byte[]>(200, BundlesApi.Type).ProducesNoSite().IsHeavy();
    }

    private static async Task<IResult> List(SiteStore store, CancellationToken cancel)
    {
        using var rows = new MemoryStream();
        await using (var json = new Utf8JsonWriter(rows, new JsonWriterOptions { Encoder = PlanJson.Options.Encoder }))
        {
            json.WriteStartArray();
            foreach (SiteSummary site in await store.List(cancel))
            {
                Write(json, site);
            }

            json.WriteEndArray();
        }

        return TypedResults.Bytes(rows.ToArray(), "application/json");
    }

    /// <summary>One <see cref="ListedSite"/>.</summary>
    private static void Write(Utf8JsonWriter json, SiteSummary site)
    {
        (ReadOnlyMemory<byte> stages, ReadOnlyMemory<byte> tally) = SiteOverview.Pieces(site.Overview);
        json.WriteStartObject();
        json.WriteString("id", site.Id);
        json.WriteString("name", site.Name);
        json.WriteNumber("revision", site.Revision);
        json.WriteString("author", site.Author);
        json.WriteString("savedAt", site.SavedAt);
        json.WritePropertyName("stages");
        json.WriteRawValue(stages.IsEmpty ? "[]"u8 : stages.Span, skipInputValidation: true);
        json.WritePropertyName("tally");
        json.WriteRawValue(tally.IsEmpty ? "null"u8 : tally.Span, skipInputValidation: true);
        json.WriteString("trouble", tally.IsEmpty ? "Open it to see its figures: they could not be calculated yet." : null);
        json.WriteBoolean("isPutAway", site.PutAwayAt is not null);
        json.WriteEndObject();
    }

    private static async Task<IResult> PutAway(string id, bool away, SiteStore store, CancellationToken cancel) =>
        await store.PutAway(id, away, cancel) ? TypedResults.NoContent() : Problems.NoSuchSite(id);

    private static async Task<IResult> Delete(string id, HttpRequest request, SiteStore store, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        return await store.Delete(id, author, cancel)
            ? TypedResults.NoContent()
            : Problems.Of(StatusCodes.Status404NotFound, "No such site put away", $"Put the site away first: among those put away there is no site \"{id}\".");
    }

    private static async Task<IResult> Create(HttpRequest request, SiteStore store, CatalogueStore catalogues, SiteOverviews overviews, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        return await Body.Use(request, ReadNewSite, async site =>
        {
            SavedCatalogue firm = await catalogues.Newest(cancel);
            Plan plan = NewSite.Named(site.Name.Trim(), firm.Catalogue, firm.Revision);
            return Created(request, await store.Create(plan, author, overviews.Of(plan, cancel), cancel));
        });
    }

    private static NewSiteRequest ReadNewSite(ReadOnlyMemory<byte> utf8)
    {
        using var document = PlanJson.Parse(utf8);
        NewSiteRequest site = DocumentJson.ReadShape<NewSiteRequest>(document.RootElement);
        return site.Name.Trim().Length > 0 ? site : throw new RefusedException([new DocumentError("/name", "The site has no name yet. Give it one.")]);
    }

    private static async Task<IResult> Import(HttpRequest request, SiteStore store, CatalogueStore catalogues, SiteOverviews overviews, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        return await Body.Use(
            request,
            BundlesApi.Read,
            async read =>
            {
                SavedCatalogue firm = await catalogues.Newest(cancel);
                Plan plan = CatalogueCopy.Recognised(read.Plan, firm.Catalogue, firm.Revision);
                return Created(request, await store.Create(plan, author, overviews.Of(plan, cancel), cancel, read.Photographs, read.Log));
            },
            request.ContentType == BundlesApi.Type ? SiteBundle.MostBytes : Body.MostBytes);
    }

    private static async Task<IResult> Read(string id, HttpResponse response, SiteStore store, CancellationToken cancel) =>
        await store.Read(id, null, cancel) is { } saved ? WithTag(response, saved) : Problems.NoSuchSite(id);

    private static async Task<IResult> ReadRevision(string id, int number, HttpResponse response, SiteStore store, CancellationToken cancel) =>
        await store.Read(id, number, cancel) is { } saved
            ? WithTag(response, saved)
            : Problems.Of(StatusCodes.Status404NotFound, "No such revision", $"Site \"{id}\" has no revision {number}. Look at its list of revisions.");

    private static async Task<IResult> History(string id, SiteStore store, CancellationToken cancel)
    {
        IReadOnlyList<RevisionSummary> history = await store.History(id, cancel);
        return history.Count > 0
            ? TypedResults.Ok(history.Select(h => new SavedRevision(h.Number, h.Author, h.SavedAt)))
            : Problems.NoSuchSite(id);
    }

    private static async Task<IResult> Export(string id, SiteStore store, LogStore log, CancellationToken cancel)
    {
        if (await store.Read(id, null, cancel) is not { } saved)
        {
            return Problems.NoSuchSite(id);
        }

        byte[] file = SiteArchive.Of(saved.Plan, saved.Number, saved.Author, saved.SavedAt, await LogApi.Read(id, log, cancel)).Write();
        return TypedResults.File(file, "application/json", $"{id}.terrapin.json");
    }

    private static async Task<IResult> Save(string id, HttpRequest request, HttpResponse response, SiteStore store, SiteOverviews overviews, CancellationToken cancel)
    {
        if (Author.Of(request) is not { } author)
        {
            return Author.Missing();
        }

        if (RevisionTag.Of(request, out IResult? problem) is not { } basedOn)
        {
            return problem!;
        }

        return await Body.Use(request, PlanJson.Read, async plan => await store.Save(id, plan, author, basedOn, overviews.Of(plan, cancel), cancel) switch
        {
            SaveResult.Saved saved => WithTag(response, saved.Revision),
            SaveResult.Stale stale => await Stale(id, basedOn, stale.Newest, store, cancel),
            _ => Problems.NoSuchSite(id),
        });
    }

    private static async Task<IResult> Stale(string id, int basedOn, SavedPlan newest, SiteStore store, CancellationToken cancel)
    {
        SavedPlan? ground = await store.Read(id, basedOn, cancel);
        return Problems.Of(
            StatusCodes.Status412PreconditionFailed,
            "Somebody saved in the meantime",
            $"{newest.Author} saved revision {newest.Number} while you worked on revision {basedOn}. Nothing of yours was written and nothing of theirs is lost: read the newest, or save yours on top of it.",
            ("newest", new SavedRevision(newest.Number, newest.Author, newest.SavedAt)),
            ("changed", ground is null ? [] : PlanDifference.Between(ground.Plan, newest.Plan)));
    }

    private static IResult WithTag(HttpResponse response, SavedPlan saved)
    {
        RevisionTag.Put(response, saved.Number);
        return TypedResults.Ok(saved);
    }

    private static IResult Created(HttpRequest request, SavedPlan saved)
    {
        RevisionTag.Put(request.HttpContext.Response, saved.Number);
        return TypedResults.Created($"/api/sites/{saved.SiteId}/plan", saved);
    }
}

internal static class ApiDescriptions
{
    private const string Problem = "application/problem+json";

    public static RouteHandlerBuilder ProducesErrors(this RouteHandlerBuilder route) =>
        route.Produces<ApiProblem>(400, Problem).Produces<ApiProblem>(413, Problem).Produces<ApiProblem>(422, Problem);

    public static RouteHandlerBuilder ProducesNoSite(this RouteHandlerBuilder route) => route.Produces<ApiProblem>(404, Problem);
}
