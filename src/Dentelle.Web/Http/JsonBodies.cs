using System.Text;
using Dentelle.Core.Exchange;
using Microsoft.Net.Http.Headers;

namespace Dentelle.Web.Http;

/// <summary>Holds every JSON body to the rules for JSON before anything reads a value from it.</summary>
public static class JsonBodies
{
    public static void UseJsonRules(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (await ComplaintAsync(context.Request, context.RequestAborted) is { } wrong)
                    await Problems.From(wrong).ExecuteAsync(context);
                else
                    await next(context);
            }
        );

    private static async Task<Problem?> ComplaintAsync(HttpRequest request, CancellationToken stop)
    {
        if (!MediaTypeHeaderValue.TryParse(request.ContentType, out var type) || !request.HasJsonContentType())
            return null;
        if (type.Charset.HasValue && !type.Charset.Equals(Encoding.UTF8.WebName, StringComparison.OrdinalIgnoreCase))
            return new Problem("http-415", "This has to be sent as JSON in UTF-8.");
        // Whoever binds it reads what was looked at.
        var body = new MemoryStream();
        await request.Body.CopyToAsync(body, stop);
        body.Position = 0;
        request.Body = body;
        return JsonRules.Complaint(body.GetBuffer().AsSpan(0, (int)body.Length));
    }
}
