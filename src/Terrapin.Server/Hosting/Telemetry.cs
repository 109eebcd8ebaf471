using OpenTelemetry.Exporter;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using OpenTelemetry.Trace;

namespace Terrapin.Server.Hosting;

/// <summary>Traces and metrics of requests, for whoever runs a collector of their own; off unless they name it.</summary>
internal static class Telemetry
{
    private static readonly string[] Runtime = ["System.Runtime", "Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.RateLimiting", "Microsoft.AspNetCore.Server.Kestrel"];

    /// <param name="services">Of the server.</param>
    /// <param name="collector">Its address; traces go to <c>v1/traces</c> under it, metrics to <c>v1/metrics</c>. <see langword="null"/>: nothing is measured.</param>
    public static void Add(IServiceCollection services, Uri? collector)
    {
        if (collector is null)
        {
            return;
        }

        services.AddOpenTelemetry()
            .ConfigureResource(resource => resource.AddService("terrapin"))
            .WithTracing(traces => traces.AddAspNetCoreInstrumentation().AddOtlpExporter(otlp => Send(otlp, collector, "traces")))
            .WithMetrics(metrics => metrics.AddMeter(Runtime).AddOtlpExporter(otlp => Send(otlp, collector, "metrics")));
    }

    private static void Send(OtlpExporterOptions otlp, Uri collector, string what)
    {
        otlp.Protocol = OtlpExportProtocol.HttpProtobuf;
        otlp.Endpoint = new Uri($"{collector.AbsoluteUri.TrimEnd('/')}/v1/{what}");
    }
}
