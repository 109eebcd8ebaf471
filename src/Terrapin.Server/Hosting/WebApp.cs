using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Terrapin.Server.Hosting;

/// <summary>Hands out the built web app.</summary>
internal static class WebApp
{
    private const string Packed = ".br";

    /// <summary>Addresses of the app's own pages; a wrong path or media type under /api must stay an error.</summary>
    private static readonly string[] Pages = ["/sites/{**rest}", "/catalogue", "/bench/{**rest}"];

    /// <summary>What is named by what it holds, and so never changes.</summary>
    private static readonly PathString[] Unchanging = ["/assets", "/core"];

    /// <param name="app">Serves it.</param>
    /// <param name="folder">The built web app; where there is none only the API is served.</param>
    public static void Serve(WebApplication app, string folder)
    {
        if (!Directory.Exists(folder))
        {
            return;
        }

        var files = new PhysicalFileProvider(folder);
        var types = new FileExtensionContentTypeProvider();
        types.Mappings[Packed] = "application/octet-stream";
        types.Mappings[".webmanifest"] = "application/manifest+json";
        app.UseDefaultFiles(new DefaultFilesOptions { FileProvider = files });
        app.Use((context, next) =>
        {
            // Core for the browser lies there packed as well as it can be, which would take too long at each request.
            HttpRequest request = context.Request;
            if (request.Path.StartsWithSegments("/core") && request.Headers.AcceptEncoding.ToString().Contains("br", StringComparison.OrdinalIgnoreCase) && files.GetFileInfo(request.Path + Packed).Exists)
            {
                request.Path += Packed;
            }

            return next(context);
        });
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = files,
            ContentTypeProvider = types,
            OnPrepareResponse = prepared =>
            {
                HttpResponse response = prepared.Context.Response;
                PathString path = prepared.Context.Request.Path;
                response.Headers.CacheControl = Unchanging.Any(p => path.StartsWithSegments(p)) ? "public, max-age=31536000, immutable" : "no-cache";
                if (path.Value!.EndsWith(Packed, StringComparison.Ordinal) && types.TryGetContentType(path.Value[..^Packed.Length], out string? type))
                {
                    response.ContentType = type;
                    response.Headers.ContentEncoding = "br";
                    response.Headers.Vary = "Accept-Encoding";
                }
            },
        });
        foreach (string page in Pages)
        {
            app.MapFallbackToFile(page, "index.html", new StaticFileOptions { FileProvider = files });
        }
    }
}
