using System.Net.Sockets;
using Microsoft.Data.Sqlite;
using Terrapin.Core.Plans;
using Terrapin.Server.Hosting;

namespace Terrapin.Server;

/// <summary>Starts the server; each thing that can go wrong at the start is one plain sentence and exit code 1.</summary>
public static class Program
{
    public static async Task<int> Main(string[] args)
    {
        ServerOptions options;
        try
        {
            options = ServerOptions.Read(args);
        }
        catch (FormatException e)
        {
            return Fail(e.Message);
        }

        try
        {
            Directory.CreateDirectory(options.DataFolder);
            string trial = Path.Combine(options.DataFolder, ".writable");
            await File.WriteAllTextAsync(trial, "");
            File.Delete(trial);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return Fail($"The data directory {Path.GetFullPath(options.DataFolder)} cannot be written to; choose another with --data DIR.");
        }

        await using WebApplication app = Application.Build(options);
        try
        {
            await Database.Prepare(app.Services, options.DemoFolder);
            await app.StartAsync();
        }
        catch (SqliteException e)
        {
            return Fail($"The database {Path.GetFullPath(Path.Combine(options.DataFolder, Database.FileName))} cannot be opened: {e.Message}");
        }
        catch (RefusedException e)
        {
            return Fail($"A demo site could not be loaded: {e.Message}");
        }
        catch (IOException e) when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException or SocketException)
        {
            return Fail($"Port {options.Port} is in use; stop what runs there, or choose another with --port N.");
        }

        Console.WriteLine($"Terrapin is ready: http://127.0.0.1:{options.Port}");
        await app.WaitForShutdownAsync();
        return 0;
    }

    private static int Fail(string sentence)
    {
        Console.Error.WriteLine(sentence);
        return 1;
    }
}
