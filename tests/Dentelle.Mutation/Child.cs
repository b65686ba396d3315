using System.Diagnostics;

namespace Dentelle.Mutation;

/// <summary>Another program, run to its end.</summary>
internal static class Child
{
    /// <summary>The code of one that had to be stopped.</summary>
    public const int TimedOut = -1;

    /// <param name="limit">After which it is stopped; null lets it take its time.</param>
    public static async Task<(int Code, string Output)> Run(
        string program,
        IEnumerable<string> arguments,
        string folder,
        TimeSpan? limit = null,
        params (string Name, string Value)[] environment
    )
    {
        var start = new ProcessStartInfo(program, arguments)
        {
            WorkingDirectory = folder,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        foreach (var (name, value) in environment)
            start.Environment[name] = value;
        using var process = Process.Start(start)!;
        using var timeout = new CancellationTokenSource(limit ?? Timeout.InfiniteTimeSpan);
        var errors = process.StandardError.ReadToEndAsync(CancellationToken.None);
        var output = process.StandardOutput.ReadToEndAsync(CancellationToken.None);
        try
        {
            await process.WaitForExitAsync(timeout.Token);
        }
        catch (OperationCanceledException)
        {
            process.Kill(entireProcessTree: true);
            return (TimedOut, "");
        }
        return (process.ExitCode, await output + await errors);
    }
}
