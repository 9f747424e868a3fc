namespace Regatta.Store;

// What pages may ask the stores: reading alone. What is written goes through a use case of the application.

/// <summary>What is read of <see cref="Attendance"/>.</summary>
public interface IReadAttendance
{
    Task<IReadOnlyList<Attendee>> AllAsync(ClubId club, long outing);
}

/// <summary>What is read of <see cref="DailyLetters"/>.</summary>
public interface IReadDailyLetters
{
    Task<bool> WantsAsync(Guid person);
}

/// <summary>What is read of <see cref="AuditTrail"/>.</summary>
public interface IReadAuditTrail
{
    Task<IReadOnlyList<AuditLine>> ReadAsync(ClubId club, AuditFilter filter, int most);
}

/// <summary>What is read of <see cref="BoatLogs"/>.</summary>
public interface IReadBoatLogs
{
    Task<long> UnmeasuredAsync(ClubId club, long boat, ControlKey control);
}

/// <summary>What is read of <see cref="Boats"/>.</summary>
public interface IReadBoats
{
    Task<IReadOnlyList<Boat>> AllAsync(ClassRef one);

    Task<IReadOnlyList<TakenPair>> PairsAsync(ClassRef one, long boat, ControlKey control);
}

/// <summary>What is read of <see cref="BorrowedSumsStore"/>.</summary>
public interface IReadBorrowedSumsStore
{
    Task<IReadOnlyList<BorrowedSumsFile>> AllAsync(ClassRef one);
}

/// <summary>What is read of <see cref="CalendarFeeds"/>.</summary>
public interface IReadCalendarFeeds
{
    Task<FeedOwner?> FindAsync(string token);

    Task<DateTimeOffset?> MadeAtAsync(ClubId club, Guid person);
}

/// <summary>What is read of <see cref="Cells"/>.</summary>
public interface IReadCells
{
    Task<IReadOnlyList<CellEvent>> HistoryAsync(ClassRef one, CellPlace place, int most, DateTimeOffset? until = null);
}

/// <summary>What is read of <see cref="ClassHistory"/>.</summary>
public interface IReadClassHistory
{
    Task<IReadOnlyList<ClassEdit>> AllAsync(ClassRef one, int most, DateTimeOffset? until);
}

/// <summary>What is read of <see cref="Classes"/>.</summary>
public interface IReadClasses
{
    Task<IReadOnlyList<(string Key, string Name, ClassStamp Stamp)>> StampsAsync(ClubId club);

    Task<IReadOnlyList<ClassName>> NamesAsync(ClubId club);

    Task<IReadOnlyList<FleetLine>> FleetAsync(ClubId club);
}

/// <summary>What is read of <see cref="Clubs"/>.</summary>
public interface IReadClubs
{
    Task<Club?> FindAsync(ClubId club);

    Task<IReadOnlyList<Club>> OfAsync(Guid person);

    Task<IReadOnlyList<Club>> OnlyCoordinatedByAsync(Guid person);

    Task<long> CountAsync();
}

/// <summary>What is read of <see cref="Crews"/>.</summary>
public interface IReadCrews
{
    Task<IReadOnlyList<OpenCrew>> OpenAsync(ClassRef one);

    Task<OwnCrew?> OwnAsync(ClassRef one, Guid person);

    Task<IReadOnlyDictionary<string, CrewProfile>> OfPersonAsync(ClubId club, Guid person);
}

/// <summary>What is read of <see cref="Sails"/>.</summary>
public interface IReadSails
{
    Task<OwnSails> OfAsync(ClubId club, Guid person);

    Task<bool> OnlySailsAsync(ClubId club, Guid person);
}

/// <summary>What is read of <see cref="Search"/>.</summary>
public interface IReadSearch
{
    Task<IReadOnlyList<Found>> FindAsync(ClubId club, Guid person, IReadOnlyList<string> words, IReadOnlyList<Findable> named, bool people);
}

/// <summary>What is read of <see cref="Decisions"/>.</summary>
public interface IReadDecisions
{
    Task<IReadOnlyList<Decision>> AllAsync(ClassRef one);
}

/// <summary>What is read of <see cref="EarlierLogs"/>.</summary>
public interface IReadEarlierLogs
{
    Task<IReadOnlyList<EarlierLog>> OfAsync(ClubId club, Guid sailor, long number);
}

/// <summary>What is read of <see cref="Invitations"/>.</summary>
public interface IReadInvitations
{
    Task<IReadOnlyList<Invitation>> OpenAsync(ClubId club);

    Task<Invitation?> FindAsync(string token);
}

/// <summary>What is read of <see cref="LogTracks"/>.</summary>
public interface IReadLogTracks
{
    Task<(Angle WindFrom, TrackSummary Track)?> FindAsync(ClubId club, long number);
}

/// <summary>What is read of <see cref="Logs"/>.</summary>
public interface IReadLogs
{
    Task<IReadOnlyList<OwnLog>> OfPersonAsync(Guid sailor);

    Task<(string Club, string Class)?> SailedLastAsync(Guid sailor);

    Task<IReadOnlyList<OwnLog>> OwnAsync(ClubId club, Guid sailor);

    Task<IReadOnlyList<OwnLog>> RemovedAsync(ClubId club, Guid sailor);

    Task<IReadOnlyList<SessionEvidence>> OfBoatAsync(ClassRef one, long boat, int most);

    Task<OwnLog?> OwnAsync(ClubId club, Guid sailor, long number);

    Task<SessionEvidence?> RunAsync(ClassRef one, long number, int run);
}

/// <summary>What is read of <see cref="Members"/>.</summary>
public interface IReadMembers
{
    Task<IReadOnlyList<Member>> AllAsync(ClubId club);

    Task<long> ElsewhereAsync(ClubId club, Guid person);
}

/// <summary>What is read of <see cref="OfferedSumsStore"/>.</summary>
public interface IReadOfferedSumsStore
{
    Task<IReadOnlyList<OfferedSumsFile>> OfAsync(ClassRef one);
}

/// <summary>What is read of <see cref="Outings"/>.</summary>
public interface IReadOutings
{
    Task<IReadOnlyList<BoatOut>> BoatsAsync(ClubId club, PlannedOuting planned);

    Task<IReadOnlyList<PlannedOuting>> EndingAfterAsync(ClubId club, DateTimeOffset time);

    Task<PlannedOuting?> FindAsync(ClubId club, long number);
}

/// <summary>What is read of <see cref="People"/>.</summary>
public interface IReadPeople
{
    Task<IReadOnlyDictionary<BodyMeasure, Length>> HandsAsync(Guid id);

    Task<IReadOnlyList<DemoAccount>> DemoAccountsAsync();

    Task<IReadOnlyList<Person>> FindByEmailAsync(string email);
}

/// <summary>What is read of <see cref="PersonalData"/>.</summary>
public interface IReadPersonalData
{
    Task<string> JsonAsync(Guid person);
}

/// <summary>What is read of <see cref="RemovedParts"/>.</summary>
public interface IReadRemovedParts
{
    Task<IReadOnlyList<RemovedPart>> AllAsync(ClassRef one, ClassDefinition now);
}

/// <summary>What is read of <see cref="SafetyRules"/>.</summary>
public interface IReadSafetyRules
{
    Task<SafetyRow> FindAsync(ClubId club);
}

/// <summary>What is read of <see cref="ShareLinks"/>.</summary>
public interface IReadShareLinks
{
    Task<IReadOnlyList<ShareLink>> AllAsync(ClassRef one);

    Task<SharedClass?> FindAsync(string token);
}

/// <summary>What is read of <see cref="PictureReadings"/>.</summary>
public interface IReadPictureReadings
{
    Task<IReadOnlyList<PictureReading>> OwnAsync(ClassRef one, Guid person);

    Task<PictureReading?> OwnAsync(ClassRef one, Guid person, long reading);

    Task<PictureReading?> LastRightAsync(ClassRef one, GaugeKey gauge, QuestionKey? question, long? but);

    Task<GivenPicture?> PictureAsync(ClassRef one, long reading);

    Task<IReadOnlyList<PictureReading>> GivenAsync(ClassRef one);
}

/// <summary>What is read of <see cref="SignIns"/>.</summary>
public interface IReadSignIns
{
    Task<IReadOnlyList<SignIn>> UnexpectedAsync(Guid person, Guid? but);

    Task<IReadOnlyList<SignIn>> OfAsync(Guid person);
}

/// <summary>What is read of <see cref="SailorNotes"/>.</summary>
public interface IReadSailorNotes
{
    Task<IReadOnlyList<SailorNote>> ForAsync(ClassRef one, Guid reader, int most);
}

/// <summary>What is read of <see cref="Trials"/>.</summary>
public interface IReadTrials
{
    Task<IReadOnlyList<PlannedTrial>> AllAsync(ClassRef one);

    Task<IReadOnlyList<PlannedTrial>> OfDayAsync(ClubId club, long outing);

    Task<IReadOnlyList<PlannedTrial>> OpenAsync(ClubId club);

    Task<PlannedTrial?> FindAsync(ClassRef one, long number);
}

/// <summary>What is read of <see cref="Versions"/>.</summary>
public interface IReadVersions
{
    /// <inheritdoc cref="Versions.AfterAsync"/>
    Task<IReadOnlyList<PublishedVersion>> AfterAsync(ClassRef one, int after, int most);

    Task<IReadOnlyList<PublishedVersion>> AllAsync(ClassRef one);

    Task<PublishedVersion?> FindAsync(ClassRef one, int number);
}

/// <summary>What is read of <see cref="WindLog"/>.</summary>
public interface IReadWindLog
{
    Task<IReadOnlyList<WindSample>> SamplesAsync(ClubId club, DateTimeOffset since, DateTimeOffset until);

    Task<IReadOnlyList<WindSummary>> BlocksAsync(ClubId club, DateTimeOffset since, DateTimeOffset until);
}
