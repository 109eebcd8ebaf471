using System.Net.Sockets;
using Microsoft.Data.Sqlite;
using Terrapin.Core.Validation;
using Terrapin.Server.Hosting;

namespace Terrapin.Server;

/// <summary>Starts the server; each thing that can go wrong at the start is one plain sentence and exit code 1.</summary>
public static class Program
{
    /// <summary>While some requests calculate, others are still answered at once.</summary>
    private const int LeastThreads = 32;

    public static async Task<int> Main(string[] args)
    {
        try
        {
            var options = ServerOptions.Read(args);
            if (options.Backup is { } backup)
            {
                await Hosting.Backup.Write(options.Data, backup);
                Console.WriteLine($"The backup is written: {Path.GetFullPath(backup)}");
                return 0;
            }

            using var folder = DataFolder.Hold(options.Data);
            if (options.Restore is { } restore)
            {
                string? kept = await Hosting.Backup.Restore(folder, restore, TimeProvider.System);
                Console.WriteLine($"The backup is restored.{(kept is null ? "" : $" What was there before is kept: {kept}")}");
                return 0;
            }

            await Serve(options, folder);
            return 0;
        }
        catch (Exception e) when (e is FormatException or StartFailure)
        {
            return Fail(e.Message);
        }
        catch (RefusedException e)
        {
            return Fail($"A demo site could not be loaded: {e.Message}");
        }
    }

    private static async Task Serve(ServerOptions options, DataFolder folder)
    {
        try
        {
            await Database.Prepare(folder, options.Demo);
        }
        catch (Exception e) when (e is SqliteException or IOException)
        {
            throw new StartFailure($"Look whether the disk is full and the folder can be written to: the database {folder.Database} cannot be opened. {e.Message}", e);
        }

        ThreadPool.SetMinThreads(LeastThreads, LeastThreads);
        await using WebApplication app = Application.Build(options);
        try
        {
            await app.StartAsync();
        }
        catch (IOException e) when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException or SocketException)
        {
            throw new StartFailure($"Port {options.Port} is in use; stop what runs there, or choose another with --port N.", e);
        }

        await WarmUp.Of(app.Urls.First());
        Console.WriteLine($"Terrapin is ready: {app.Urls.First()}");
        await app.WaitForShutdownAsync();
    }

    private static int Fail(string sentence)
    {
        Console.Error.WriteLine(sentence);
        return 1;
    }
}
