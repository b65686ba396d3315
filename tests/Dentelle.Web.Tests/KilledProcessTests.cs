namespace Dentelle.Web.Tests;

/// <summary>"Saved" means that it is there after the process was killed (SIGKILL), whatever it was doing.</summary>
public sealed class KilledProcessTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("dentelle-kill").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Fact(DisplayName = "What was acknowledged is there after the process was killed in the middle of writing")]
    public async Task Killed()
    {
        string unit;
        var (version, readings) = (0, 0);
        using (var server = new RunningServer(folder))
        {
            await server.AnswersAsync();
            var client = server.Client;
            unit = await client.NewUnit("36 crown zirconia");
            Task? killing = null;
            try
            {
                for (var round = 0; round < 500; round++)
                {
                    var saved = await client.Put(
                        $"/api/units/{unit}/inputs",
                        $$"""{ "material": "metal", "buildOutMm": { "groove": {{(version % 10) / 10.0}} } }""",
                        $"\"{version + 1}\""
                    );
                    if (saved.IsSuccessStatusCode)
                        version++;
                    var read = await client.Post(
                        $"/api/units/{unit}/readings",
                        """{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "valueMm": 1.0 }"""
                    );
                    if (read.IsSuccessStatusCode)
                        readings++;
                    // Let the writing go on while the kill is under way, so that it falls into the middle of it.
                    if (version == 5)
                        killing ??= Task.Run(server.Kill);
                }
            }
            catch (HttpRequestException)
            {
                // Killed under way: that call was never acknowledged.
            }

            Assert.NotNull(killing);
            await killing;
        }

        using (var server = new RunningServer(folder))
        {
            await server.AnswersAsync();
            var kept = await server.Client.Get($"/api/units/{unit}");
            // One more may have reached the disk without its answer reaching us.
            Assert.InRange((int)kept["version"]!, version + 1, version + 2);
            Assert.InRange(kept["readings"]!.AsArray().Count, readings, readings + 1);
        }
    }
}
