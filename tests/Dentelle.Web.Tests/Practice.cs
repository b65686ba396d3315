using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Dentelle.Data;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;

namespace Dentelle.Web.Tests;

/// <summary>The whole application on an empty database of its own.</summary>
public sealed class Practice : WebApplicationFactory<PracticeFiles>
{
    private static readonly Lazy<string> Filled = new(() =>
        Task.Run(async () =>
            {
                using var practice = new Practice { Fills = true };
                using var client = practice.CreateClient();
                await client.Counted("/api/day/tray");
                var kept = Directory.CreateTempSubdirectory("dentelle-demo").FullName;
                AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(kept, recursive: true);
                var file = Path.Combine(kept, "demo.db");
                Assert.Null(DatabaseFile.Copy(practice.DatabasePath, file));
                return file;
            })
            .GetAwaiter()
            .GetResult()
    );

    /// <summary>A file as the first start makes it, made once: what the first start does is tested by itself.</summary>
    private static readonly Lazy<byte[]> Empty = new(() =>
    {
        var made = Directory.CreateTempSubdirectory("dentelle-empty").FullName;
        var file = Path.Combine(made, DatabaseFile.FileName);
        Assert.Null(DatabaseFile.BringUpToDate(file));
        DatabaseFile.LetGo(file);
        var whole = File.ReadAllBytes(file);
        Directory.Delete(made, recursive: true);
        return whole;
    });

    private readonly string folder = Directory.CreateTempSubdirectory("dentelle-test").FullName;

    /// <summary>With the demonstration in it: a copy of one that was filled, and whose visits were counted, once.</summary>
    public bool Demo { get; init; }

    /// <summary>With accounts, and nobody signed in; else for the one user of the machine.</summary>
    public bool Accounts { get; init; }

    /// <summary>Fills the demonstration in itself.</summary>
    public bool Fills { get; init; }

    /// <summary>A database of which it begins with a copy.</summary>
    public string? CopyOf { get; init; }

    /// <summary>Its clock: the machine's, set to noon when the tests began, so that no day ends within a test.</summary>
    public TimeProvider Clock { get; init; } = FromNoon.Clock;

    /// <summary>Largest scan that is taken; null for the usual.</summary>
    public int? ScanMegabytes { get; init; }

    /// <summary>Whether the stand-in answers in the laboratory's place.</summary>
    public bool LaboratoryStandIn { get; init; }

    /// <summary>What lies in the file store.</summary>
    public IReadOnlyList<string> Files() =>
        Directory.Exists(new PracticeFiles { Data = folder }.FilesFolder)
            ? Directory.GetFiles(new PracticeFiles { Data = folder }.FilesFolder, "*", SearchOption.AllDirectories)
            : [];

    public string DatabasePath => new PracticeFiles { Data = folder }.DatabasePath;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        if ((CopyOf ?? (Demo ? Filled.Value : null)) is { } from)
            Assert.Null(DatabaseFile.Copy(from, DatabasePath));
        else
            File.WriteAllBytes(DatabasePath, Empty.Value);
        // As it is run, not as it is developed: development throws where production would only return a status.
        builder.UseEnvironment("Production");
        builder.UseSetting("Dentelle:Data", folder);
        builder.UseSetting("Dentelle:Demo", Fills ? "true" : "false");
        builder.UseSetting("Dentelle:SingleUser", Accounts || Fills ? "false" : "true");
        if (ScanMegabytes is { } most)
            builder.UseSetting("Dentelle:ScanMegabytes", most.ToString(System.Globalization.CultureInfo.InvariantCulture));
        builder.UseSetting("Dentelle:LaboratoryStandIn", LaboratoryStandIn ? "true" : "false");
        builder.UseSetting("Serilog:MinimumLevel:Default", "Error");
        builder.ConfigureServices(services =>
        {
            services.AddSingleton(Clock);
            // EF keeps its model and its queries once for all that log to the same place: built once, not once a test.
            services.ConfigureDbContext<DentelleDb>(options => options.UseLoggerFactory(NullLoggerFactory.Instance));
        });
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        DatabaseFile.LetGo(DatabasePath);
        if (Directory.Exists(folder))
            Directory.Delete(folder, recursive: true);
    }
}

internal sealed class FromNoon : TimeProvider
{
    public static readonly TimeProvider Clock = new FromNoon();

    private readonly TimeSpan ahead = DateTime.Today.AddHours(12) - DateTime.Now;

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + ahead;
}

internal static class Calls
{
    public static async Task<JsonNode> Get(this HttpClient client, string address) => JsonNode.Parse(await client.GetStringAsync(address))!;

    /// <summary>An answer about coming visits, asked for again until all of them are reckoned, as the screens do.</summary>
    public static async Task<JsonNode> Counted(this HttpClient client, string address)
    {
        for (var ask = 0; ; ask++)
        {
            var answer = await client.Get(address);
            if ((int)answer["counting"]! == 0)
                return answer;
            Assert.True(ask < 600, $"{address} counts on and on.");
            await Task.Delay(100);
        }
    }

    public static Task<HttpResponseMessage> Post(this HttpClient client, string address, string json) =>
        client.PostAsync(address, new StringContent(json, System.Text.Encoding.UTF8, "application/json"));

    public static Task<HttpResponseMessage> Put(this HttpClient client, string address, string json, string? ifMatch = null)
    {
        var request = new HttpRequestMessage(HttpMethod.Put, address)
        {
            Content = new StringContent(json, System.Text.Encoding.UTF8, "application/json"),
        };
        if (ifMatch is not null)
            request.Headers.TryAddWithoutValidation("If-Match", ifMatch);
        return client.SendAsync(request);
    }

    public static async Task<JsonNode> Json(this Task<HttpResponseMessage> call)
    {
        var response = await call;
        var text = await response.Content.ReadAsStringAsync();
        Assert.True(response.IsSuccessStatusCode, $"{(int)response.StatusCode}: {text}");
        return JsonNode.Parse(text)!;
    }

    /// <summary>The problem of a refused call: status and code; it always carries a sentence and never a stack trace.</summary>
    public static async Task<(int Status, string Code)> Refused(this Task<HttpResponseMessage> call)
    {
        var response = await call;
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        var problem = (await response.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.EndsWith(".", (string)problem["detail"]!);
        Assert.DoesNotContain(" at Dentelle", problem.ToJsonString());
        return ((int)response.StatusCode, (string)problem["code"]!);
    }

    public static async Task<string> NewUnit(this HttpClient client, string line) =>
        (string)(await client.Post("/api/quick-line/do", $$"""{ "line": "{{line}}" }""").Json())["unitId"]!;

    public static JsonNode ZoneOf(this JsonNode unit, string zone) =>
        unit["plan"]!["zones"]!.AsArray().First(entry => (string)entry!["zone"]! == zone)!;
}
