using System.Diagnostics;

namespace Dentelle.Web.Tests;

internal static class Programs
{
    public static async Task<string> Output(string program, params string[] arguments)
    {
        using var process = Process.Start(
            new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, UseShellExecute = false }
        )!;
        var text = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        Assert.Equal(0, process.ExitCode);
        return text;
    }
}
