using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Http;

/// <summary>What services answer, as HTTP says it: the value, or the problem under the status that its code has.</summary>
public static class Answers
{
    public static Results<Ok<T>, ProblemHttpResult> ToResult<T>(this Answer<T> answer)
        where T : class => answer.Is(out var value, out var problem) ? TypedResults.Ok(value) : Problems.From(problem);

    /// <summary>Of what has nothing to say when it went well.</summary>
    public static Results<NoContent, ProblemHttpResult> ToNothing(this Problem? problem) =>
        problem is null ? TypedResults.NoContent() : Problems.From(problem);
}
