using Serilog;
using Serilog.Events;
using Serilog.Formatting.Compact;

namespace Terrapin.Server.Hosting;

/// <summary>What goes wrong, as one line of JSON each on standard error, with the id of the request that a problem answer shows too.</summary>
internal static class Logs
{
    public static void Add(WebApplicationBuilder builder)
    {
        builder.Logging.ClearProviders();
        builder.Services.AddSerilog(logs => logs
            .MinimumLevel.Warning()

            // A lost race for a revision is answered, not logged; what is not answered reaches the exception handler's log.
            .MinimumLevel.Override("Microsoft.EntityFrameworkCore", LogEventLevel.Fatal)

            // A failed start is said in one sentence by Program.
            .MinimumLevel.Override("Microsoft.Extensions.Hosting", LogEventLevel.Fatal)
            .Enrich.FromLogContext()
            .WriteTo.Console(new CompactJsonFormatter(), standardErrorFromLevel: LogEventLevel.Verbose));
    }
}
