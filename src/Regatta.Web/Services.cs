using Microsoft.Extensions.Caching.Memory;
using Npgsql;
using Regatta.Web.Live;
using Regatta.Web.Mail;
using Regatta.Web.Pages.Cards;
using Regatta.Web.Pages.ClassSetup;
using Regatta.Web.Pages.Logging;
using Regatta.Web.Pages.Shared;
using Regatta.Web.Station;
using ZiggyCreatures.Caching.Fusion;

namespace Regatta.Web;

/// <summary>What the app is made of.</summary>
internal static class Services
{
    public static void AddStore(this IServiceCollection services, string database) =>
        services
            .AddHttpContextAccessor()
            .AddSingleton(_ => Database.Connect(database))
            // Statements end with the request that asked for them; work that no request waits for has no end but its own.
            .AddSingleton(provider =>
            {
                var http = provider.GetRequiredService<IHttpContextAccessor>();
                return new Db(
                    provider.GetRequiredService<NpgsqlDataSource>(),
                    () => http.HttpContext?.RequestAborted ?? default,
                    session => http.HttpContext?.RequestServices.GetRequiredService<ActInHand>().HoldAsync(session) ?? Task.CompletedTask
                );
            })
            .AddSingleton<Clubs>()
            .AddSingleton<Members>()
            .AddSingleton<People>()
            .AddSingleton<Classes>()
            .AddSingleton<ClassEdits>()
            .AddSingleton<ClassHistory>()
            .AddSingleton<Cells>()
            .AddSingleton<Decisions>()
            .AddSingleton<Versions>()
            .AddSingleton<ShareLinks>()
            .AddSingleton<Boats>()
            .AddSingleton<IReadAttendance>(provider => provider.GetRequiredService<Attendance>())
            .AddSingleton<IReadAuditTrail>(provider => provider.GetRequiredService<AuditTrail>())
            .AddSingleton<IReadBoatLogs>(provider => provider.GetRequiredService<BoatLogs>())
            .AddSingleton<IReadBoats>(provider => provider.GetRequiredService<Boats>())
            .AddSingleton<IReadBorrowedSumsStore>(provider => provider.GetRequiredService<BorrowedSumsStore>())
            .AddSingleton<IReadCalendarFeeds>(provider => provider.GetRequiredService<CalendarFeeds>())
            .AddSingleton<IReadCells>(provider => provider.GetRequiredService<Cells>())
            .AddSingleton<IReadClassHistory>(provider => provider.GetRequiredService<ClassHistory>())
            .AddSingleton<IReadClasses>(provider => provider.GetRequiredService<Classes>())
            .AddSingleton<IReadClubs>(provider => provider.GetRequiredService<Clubs>())
            .AddSingleton<IReadCrews>(provider => provider.GetRequiredService<Crews>())
            .AddSingleton<IReadDailyLetters>(provider => provider.GetRequiredService<DailyLetters>())
            .AddSingleton<IReadDecisions>(provider => provider.GetRequiredService<Decisions>())
            .AddSingleton<IReadEarlierLogs>(provider => provider.GetRequiredService<EarlierLogs>())
            .AddSingleton<IReadInvitations>(provider => provider.GetRequiredService<Invitations>())
            .AddSingleton<IReadLogTracks>(provider => provider.GetRequiredService<LogTracks>())
            .AddSingleton<IReadLogs>(provider => provider.GetRequiredService<Logs>())
            .AddSingleton<IReadMembers>(provider => provider.GetRequiredService<Members>())
            .AddSingleton<IReadOfferedSumsStore>(provider => provider.GetRequiredService<OfferedSumsStore>())
            .AddSingleton<IReadOutings>(provider => provider.GetRequiredService<Outings>())
            .AddSingleton<IReadPeople>(provider => provider.GetRequiredService<People>())
            .AddSingleton<IReadPersonalData>(provider => provider.GetRequiredService<PersonalData>())
            .AddSingleton<IReadRemovedParts>(provider => provider.GetRequiredService<RemovedParts>())
            .AddSingleton<IReadSafetyRules>(provider => provider.GetRequiredService<SafetyRules>())
            .AddSingleton<IReadSailorNotes>(provider => provider.GetRequiredService<SailorNotes>())
            .AddSingleton<IReadSails>(provider => provider.GetRequiredService<Sails>())
            .AddSingleton<IReadSearch>(provider => provider.GetRequiredService<Search>())
            .AddSingleton<IReadShareLinks>(provider => provider.GetRequiredService<ShareLinks>())
            .AddSingleton<IReadPictureReadings>(provider => provider.GetRequiredService<PictureReadings>())
            .AddSingleton<IReadSignIns>(provider => provider.GetRequiredService<SignIns>())
            .AddSingleton<IReadTrials>(provider => provider.GetRequiredService<Trials>())
            .AddSingleton<IReadVersions>(provider => provider.GetRequiredService<Versions>())
            .AddSingleton<IReadWindLog>(provider => provider.GetRequiredService<WindLog>())
            .AddSingleton<DeleteClass>()
            .AddSingleton<OwnAccount>()
            .AddSingleton<Crews>()
            .AddSingleton<Sails>()
            .AddSingleton<Search>()
            .AddSingleton<VersionsSeen>()
            .AddSingleton<Logs>()
            .AddSingleton<LogTracks>()
            .AddSingleton<EarlierLogs>()
            .AddSingleton<NotedRuns>()
            .AddSingleton<PictureReadings>()
            .AddSingleton<RigUps>()
            .AddSingleton<Drills>()
            .AddSingleton<SafetyRules>()
            .AddSingleton<EvidenceSumsStore>()
            .AddSingleton<Trials>()
            .AddSingleton<SailorNotes>()
            .AddSingleton<Attendance>()
            .AddSingleton<OfferedSumsStore>()
            .AddSingleton<BorrowedSumsStore>()
            .AddSingleton<ReporterVerdicts>()
            .AddSingleton<GivenSumsStore>()
            .AddSingleton<BoatLogs>()
            .AddSingleton<RemovedParts>()
            .AddSingleton<Outings>()
            .AddSingleton<Imports>()
            .AddSingleton<WindLog>()
            .AddSingleton<Stations>()
            .AddSingleton<SignIns>()
            .AddSingleton<AttemptCounts>()
            .AddSingleton<Credentials>()
            .AddSingleton<Invitations>()
            .AddSingleton<CalendarFeeds>()
            .AddSingleton<DailyLetters>()
            .AddSingleton<PersonalData>()
            .AddSingleton<AuditTrail>();

    public static void AddUseCases(this IServiceCollection services)
    {
        services.AddFusionCache().WithMemoryCache(new MemoryCache(new MemoryCacheOptions { SizeLimit = ClassCache.MostHeld }));
        services
            .AddSingleton<EvidenceLoader>()
            .AddSingleton<ClassCache>()
            .AddSingleton<BoatReadings>()
            .AddSingleton<CardReaderOf>()
            .AddSingleton<OwnBoard>()
            .AddSingleton<EditCells>()
            .AddSingleton<RigBoat>()
            .AddSingleton<MeasurePicture>()
            .AddSingleton<SetClubSafety>()
            .AddSingleton<EditClass>()
            .AddSingleton<UndoEdits>()
            .AddSingleton<DecideProposal>()
            .AddSingleton<PublishVersion>()
            .AddSingleton<TellNews>()
            .AddSingleton<DailyLetter>()
            .AddSingleton<ShareCard>()
            .AddSingleton<LogSession>()
            .AddSingleton<MeasureBoats>()
            .AddSingleton<PlanDays>()
            .AddSingleton<RunTrials>()
            .AddSingleton<OwnFeed>()
            .AddSingleton<ImportClasses>()
            .AddSingleton<ExportClass>()
            .AddSingleton<ExchangeSums>()
            .AddSingleton<ManageMembers>()
            .AddSingleton<InvitePeople>()
            .AddSingleton<TellCoordinators>()
            .AddSingleton(provider => new FoundClub(
                provider.GetRequiredService<Clubs>(),
                provider.GetRequiredService<RegattaSettings>().Founding
            ));
    }

    public static void AddPages(this IServiceCollection services, RegattaSettings settings, StationSettings stations)
    {
        services
            .AddScoped<ClubClock>()
            .AddScoped<SailedWinds>()
            .AddScoped<LogRuns>()
            .AddScoped<StripMaking>()
            .AddScoped<CardRequests>()
            .AddScoped<PackMaking>()
            .AddScoped<UnitPreferences>()
            .AddScoped<DefinitionEditor>()
            .AddScoped<DemoLoader>()
            .AddScoped<DemoPictures>()
            .AddScoped<FirstClub>()
            .AddScoped<LostAccess>();
        services.AddSingleton<ClassWatch>().AddHostedService(provider => provider.GetRequiredService<ClassWatch>());
        services.AddSingleton<SignInWatch>().AddHostedService(provider => provider.GetRequiredService<SignInWatch>());
        services.AddSingleton(stations).AddSingleton<StationStates>().AddHostedService<StationKeeper>().AddSingleton<TodayBoards>();
        services.AddSingleton<InnerPages>().AddSingleton<PackPlaces>();
        services.AddRegattaSignIn(settings);
        services.AddRequestLimits(settings);
        services.AddSingleton<StopLetters>().AddHostedService<LetterRound>();
        services.AddHostedService<Housekeeping>().AddHostedService<SumsKeeper>().AddHostedService<WarmViews>();
        services.AddSingleton<PostOffice>().AddSingleton<IMail>(provider => provider.GetRequiredService<PostOffice>());
        services.AddSingleton<PasswordLetters>().AddSingleton<SendersFaults>();
        services
            .AddRazorPages()
            .AddMvcOptions(options =>
            {
                options.Filters.Add<PrivateDownloads>();
                options.Filters.Add<CheckedForms>();
                options.Filters.Add<RanHandler>();
            });
        services.AddRouting(options => options.LowercaseUrls = true);
    }
}
