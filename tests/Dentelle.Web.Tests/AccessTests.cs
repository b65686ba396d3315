using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

public sealed class AccessTests : IDisposable
{
    private readonly Practice practice = new();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "Nobody from another machine gets in; the loopback user does")]
    public async Task Loopback_only()
    {
        using var far = practice.WithWebHostBuilder(host =>
            host.ConfigureServices(services => services.AddSingleton<IStartupFilter>(new From(IPAddress.Parse("192.0.2.7"))))
        );
        Assert.Equal((401, "http-401"), await far.CreateClient().GetAsync("/api/day").Refused());
        using var other = new Practice();
        using var near = other.WithWebHostBuilder(host =>
            host.ConfigureServices(services => services.AddSingleton<IStartupFilter>(new From(IPAddress.Loopback)))
        );
        Assert.True((await near.CreateClient().GetAsync("/api/day")).IsSuccessStatusCode);
    }

    [Fact(DisplayName = "A foreign page can't write, and the pages may load nothing foreign")]
    public async Task Foreign_pages()
    {
        var client = practice.CreateClient();
        var request = new HttpRequestMessage(HttpMethod.Post, "/api/quick-line/do")
        {
            Content = new StringContent("""{ "line": "36 crown zirconia" }""", null, "application/json"),
        };
        request.Headers.Add("Origin", "http://evil.example");
        Assert.Equal((403, "foreign-origin"), await client.SendAsync(request).Refused());

        var headers = (await client.GetAsync("/api/day")).Headers;
        var policy = string.Join(' ', headers.GetValues("Content-Security-Policy"));
        Assert.Contains("default-src 'self'; script-src 'self'; style-src 'self'", policy);
        Assert.DoesNotContain("unsafe", policy);
        Assert.Equal("nosniff", Assert.Single(headers.GetValues("X-Content-Type-Options")));
        Assert.True(headers.CacheControl!.NoStore);
    }

    [Theory(DisplayName = "What is not there is a problem with a sentence, not the start page")]
    [InlineData("/api/nothing")]
    [InlineData("/api/units/00000000-0000-0000-0000-000000000000")]
    [InlineData("/api/cases/00000000-0000-0000-0000-000000000000/file")]
    [InlineData("/api/units/00000000-0000-0000-0000-000000000000/sheet.pdf")]
    public async Task Not_there(string address) => Assert.Equal(404, (await practice.CreateClient().GetAsync(address).Refused()).Status);

    private sealed class From(IPAddress address) : IStartupFilter
    {
        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
            app =>
            {
                app.Use(
                    (context, rest) =>
                    {
                        context.Connection.RemoteIpAddress = address;
                        return rest(context);
                    }
                );
                next(app);
            };
    }
}
