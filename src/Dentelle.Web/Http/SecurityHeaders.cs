namespace Dentelle.Web.Http;

/// <summary>Nothing from anywhere else runs or loads in our pages, and nobody frames them.</summary>
public static class SecurityHeaders
{
    private const string Policy =
        "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; worker-src 'self' blob:; "
        + "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public static void UseSecurityHeaders(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    headers.ContentSecurityPolicy = Policy;
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    var path = context.Request.Path;
                    if (path.StartsWithSegments("/api", StringComparison.OrdinalIgnoreCase))
                        headers.CacheControl = "no-store";
                    // Built files carry a digest in their names, so a name never changes its content.
                    else if (
                        path.StartsWithSegments("/assets", StringComparison.OrdinalIgnoreCase)
                        && context.Response.StatusCode == StatusCodes.Status200OK
                    )
                        headers.CacheControl = "public, max-age=31536000, immutable";
                    return Task.CompletedTask;
                });
                await next(context);
            }
        );
}
