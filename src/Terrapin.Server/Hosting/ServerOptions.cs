using System.ComponentModel.DataAnnotations;

namespace Terrapin.Server.Hosting;

/// <summary>What whoever starts the server asks for: on the command line, or else in the environment, with <c>TERRAPIN_</c> before each name.</summary>
public sealed record ServerOptions
{
    private const string Environment = "TERRAPIN_";

    /// <summary>What each switch of the command line is called here.</summary>
    private static readonly Dictionary<string, string> Switches = new()
    {
        ["--port"] = nameof(Port),
        ["--data"] = nameof(Data),
        ["--web"] = nameof(Web),
        ["--demo"] = nameof(Demo),
        ["--host"] = nameof(Hosts),
        ["--backup"] = nameof(Backup),
        ["--restore"] = nameof(Restore),
        ["--telemetry"] = nameof(Telemetry),
    };

    /// <summary>TCP port on 127.0.0.1; 0 takes a free one.</summary>
    [Range(0, 65535)]
    public int Port { get; init; } = 5170;

    /// <summary>Where the database lies.</summary>
    [Required]
    public string Data { get; init; } = "data";

    /// <summary>The built web app.</summary>
    public string Web { get; init; } = "web/dist";

    /// <summary>Site files for a first start; <see langword="null"/>: start empty.</summary>
    public string? Demo { get; init; }

    /// <summary>Names, beside those of this machine itself, by which browsers may reach it.</summary>
    public IReadOnlyList<string> Hosts { get; init; } = [];

    /// <summary>Write a backup to this file and end.</summary>
    public string? Backup { get; init; }

    /// <summary>Put this backup in the place of the database and end.</summary>
    public string? Restore { get; init; }

    /// <summary>Where traces and metrics are sent, by OTLP over HTTP; <see langword="null"/>: nowhere.</summary>
    public Uri? Telemetry { get; init; }

    /// <summary>Reads <c>--port N --data DIR --web DIR --demo DIR --host NAME --backup FILE --restore FILE --telemetry URL</c>; <c>--host</c> may stand there more than once.</summary>
    /// <exception cref="FormatException">An option is unknown or has no usable value; one sentence.</exception>
    public static ServerOptions Read(string[] args)
    {
        IConfigurationRoot configuration = new ConfigurationBuilder()
            .AddEnvironmentVariables(Environment)
            .AddInMemoryCollection(Named(args))
            .Build();
        ServerOptions options;
        try
        {
            options = configuration.Get<ServerOptions>() ?? new ServerOptions();
        }
        catch (InvalidOperationException e)
        {
            string key = Switches.Values.FirstOrDefault(name => e.Message.Contains($"'{name}'", StringComparison.OrdinalIgnoreCase)) ?? "";
            throw new FormatException($"\"{configuration[key]}\" cannot be {NameOf(key)}. {Hint(key)}", e);
        }

        return options.Telemetry is { IsAbsoluteUri: false } or { Scheme: not ("http" or "https") }
            ? throw new FormatException($"\"{configuration[nameof(Telemetry)]}\" cannot be {NameOf(nameof(Telemetry))}. {Hint(nameof(Telemetry))}")
            : options.Validated(configuration);
    }

    /// <summary>The options that were given, by their names here.</summary>
    private static IEnumerable<KeyValuePair<string, string?>> Named(string[] args)
    {
        int hosts = 0;
        for (int i = 0; i < args.Length; i += 2)
        {
            if (!Switches.TryGetValue(args[i], out string? name))
            {
                throw new FormatException($"There is no option {args[i]}.");
            }

            string value = i + 1 < args.Length ? args[i + 1] : throw new FormatException($"{args[i]} needs a value.");
            yield return new(name == nameof(Hosts) ? $"{name}:{hosts++}" : name, value);
        }
    }

    private ServerOptions Validated(IConfiguration configuration)
    {
        var found = new List<ValidationResult>();
        return Validator.TryValidateObject(this, new ValidationContext(this), found, validateAllProperties: true)
            ? this
            : throw new FormatException($"\"{configuration[found[0].MemberNames.First()]}\" cannot be {NameOf(found[0].MemberNames.First())}. {Hint(found[0].MemberNames.First())}");
    }

    private static string NameOf(string key) => key switch
    {
        nameof(Port) => "a port",
        nameof(Data) => "the folder of the database",
        nameof(Telemetry) => "where traces are sent",
        _ => "an option",
    };

    private static string Hint(string key) => key switch
    {
        nameof(Port) => "Give a number from 1 to 65535.",
        nameof(Data) => "Name a folder.",
        nameof(Telemetry) => "Give an address such as http://127.0.0.1:4318.",
        _ => "See ./run --help.",
    };
}
