using System.Text.Json;
using Dentelle.Data;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Http;

/// <summary>Problems as RFC 9457 details: a sentence for the user, a code, and what could have been meant.</summary>
public static class Problems
{
    /// <summary>Statuses of problems that are not simply impossible wishes.</summary>
    private static readonly Dictionary<string, int> Statuses = new(StringComparer.Ordinal)
    {
        ["not-found"] = StatusCodes.Status404NotFound,
        ["changed-meanwhile"] = StatusCodes.Status412PreconditionFailed,
        ["if-match"] = StatusCodes.Status428PreconditionRequired,
        ["json"] = StatusCodes.Status400BadRequest,
        ["too-long"] = StatusCodes.Status400BadRequest,
        ["http-415"] = StatusCodes.Status415UnsupportedMediaType,
        ["tooth-there"] = StatusCodes.Status409Conflict,
        ["case-there"] = StatusCodes.Status409Conflict,
        ["in-use"] = StatusCodes.Status409Conflict,
        ["finished"] = StatusCodes.Status409Conflict,
        ["foreign-origin"] = StatusCodes.Status403Forbidden,
        ["sign-in"] = StatusCodes.Status401Unauthorized,
        ["signed-out"] = StatusCodes.Status401Unauthorized,
        ["locked-out"] = StatusCodes.Status429TooManyRequests,
        ["screen-locked"] = StatusCodes.Status423Locked,
        ["chart-taken"] = StatusCodes.Status409Conflict,
        ["name-taken"] = StatusCodes.Status409Conflict,
        ["record-kept"] = StatusCodes.Status409Conflict,
        ["visit-begun"] = StatusCodes.Status409Conflict,
        ["step-taken"] = StatusCodes.Status409Conflict,
        ["broken-data"] = StatusCodes.Status500InternalServerError,
        ["case-broken"] = StatusCodes.Status500InternalServerError,
        ["store-full"] = StatusCodes.Status507InsufficientStorage,
        ["store-busy"] = StatusCodes.Status503ServiceUnavailable,
        ["store-fault"] = StatusCodes.Status503ServiceUnavailable,
    };

    public static ProblemHttpResult From(Problem problem) =>
        From(problem, Statuses.GetValueOrDefault(problem.Code, StatusCodes.Status422UnprocessableEntity));

    private static ProblemHttpResult From(Problem problem, int status) =>
        TypedResults.Problem(
            detail: problem.Sentence,
            statusCode: status,
            title: TitleOf(status),
            extensions: new Dictionary<string, object?>
            {
                ["code"] = problem.Code,
                ["suggestions"] = problem.Suggestions,
                ["yieldsToReason"] = problem.YieldsToReason,
            }
        );

    public static ProblemHttpResult NoSuch(string what) => From(Missing(what));

    /// <summary>What is asked for is not there.</summary>
    public static Problem Missing(string what) => new("not-found", $"There is no such {what}.");

    /// <summary>Somebody else saved a newer version.</summary>
    public static Problem ChangedMeanwhile { get; } =
        new("changed-meanwhile", "This plan was changed elsewhere meanwhile. The newer one is shown; make your change again.");

    public static void AddProblemSentences(this IServiceCollection services) => services.AddProblemDetails();

    /// <summary>Turns whatever escaped into a problem; never a stack trace.</summary>
    public static void UseProblemSentences(this WebApplication app)
    {
        app.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandler = Answer,
                // A slip in a request is the caller's news, not the log's.
                SuppressDiagnosticsCallback = context => context.Exception is BadHttpRequestException,
            }
        );
        app.UseStatusCodePages(async pages =>
        {
            var status = pages.HttpContext.Response.StatusCode;
            var sentence = status switch
            {
                StatusCodes.Status401Unauthorized => "Nobody is signed in here. Sign in first.",
                StatusCodes.Status403Forbidden => "Your role does not allow that.",
                StatusCodes.Status429TooManyRequests => "Too many tries. Wait a minute, then try again.",
                StatusCodes.Status404NotFound => "There is nothing at this address.",
                StatusCodes.Status405MethodNotAllowed => "That can't be done at this address.",
                StatusCodes.Status413PayloadTooLarge => "The file is too large.",
                StatusCodes.Status415UnsupportedMediaType => "This has to be sent as JSON.",
                _ => "The request could not be understood.",
            };
            await From(new Problem($"http-{status}", sentence), status).ExecuteAsync(pages.HttpContext);
        });
    }

    private static Task Answer(HttpContext context)
    {
        var error = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        var result =
            error is BadHttpRequestException bad ? From(new Problem("bad-request", Plainly(bad)), bad.StatusCode)
            : StoreFaults.Of(error) is { } fault ? From(fault)
            : error is InvalidDataException
                ? From(new Problem("broken-data", "What is kept of this can't be read. The log says why; nothing of it was changed."))
            : From(
                new Problem(
                    "internal",
                    "Something went wrong here and nothing was changed. Try again; if it stays, tell whoever looks after Dentelle."
                ),
                StatusCodes.Status500InternalServerError
            );
        return result.ExecuteAsync(context);
    }

    private static string Plainly(BadHttpRequestException bad) =>
        bad.InnerException switch
        {
            JsonException { Path: { Length: > 1 } path } =>
                $"The request is not understood at {path.Replace("$.", "", StringComparison.Ordinal)}: no such "
                    + "field, or a value of the wrong kind.",
            JsonException => "The request is not JSON as it should be.",
            _ when bad.StatusCode == StatusCodes.Status413PayloadTooLarge => "The file is too large.",
            _ => "The request could not be understood.",
        };

    private static string TitleOf(int status) =>
        status switch
        {
            StatusCodes.Status404NotFound => "Not found",
            StatusCodes.Status409Conflict => "Stands against it",
            StatusCodes.Status412PreconditionFailed => "Changed meanwhile",
            StatusCodes.Status405MethodNotAllowed => "Not done here",
            StatusCodes.Status415UnsupportedMediaType => "Not JSON",
            StatusCodes.Status401Unauthorized => "Not signed in",
            StatusCodes.Status403Forbidden => "Refused",
            StatusCodes.Status423Locked => "Locked",
            StatusCodes.Status429TooManyRequests => "Too often",
            StatusCodes.Status500InternalServerError => "Error",
            StatusCodes.Status503ServiceUnavailable or StatusCodes.Status507InsufficientStorage => "Not saved",
            _ => "Not possible",
        };
}
