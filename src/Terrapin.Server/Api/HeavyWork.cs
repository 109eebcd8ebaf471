using System.Globalization;
using System.Threading.RateLimiting;

namespace Terrapin.Server.Api;

/// <summary>What calculates for long: so many at a time, some wait, and more are told to come back.</summary>
internal static class HeavyWork
{
    private const string Policy = "heavy";
    private const int Waiting = 16;
    private const int ComeBackS = 2;

    public static void Add(IServiceCollection services) => services.AddRateLimiter(limiter =>
    {
        limiter.AddPolicy(Policy, _ => RateLimitPartition.GetConcurrencyLimiter(Policy, _ => new ConcurrencyLimiterOptions
        {
            PermitLimit = Environment.ProcessorCount,
            QueueLimit = Waiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }));
        limiter.OnRejected = async (context, _) =>
        {
            context.HttpContext.Response.Headers.RetryAfter = ComeBackS.ToString(CultureInfo.InvariantCulture);
            await Problems.Of(StatusCodes.Status503ServiceUnavailable, "Busy", $"Try again in {ComeBackS} seconds: so much is being calculated now that no more can wait.").ExecuteAsync(context.HttpContext);
        };
    });

    /// <summary>Marks a route, or a group of them, as one.</summary>
    public static TBuilder IsHeavy<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.RequireRateLimiting(Policy);
}
