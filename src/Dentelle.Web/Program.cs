using System.Reflection;
using System.Text.Json.Serialization;
using Dentelle.Core.Dentition;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Data;
using Dentelle.Web;
using Dentelle.Web.Access;
using Dentelle.Web.Cases;
using Dentelle.Web.Demo;
using Dentelle.Web.Documents;
using Dentelle.Web.Drawer;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Protocols;
using Dentelle.Web.QuickLine;
using Dentelle.Web.Reference;
using Dentelle.Web.Settings;
using Dentelle.Web.Sheets;
using Dentelle.Web.Units;
using Serilog;

var builder = WebApplication.CreateBuilder(args);
builder.Services.AddSerilog(log =>
    log.ReadFrom.Configuration(builder.Configuration)
        .WriteTo.Console(outputTemplate: "{Timestamp:HH:mm:ss} {Level:u3} {Message:lj}{NewLine}{Exception}")
);

var files = builder.Configuration.GetSection("Dentelle").Get<PracticeFiles>() ?? new PracticeFiles();
if (!Handbook.Read(name => File.ReadAllText(Path.Combine(files.ProtocolFolder, name))).Is(out var handbook, out var problem))
{
    // Planning on wrong numbers would be worse than not starting.
    Console.Error.WriteLine(problem.Sentence);
    return 2;
}

builder.Services.AddSingleton(new ProtocolShelf(handbook, TextOf("shipped.json"), TextOf("protocol.schema.json")));
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddDbContextPool<DentelleDb>(options => options.UseDentelleFile(files.DatabasePath));
builder.Services.AddScoped<CaseStore>();
builder.Services.AddScoped<ProtocolStore>();
builder.Services.AddScoped<ProtocolDrafts>();
builder.Services.AddScoped<UnitViews>();
builder.Services.AddScoped<CaseFiles>();
builder.Services.AddScoped<SheetStore>();
builder.Services.AddScoped<DrawerStore>();
builder.Services.AddScoped<CaseSheets>();
builder.Services.AddScoped<UnitWork>();
builder.Services.AddScoped<UnitOptions>();
builder.Services.AddScoped<CaseViews>();
builder.Services.AddScoped<SheetWork>();
builder.Services.AddScoped<Trays>();
builder.Services.AddScoped<DrawerWork>();
builder.Services.AddScoped<LineWork>();
builder.Services.AddSingleton<KeptSheets>();
builder.Services.AddLocalUser();
builder.Services.AddProblemSentences();
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.RespectRequiredConstructorParameters = true;
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
});
builder.Services.AddOpenApi("v1", options => options.AddSchemaTransformer<Required>());

// A request that can't be read becomes an exception everywhere, so that its sentence says where and what.
builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
builder.Services.AddResponseCompression();
builder.WebHost.ConfigureKestrel(kestrel => kestrel.AddServerHeader = false);

var app = builder.Build();
app.UseProblemSentences();
app.UseSecurityHeaders();
app.UseResponseCompression();
app.UseSameOrigin();
app.UseAuthentication();
app.UseAuthorization();

app.MapStaticAssets().AllowAnonymous();
app.MapCases();
app.MapUnits();
app.MapBodies();
app.MapOptions();
app.MapQuickLine();
app.MapProtocols();
app.MapReference();
app.MapSettings();
app.MapPlanSheets();
app.MapRunSheets();
app.MapRunSheetPages();
app.MapDrawer();
app.MapUnknownApi();
app.MapFallbackToFile("index.html").AllowAnonymous();

// The build starts this program once to read its API; it must not touch a database then.
if (Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
{
    DatabaseFile.BringUpToDate(files.DatabasePath);
    await using (var scope = app.Services.CreateAsyncScope())
    {
        if (
            await scope
                .ServiceProvider.GetRequiredService<ProtocolShelf>()
                .OpenAsync(scope.ServiceProvider.GetRequiredService<ProtocolStore>(), CancellationToken.None) is
            { } refused
        )
        {
            Console.Error.WriteLine(refused.Sentence);
            return 2;
        }
        foreach (var unread in scope.ServiceProvider.GetRequiredService<ProtocolShelf>().Unread)
            Log.Warning("A protocol this practice keeps can't be planned with: {Sentence}", unread);
        await scope
            .ServiceProvider.GetRequiredService<DrawerStore>()
            .BeginWithAsync(handbook.Drawer.Burs, (int)handbook.Sheets.Limits.StarterPieces.Value, CancellationToken.None);
    }

    // The first unit that is opened need not wait for the arch, nor the start for it.
    app.Lifetime.ApplicationStarted.Register(() =>
        _ = Task.Delay(TimeSpan.FromSeconds(2), app.Lifetime.ApplicationStopping)
            .ContinueWith(_ => Arch.Of(handbook.Forms), TaskContinuationOptions.OnlyOnRanToCompletion)
    );
    if (files.Demo)
        await DemoPractice.FillAsync(app.Services);
}

await app.RunAsync();
return 0;

NamedText TextOf(string name) => new(name, File.ReadAllText(Path.Combine(files.ProtocolFolder, name)));
