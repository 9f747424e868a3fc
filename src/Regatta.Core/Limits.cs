namespace Regatta.Core;

/// <summary>How much of each thing is taken, in one place. docs/operations.md lists them, and a test holds the two together. What a person
/// types is measured against these before it is read, matched, drawn or kept.</summary>
public static class Limits
{
    /// <summary>The bytes of a usual form.</summary>
    public const int FormBytes = 512 * 1024;

    /// <summary>The fields of a form.</summary>
    public const int FormFields = 4096;

    /// <summary>The letters of a field's name.</summary>
    public const int FormNameLetters = 200;

    /// <summary>The letters of one field.</summary>
    public const int FormValueLetters = 4 * 1024 * 1024;

    /// <summary>The bytes of a request's headers.</summary>
    public const int HeaderBytes = 32 * 1024;

    /// <summary>The connections open at once.</summary>
    public const int Connections = 2000;

    /// <summary>The bytes of a bundle.</summary>
    public const int BundleBytes = 16 * 1024 * 1024;

    /// <summary>The classes in a bundle.</summary>
    public const int BundleClasses = 50;

    /// <summary>The logs in a bundle.</summary>
    public const int BundleLogs = 5_000;

    /// <summary>The logs in one part of a class that leaves in parts.</summary>
    public const int PartLogs = 2_000;

    /// <summary>The versions in one part of a class that leaves in parts.</summary>
    public const int PartVersions = 40;

    /// <summary>The bundles that are written at once.</summary>
    public const int Exports = 2;

    /// <summary>The bundles a person takes away in a minute.</summary>
    public const int ExportsOfPerson = 60;

    /// <summary>The packs for phones that are made at once.</summary>
    public const int Packs = 1;

    /// <summary>The packs that wait for one person: the classes they sail.</summary>
    public const int PacksOfPerson = 8;

    /// <summary>The boats of a class.</summary>
    public const int Boats = 500;

    /// <summary>The logs of a boat that are looked through for how she was sailed last.</summary>
    public const int RunsOfBoat = 200;

    /// <summary>The files of sums a class borrows at once.</summary>
    public const int Borrowed = 8;

    /// <summary>The runs of a season that is replayed.</summary>
    public const int Replayed = 1000;

    /// <summary>The measured pairs of one control of a boat.</summary>
    public const int Pairs = 200;

    /// <summary>The bands of a class.</summary>
    public const int Bands = 40;

    /// <summary>The controls of a class, retired ones among them.</summary>
    public const int Controls = 80;

    /// <summary>Cures a class writes down for itself.</summary>
    public const int Cures = 80;

    /// <summary>Couplings between the controls of a class.</summary>
    public const int Couplings = 200;

    /// <summary>The stops of a scale.</summary>
    public const int Stops = 200;

    /// <summary>The other names of a control or a stop.</summary>
    public const int Synonyms = 20;

    /// <summary>The sail plans of a class, and its modes.</summary>
    public const int PlanModes = 12;

    /// <summary>The sentences of a class: its cautions, its checks.</summary>
    public const int Sentences = 40;

    /// <summary>The corners of an outline.</summary>
    public const int OutlinePoints = 200;

    /// <summary>The outlines of a sail plan, and the marks that belong to it.</summary>
    public const int PlanParts = 12;

    /// <summary>The limits of sails beside the plans.</summary>
    public const int SailLimits = 40;

    /// <summary>The procedures of a class, and the steps of each.</summary>
    public const int Procedures = 20;

    /// <summary>The rig-up runs that are kept of a sailor.</summary>
    public const int RigUps = 400;

    /// <summary>The versions of a class in a bundle.</summary>
    public const int Versions = 200;

    /// <summary>What a log said before its corrections is kept so often: the first, and the newest.</summary>
    public const int Corrections = 20;

    /// <summary>The logs a person keeps in a club within a day, out of tables or one by one.</summary>
    public const int LogsOfDay = 1000;

    /// <summary>The most people who join by a group's invitation.</summary>
    public const int GroupPlaces = 60;

    /// <summary>The most days a group's invitation holds.</summary>
    public const int GroupDays = 31;

    /// <summary>The invitations a coordinator sends within a day.</summary>
    public const int InvitationsOfDay = 100;

    /// <summary>The letters with a new password's address that go to a person within a day, as strangers ask, and as each coordinator
    /// does.</summary>
    public const int LettersOfDay = 10;

    /// <summary>The runs of a session.</summary>
    public const int Runs = 12;

    /// <summary>The questions of a class, retired ones among them.</summary>
    public const int Questions = 60;

    /// <summary>The purposes of a class.</summary>
    public const int Purposes = 8;

    /// <summary>The gears of a class.</summary>
    public const int Gears = 12;

    /// <summary>Questions of a class’s own on which schools differ.</summary>
    public const int Schools = 12;

    /// <summary>Answers to such a question.</summary>
    public const int SchoolAnswers = 6;

    /// <summary>The lines of a table of steps for crews.</summary>
    public const int CrewLines = 60;

    /// <summary>The sails of a boat.</summary>
    public const int Sails = 30;

    /// <summary>The notes a sailor has waiting for their logs.</summary>
    public const int Notes = 40;

    /// <summary>The readings of pictures that are kept of a member in a club.</summary>
    public const int PictureReadings = 400;

    /// <summary>The pictures a class has been given; the oldest go.</summary>
    public const int GivenPictures = 60;

    /// <summary>The bytes of a picture as it is sent.</summary>
    public const int PictureBytes = 12_000_000;

    /// <summary>The pixels of a picture as it is sent.</summary>
    public const int PicturePixels = 64_000_000;

    /// <summary>The pixels of a picture that are held at once while it is made anew.</summary>
    public const int DecodedPixels = 16_000_000;

    /// <summary>The metres a control is long.</summary>
    public const double ControlMetres = 50;

    /// <summary>The steps from one end of a scale to the other.</summary>
    public const int Steps = 100_000;

    /// <summary>The letters of a key.</summary>
    public const int KeyLetters = 100;

    /// <summary>The letters of a person's or a club's name.</summary>
    public const int NameLetters = 100;

    /// <summary>The letters of a line that is typed into a cell, a mark, a wind or a number.</summary>
    public const int LineLetters = 300;

    /// <summary>The letters of a note or a reason.</summary>
    public const int NoteLetters = 1000;

    /// <summary>The letters of a table that is pasted.</summary>
    public const int TableLetters = 4_000_000;

    /// <summary>The columns of a table that is pasted.</summary>
    public const int TableColumns = 200;

    /// <summary>The bytes of a calendar file.</summary>
    public const int CalendarBytes = 1024 * 1024;

    /// <summary>The days on the water a calendar file makes.</summary>
    public const int CalendarDays = 500;

    /// <summary>The bytes of a track.</summary>
    public const int TrackBytes = 8 * 1024 * 1024;

    /// <summary>The points of a track.</summary>
    public const int TrackPoints = 100_000;

    /// <summary>How deep the elements of a track lie in each other.</summary>
    public const int TrackDepth = 10;

    /// <summary>The letters of a sentence of an instrument.</summary>
    public const int SentenceLetters = 120;

    /// <summary>The live pages a person has open at once.</summary>
    public const int StreamsOfPerson = 8;

    /// <summary>The live pages open at once from one network address.</summary>
    public const int StreamsOfAddress = 400;

    /// <summary>The files that are worked on at once.</summary>
    public const int Uploads = 4;

    /// <summary>The files of one club that are worked on at once.</summary>
    public const int UploadsOfClub = 2;
}
