using System.Globalization;

namespace Terrapin.Server.Hosting;

/// <summary>What the command line asks for.</summary>
/// <param name="Port">TCP port on 127.0.0.1.</param>
/// <param name="DataFolder">Where the database lies.</param>
/// <param name="WebFolder">The built web app.</param>
/// <param name="DemoFolder">Site files for a first start; <see langword="null"/>: start empty.</param>
public sealed record ServerOptions(int Port, string DataFolder, string WebFolder, string? DemoFolder)
{
    /// <summary>Names, beside those of this machine itself, by which browsers may reach it.</summary>
    public IReadOnlyList<string> Hosts { get; init; } = [];

    /// <summary>Write a backup to this file and end.</summary>
    public string? BackupFile { get; init; }

    /// <summary>Put this backup in the place of the database and end.</summary>
    public string? RestoreFile { get; init; }

    /// <summary>Reads <c>--port N --data DIR --web DIR --demo DIR --host NAME --backup FILE --restore FILE</c>.</summary>
    /// <exception cref="FormatException">An option is unknown or has no usable value; one sentence.</exception>
    public static ServerOptions Read(string[] args)
    {
        var options = new ServerOptions(5170, "data", "web/dist", null);
        for (int i = 0; i < args.Length; i += 2)
        {
            string value = i + 1 < args.Length ? args[i + 1] : throw new FormatException($"{args[i]} needs a value.");
            options = args[i] switch
            {
                "--port" => options with { Port = ReadPort(value) },
                "--data" => options with { DataFolder = value },
                "--web" => options with { WebFolder = value },
                "--demo" => options with { DemoFolder = value },
                "--host" => options with { Hosts = [.. options.Hosts, value] },
                "--backup" => options with { BackupFile = value },
                "--restore" => options with { RestoreFile = value },
                _ => throw new FormatException($"There is no option {args[i]}."),
            };
        }

        return options;
    }

    private static int ReadPort(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int port) && port is > 0 and < 65536
            ? port
            : throw new FormatException($"\"{text}\" is no port: give a number from 1 to 65535.");
}
