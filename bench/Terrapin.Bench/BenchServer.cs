using Microsoft.AspNetCore.Builder;
using Microsoft.Data.Sqlite;
using Terrapin.Server.Hosting;

namespace Terrapin.Bench;

/// <summary>The server over a database of its own, reached over HTTP.</summary>
internal sealed class BenchServer : IAsyncDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("terrapin-bench-").FullName;
    private readonly DataFolder held;
    private readonly WebApplication app;

    private BenchServer()
    {
        held = DataFolder.Hold(folder);
        app = Application.Build(new ServerOptions { Port = 0, Data = folder, Web = "no-web" });
    }

    public HttpClient Http { get; } = new();

    public string Address => app.Urls.First();

    /// <param name="fill">Puts into the database, by its path, what is there before the start.</param>
    public static async Task<BenchServer> Start(Func<string, Task>? fill = null)
    {
        var server = new BenchServer();
        await Database.Prepare(server.held, null);
        await (fill?.Invoke(server.held.Database) ?? Task.CompletedTask);
        await server.app.StartAsync();
        return server;
    }

    public async ValueTask DisposeAsync()
    {
        Http.Dispose();
        await app.DisposeAsync();
        held.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }
}
