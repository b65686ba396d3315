using System.Reflection;
using System.Text.Json.Serialization;
using Dentelle.Core.Dentition;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Data;
using Dentelle.Web;
using Dentelle.Web.Access;
using Dentelle.Web.Backups;
using Dentelle.Web.Cases;
using Dentelle.Web.Chair;
using Dentelle.Web.Demo;
using Dentelle.Web.Documents;
using Dentelle.Web.Drawer;
using Dentelle.Web.Export;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Laboratory;
using Dentelle.Web.Live;
using Dentelle.Web.Patients;
using Dentelle.Web.People;
using Dentelle.Web.Protocols;
using Dentelle.Web.QuickLine;
using Dentelle.Web.Record;
using Dentelle.Web.Reference;
using Dentelle.Web.Removal;
using Dentelle.Web.Scans;
using Dentelle.Web.Settings;
using Dentelle.Web.Sheets;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.HttpOverrides;
using Serilog;

// The build starts this program once to read its API; it must not touch a folder then.
var isRead = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
var builder = WebApplication.CreateBuilder(args);
var files = builder.Configuration.GetSection("Dentelle").Get<PracticeFiles>() ?? new PracticeFiles();

if (!Handbook.Read(name => File.ReadAllText(Path.Combine(files.ProtocolFolder, name))).Is(out var handbook, out var problem))
    // Planning on wrong numbers would be worse than not starting.
    return Refused(problem, Exit.WrongNumbers);

FolderLock? held = null;
if (!isRead && !FolderLock.Take(files.Data).Is(out held, out problem))
    return Refused(problem, problem.Code == "folder-in-use" ? Exit.InUse : Exit.NoData);
using var folder = held;

builder.Services.AddSerilog(log =>
{
    log.ReadFrom.Configuration(builder.Configuration)
        .WriteTo.Console(outputTemplate: "{Timestamp:HH:mm:ss} {Level:u3} {Message:lj}{NewLine}");
    // What went wrong, whole: the console says it in a line, a user's screen in a sentence.
    if (!isRead)
        log.WriteTo.File(files.LogPath, rollingInterval: RollingInterval.Day, retainedFileCountLimit: 30);
});
builder.Services.AddSingleton(new ProtocolShelf(handbook, TextOf("shipped.json"), TextOf("protocol.schema.json")));
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddDbContext<DentelleDb>(options => options.UseDentelleFile(files.DatabasePath));
builder.Services.AddScoped<CaseStore>();
builder.Services.AddScoped<PatientStore>();
builder.Services.AddScoped<VisitStore>();
builder.Services.AddScoped<RecordStore>();
builder.Services.AddScoped<RecordWork>();
builder.Services.AddScoped<PlanAgainstDone>();
builder.Services.AddScoped<ChairWork>();
builder.Services.AddScoped<Pictures>();
builder.Services.AddScoped<HandOverStore>();
builder.Services.AddScoped<HandedTeeth>();
builder.Services.AddScoped<Dossiers>();
builder.Services.AddScoped<FhirBundle>();
builder.Services.AddScoped<ReadingTable>();
builder.Services.AddScoped<BundleImport>();
builder.Services.AddScoped<Narratives>();
builder.Services.AddScoped<PatientArchive>();
builder.Services.AddScoped<HandOverWork>();
builder.Services.AddSingleton<BackupKeeper>();
builder.Services.AddSingleton<LaboratoryFolder>();
builder.Services.AddSingleton<LiveNews>();
builder.Services.AddScoped<Appointments>();
builder.Services.AddScoped<SignInWork>();
builder.Services.AddScoped<PeopleWork>();
builder.Services.AddSingleton<AuditTrail>();
builder.Services.AddScoped<CaseList>();
builder.Services.AddScoped<CaseFinder>();
builder.Services.AddScoped<Bin>();
builder.Services.AddScoped<ProtocolStore>();
builder.Services.AddScoped<ProtocolDrafts>();
builder.Services.AddScoped<UnitViews>();
builder.Services.AddScoped<Rounds>();
builder.Services.AddScoped<CaseFiles>();
builder.Services.AddScoped<SheetStore>();
builder.Services.AddScoped<DrawerStore>();
builder.Services.AddScoped<CaseSheets>();
builder.Services.AddScoped<UnitWork>();
builder.Services.AddScoped<UnitOptions>();
builder.Services.AddScoped<CaseViews>();
builder.Services.AddScoped<StepTicks>();
builder.Services.AddScoped<SheetWork>();
builder.Services.AddScoped<VisitWork>();
builder.Services.AddScoped<SumStore>();
builder.Services.AddScoped<VisitSums>();
builder.Services.AddScoped<Trays>();
builder.Services.AddScoped<DrawerWork>();
builder.Services.AddScoped<LineWork>();
builder.Services.AddScoped<RemovalWork>();
builder.Services.AddSingleton(files);
builder.Services.AddSingleton(new FileStore(files.FilesFolder));
builder.Services.AddSingleton<Inspections>();
builder.Services.AddSingleton<ScannerFolder>();
builder.Services.AddScoped<ScanStore>();
builder.Services.AddScoped<ScanIntake>();
builder.Services.AddScoped<ScanWork>();
builder.Services.AddScoped<InspectionViews>();
builder.Services.AddSingleton<KeptSheets>();
builder.Services.AddSingleton<SumsAhead>();
if (!isRead)
{
    builder.Services.AddHostedService<BinKeeper>();
    builder.Services.AddHostedService<LaboratoryPost>();
    builder.Services.AddHostedService(services => services.GetRequiredService<BackupKeeper>());
    builder.Services.AddHostedService(services => services.GetRequiredService<AuditTrail>());
    builder.Services.AddHostedService(services => services.GetRequiredService<SumsAhead>());
}
builder.Services.AddHttpContextAccessor();
builder.Services.AddAccounts(files, keepsKeys: !isRead);
builder.Services.AddProblemSentences();
builder.Services.AddTurns();
builder.Services.AddSignalR();
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.RespectRequiredConstructorParameters = true;
    // Browsers put names in any order.
    json.SerializerOptions.AllowOutOfOrderMetadataProperties = true;
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
});
builder.Services.AddOpenApi("v1", options => options.AddSchemaTransformer<Required>());

// A request that can't be read becomes an exception everywhere, so that its sentence says where and what.
builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
builder.Services.AddResponseCompression();
builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = 2_000_000;
});

// A proxy on this machine says who asks, and whether over TLS; nobody else is believed.
builder.Services.Configure<ForwardedHeadersOptions>(proxy =>
    proxy.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto
);

await using var app = builder.Build();
app.UseForwardedHeaders();
app.UseProblemSentences();
app.UseSecurityHeaders();
app.UseResponseCompression();
app.UseSameOrigin();
app.UseRouting();
app.UseRateLimiter();
app.UseAuthentication();
app.UseRefusalTrail();
app.UseScreenLock();
app.UseAuthorization();
app.UseActor();
app.UseAuditTrail();
app.UseLiveNews();
app.UseJsonRules();

app.MapStaticAssets().AllowAnonymous();
var api = app.MapGroup("/api").ByTheRules().AddEndpointFilter<EntryLimits>();
api.MapPeople();
api.MapPatients();
api.MapChair();
api.MapRecord();
api.MapLaboratory();
api.MapBackups();
api.MapCases();
api.MapUnits();
api.MapBodies();
api.MapOptions();
api.MapQuickLine();
api.MapProtocols();
api.MapReference();
api.MapSettings();
api.MapPlanSheets();
api.MapRunSheets();
api.MapRunSheetPages();
api.MapDrawer();
api.MapScans();
api.MapInspections();
api.MapBin();
api.MapExport();
api.MapTakeAlong();
app.MapHub<LiveHub>(LiveHub.Path);

// The front end finds its own screens; what is asked of the program and not there is a problem, not a page.
app.MapFallbackToFile("/", "index.html").AllowAnonymous();
app.MapFallbackToFile("{*path:regex(^(?!api(/|$)).*$):nonfile}", "index.html").AllowAnonymous();

if (!isRead)
{
    if (DatabaseFile.BringUpToDate(files.DatabasePath, failed => Log.Error(failed, "The practice can't be opened")) is { } unusable)
        return Refused(unusable, Exit.NoData);
    await using var scope = app.Services.CreateAsyncScope();
    var shelf = scope.ServiceProvider.GetRequiredService<ProtocolShelf>();
    if (await shelf.OpenAsync(scope.ServiceProvider.GetRequiredService<ProtocolStore>(), CancellationToken.None) is { } refused)
        return Refused(refused, Exit.WrongNumbers);
    foreach (var unread in shelf.Unread)
        Log.Warning("A protocol this practice keeps can't be planned with: {Sentence}", unread);
    await scope
        .ServiceProvider.GetRequiredService<DrawerStore>()
        .BeginWithAsync(handbook.Drawer.Burs, (int)handbook.Sheets.Limits.StarterPieces.Value, CancellationToken.None);

    // The first unit that is opened need not wait for the arch, nor the start for it.
    app.Lifetime.ApplicationStarted.Register(() =>
    {
        // An in-process host has none.
        if (app.Urls.FirstOrDefault() is { } address)
            folder?.AnswersAt(address);
        _ = Task.Delay(TimeSpan.FromSeconds(2), app.Lifetime.ApplicationStopping)
            .ContinueWith(
                _ =>
                {
                    Arch.Of(handbook.Forms);
                    app.Services.GetRequiredService<SumsAhead>().Wake();
                },
                TaskContinuationOptions.OnlyOnRanToCompletion
            );
    });
    if (files.Demo)
        await DemoPractice.FillAsync(app.Services);
}

try
{
    await app.RunAsync();
    return 0;
}
catch (IOException taken) when (taken.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    return Refused(new Problem("port-taken", $"{taken.Message} Name another with --urls."), Exit.PortTaken);
}

NamedText TextOf(string name) => new(name, File.ReadAllText(Path.Combine(files.ProtocolFolder, name)));

static int Refused(Problem problem, int code)
{
    Console.Error.WriteLine(problem.Sentence);
    return code;
}
