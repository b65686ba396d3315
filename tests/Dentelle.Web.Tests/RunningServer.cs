using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Dentelle.Web.Tests;

/// <summary>The program in a process of its own, that can be killed.</summary>
internal sealed class RunningServer : IDisposable
{
    /// <summary>The program compiled ahead where whoever runs the tests has built it; else the one beside the tests.</summary>
    private static readonly string Program = Environment.GetEnvironmentVariable("DENTELLE_PROGRAM") ?? AppContext.BaseDirectory;

    private readonly Process process;

    /// <param name="port">0 for a free one.</param>
    public RunningServer(string folder, int port = 0)
    {
        Address = $"http://127.0.0.1:{(port == 0 ? FreePort() : port)}";
        var start = new ProcessStartInfo("dotnet", ["Dentelle.Web.dll", "--urls", Address])
        {
            WorkingDirectory = Program,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        start.Environment["Dentelle__Data"] = folder;
        start.Environment["Dentelle__SingleUser"] = "true";
        process = Process.Start(start)!;
        process.OutputDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        Client = new HttpClient { BaseAddress = new Uri(Address) };
    }

    public string Address { get; }

    public HttpClient Client { get; }

    public int ExitCode => process.ExitCode;

    public void Dispose()
    {
        Kill();
        process.Dispose();
        Client.Dispose();
    }

    /// <summary>SIGKILL.</summary>
    public void Kill()
    {
        if (!process.HasExited)
            process.Kill();
        process.WaitForExit();
    }

    public async Task AnswersAsync()
    {
        for (var attempt = 0; attempt < 600; attempt++)
        {
            try
            {
                if ((await Client.GetAsync("/api/day")).IsSuccessStatusCode)
                    return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(100);
            }
        }
        throw new TimeoutException("The server did not answer within a minute.");
    }

    /// <summary>Waits for it to end by itself.</summary>
    /// <returns>What it wrote to standard error.</returns>
    public async Task<string> EndAsync()
    {
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(1));
        var said = await process.StandardError.ReadToEndAsync(patience.Token);
        await process.WaitForExitAsync(patience.Token);
        return said;
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
