using Dentelle.Web.Http;

namespace Dentelle.Web.Access;

/// <summary>
/// The local user needs no password, so a foreign page in the same browser must not be able to write: a request that
/// changes something has to come from this very origin.
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
        return origin.Length > 0 && origin != $"{request.Scheme}://{request.Host}";
    }
}
