using System.Text.Json;
using System.Text.Json.Serialization;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Documents;
using Terrapin.Server.Api;
using Terrapin.Store;

namespace Terrapin.Server.Hosting;

/// <summary>Puts the parts together.</summary>
internal static class Application
{
    public static WebApplication Build(ServerOptions options, Action<WebApplicationBuilder>? change = null)
    {
        WebApplicationBuilder builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ApplicationName = "Terrapin.Server" });
        builder.WebHost.UseUrls($"http://127.0.0.1:{options.Port}");
        builder.WebHost.ConfigureKestrel(kestrel => kestrel.Limits.MaxRequestBodySize = null);
        Logs.Add(builder);
        builder.Services.ConfigureHttpJsonOptions(http => UseDocumentJson(http.SerializerOptions));
        builder.Services.AddDbContext<TerrapinDb>(db => TerrapinDb.Configure(db, DataFolder.DatabaseIn(options.Data)));
        builder.Services.AddScoped<SiteStore>();
        builder.Services.AddScoped<PhotographStore>();
        builder.Services.AddScoped<LogStore>();
        builder.Services.AddScoped<CatalogueStore>();
        builder.Services.AddSingleton<SiteOverviews>();
        builder.Services.AddHostedService<OverviewKeeper>();

        // Lists without figures are better than no server: what fails in the background is logged.
        builder.Services.Configure<HostOptions>(host => host.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
        builder.Services.AddHostFiltering(filter => filter.AllowedHosts = [.. Protection.OwnHosts, .. options.Hosts]);
        builder.Services.AddExceptionHandler<Troubles>();
        HeavyWork.Add(builder.Services);
        Telemetry.Add(builder.Services, options.Telemetry);
        builder.Services.AddSingleton<FloorMemory>();
        builder.Services.AddSingleton(services => new AssessmentMemory(services.GetRequiredService<FloorMemory>()));
        builder.Services.AddSingleton<RecentPlans>();
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddProblemDetails(problems => problems.CustomizeProblemDetails = one => one.ProblemDetails.Extensions[ApiProblem.RequestIdKey] = one.HttpContext.TraceIdentifier);
        Health.Add(builder.Services);
        builder.Services.AddResponseCompression();
        builder.Services.AddOpenApi(openApi => openApi.AddDocumentTransformer((document, _, _) =>
        {
            document.Info = new() { Title = "Terrapin", Version = "1", Description = "Plans, assessments and rehearsals of buildings that close their own water." };
            document.Servers = [];
            return Task.CompletedTask;
        }));
        change?.Invoke(builder);

        WebApplication app = builder.Build();
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        Protection.Use(app);
        app.UseResponseCompression();
        app.UseRouting();
        app.UseRateLimiter();
        MapApi(app);
        WebApp.Serve(app, Path.GetFullPath(options.Web));
        return app;
    }

    private static void MapApi(WebApplication app)
    {
        RouteGroupBuilder api = app.MapGroup("/api");
        SitesApi.Map(api);
        AssessmentApi.Map(api);
        QuantitiesApi.Map(api);
        FloorsApi.Map(api);
        ReachApi.Map(api);
        BatteriesApi.Map(api);
        PlacementsApi.Map(api);
        BillsApi.Map(api);
        SetupApi.Map(api);
        BenchApi.Map(api);
        CataloguesApi.Map(api);
        FirmCatalogueApi.Map(api);
        PhotographsApi.Map(api);
        LogApi.Map(api);
        ProposalsApi.Map(api);
        string schema = PlanJson.Schema().ToJsonString(new JsonSerializerOptions { WriteIndented = true });
        api.MapGet("/formats/plan", () => TypedResults.Text(schema, "application/schema+json")).WithName("planSchema").WithTags("Formats");
        app.MapOpenApi("/openapi.json");
        Health.Map(app);
    }

    private static void UseDocumentJson(JsonSerializerOptions json)
    {
        json.PropertyNamingPolicy = DocumentJson.Options.PropertyNamingPolicy;
        json.UnmappedMemberHandling = DocumentJson.Options.UnmappedMemberHandling;
        json.RespectNullableAnnotations = DocumentJson.Options.RespectNullableAnnotations;
        json.NumberHandling = JsonNumberHandling.Strict;
        json.Encoder = DocumentJson.Options.Encoder;
        json.TypeInfoResolver = DocumentJson.Options.TypeInfoResolver;
        foreach (JsonConverter converter in DocumentJson.Options.Converters)
        {
            json.Converters.Add(converter);
        }
    }
}
