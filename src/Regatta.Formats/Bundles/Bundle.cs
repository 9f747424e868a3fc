namespace Regatta.Formats.Bundles;

/// <summary>A bundle understood: every part already a value of the core.</summary>
public sealed record Bundle(BundledClub? Club, IReadOnlyList<BundledPerson> People, IReadOnlyList<BundledClass> Classes)
{
    /// <summary>Which part of its one class it is; null where it is all of it.</summary>
    public BundlePart? Part { get; init; }
}

/// <summary>A part of a class that is too large for one file: the first makes the class, the others add versions and logs to it.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="Of">Of how many.</param>
public sealed record BundlePart(int Number, int Of)
{
    /// <summary>Whether it adds to a class that is there.</summary>
    public bool Adds => Number > 1;
}

/// <summary>A club; its key is null where the file names none.</summary>
public sealed record BundledClub(string Name, string TimeZone, string? Key = null);

/// <summary>Somebody in the club. A bundle never carries a password.</summary>
public sealed record BundledPerson(string Key, string Name, IReadOnlyList<string> Roles, IReadOnlyList<string> CaptainOf);

/// <summary>A class with its draft and all that hangs on it.</summary>
public sealed record BundledClass(
    ClassState Draft,
    IReadOnlyList<BundledBoat> Boats,
    IReadOnlyList<PublishedVersion> Versions,
    IReadOnlyList<BundledLog> Logs
)
{
    /// <summary>The definition of its draft.</summary>
    public ClassDefinition Class => Draft.Definition;
}

/// <summary>A boat with what was measured on it.</summary>
public sealed record BundledBoat(string Name, string Note, IReadOnlyDictionary<ControlKey, IReadOnlyList<CalibrationPair>> Measured)
{
    /// <summary>How its controls are fitted, where somebody said.</summary>
    public IReadOnlyDictionary<ControlKey, Fitting> Fittings { get; init; } = new Dictionary<ControlKey, Fitting>();

    /// <summary>Its sails.</summary>
    public IReadOnlyList<BoatSail> Sails { get; init; } = [];

    /// <summary>Since when it is sailed no more; null while it is in use.</summary>
    public DateOnly? RetiredOn { get; init; }
}

/// <summary>A log with the key of who sailed it and the name of the boat; null in bundles that left the club, which tell of
/// neither.</summary>
public sealed record BundledLog(string? Sailor, string? Boat, SessionLog Log);

/// <summary>A bundle, or what is wrong with it: each problem beside the place in the file.</summary>
public sealed record BundleReading(Bundle? Bundle, IReadOnlyList<BundleProblem> Problems);

/// <summary>One problem: where in the file, and one sentence.</summary>
public sealed record BundleProblem(string Where, string What);
