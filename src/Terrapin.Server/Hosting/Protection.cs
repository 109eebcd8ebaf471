using Microsoft.Extensions.Primitives;
using Terrapin.Server.Api;

namespace Terrapin.Server.Hosting;

/// <summary>What keeps other web pages out: the browser of whoever uses this opens other sites too.</summary>
internal static class Protection
{
    private const string OwnThingsOnly =
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /// <summary>Names by which this machine reaches itself; a name of another site that is pointed here is none of them.</summary>
    public static readonly string[] OwnHosts = ["127.0.0.1", "localhost", "[::1]"];

    public static void Use(WebApplication app)
    {
        app.UseHostFiltering();
        app.Use((context, next) =>
        {
            IHeaderDictionary headers = context.Response.Headers;
            headers.ContentSecurityPolicy = OwnThingsOnly;
            headers.XContentTypeOptions = "nosniff";
            headers.XFrameOptions = "DENY";
            headers["Referrer-Policy"] = "no-referrer";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            if (context.Request.Path.StartsWithSegments("/api"))
            {
                headers.CacheControl = "no-store";
            }

            return next(context);
        });
        app.Use((context, next) => Refusal(context.Request) is { } refusal ? refusal.ExecuteAsync(context) : next(context));
    }

    private static IResult? Refusal(HttpRequest request)
    {
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
        {
            return null;
        }

        if (IsFromElsewhere(request))
        {
            return Problems.Of(StatusCodes.Status403Forbidden, "From another site", "Open Terrapin by its own address: this request came from the page of another site.");
        }

        bool hasBody = request.ContentLength > 0 || request.Headers.TransferEncoding.Count > 0;
        return hasBody && string.IsNullOrEmpty(request.ContentType)
            ? Problems.Of(StatusCodes.Status415UnsupportedMediaType, "What is it?", "Say in Content-Type what the body is, such as application/json.")
            : null;
    }

    private static bool IsFromElsewhere(HttpRequest request)
    {
        string? site = request.Headers["Sec-Fetch-Site"];
        StringValues origin = request.Headers.Origin;
        return site is not (null or "same-origin" or "none")
            || (origin.Count > 0 && !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase));
    }
}
