using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Extensions.DependencyInjection;
using Terrapin.Core.Format;
using Terrapin.Server.Hosting;

namespace Terrapin.Server.Tests;

/// <summary>The real server on a free port of this machine, over a real SQLite file in a folder of its own.</summary>
public sealed class TestServer : IAsyncLifetime
{
    private WebApplication? app;
    private DataFolder? folder;

    public string Folder { get; } = Directory.CreateTempSubdirectory("terrapin-test-").FullName;

    public HttpClient Http { get; private set; } = null!;

    public async ValueTask InitializeAsync()
    {
        app = Application.Build(new ServerOptions { Port = 0, Data = Folder, Web = Path.Combine(Folder, "no-web") });
        folder = DataFolder.Hold(Folder);
        await Database.Prepare(folder, null);
        await app.StartAsync();
        string address = app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First();
        Http = new HttpClient { BaseAddress = new Uri(address) };
        Http.DefaultRequestHeaders.Add("Terrapin-Author", "Ines%20Marl%C3%B3w");
    }

    public async ValueTask DisposeAsync()
    {
        Http.Dispose();
        await app!.DisposeAsync();
        folder!.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    /// <summary>Makes a site and gives its id and plan as JSON.</summary>
    public async Task<(string Id, JsonNode Plan)> NewSite(string name)
    {
        HttpResponseMessage made = await Http.PostAsJsonAsync("/api/sites", new { name });
        made.EnsureSuccessStatusCode();
        JsonNode saved = (await made.Content.ReadFromJsonAsync<JsonNode>())!;
        return ((string)saved["siteId"]!, saved["plan"]!);
    }

    public async Task<HttpResponseMessage> Save(string id, string json, string? tag, string author = "Ines")
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/sites/{id}/plan") { Content = Json(json) };
        request.Headers.Add("Terrapin-Author", author);
        if (tag is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", tag);
        }

        return await Http.SendAsync(request);
    }

    public static StringContent Json(string json) => new(json, Encoding.UTF8, "application/json");

    public static string BlankPlan() => Encoding.UTF8.GetString(PlanJson.Write(Core.Format.NewSite.Named("Blank")));
}
