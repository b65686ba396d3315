using Dentelle.Web.Http;

namespace Dentelle.Web.Access;

/// <summary>
/// What a browser sends along (a cookie, or nothing at all for the one local user) it sends for a foreign page too: a request
/// that changes something has to come from this very origin, by what the browser itself says of where it comes from.
/// </summary>
public static class SameOrigin
{
    public static void UseSameOrigin(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (IsForeignWrite(context.Request))
                {
                    await Problems
                        .From(new Problem("foreign-origin", "This change came from another page and was refused."))
                        .ExecuteAsync(context);
                    return;
                }

                await next(context);
            }
        );

    private static bool IsForeignWrite(HttpRequest request)
    {
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || HttpMethods.IsOptions(request.Method))
            return false;
        var origin = request.Headers.Origin.ToString();
        if (request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site")
            return true;
        return origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}";
    }
}
