using Regatta.Core.Fleet;
using Regatta.Core.Logbook;
using Regatta.Core.Marks;
using Regatta.Core.Matrices;

namespace Regatta.Formats.Bundles;

/// <summary>A bundle understood: every part already a value of the core.</summary>
public sealed record Bundle(BundledClub? Club, IReadOnlyList<BundledPerson> People, IReadOnlyList<BundledClass> Classes);

public sealed record BundledClub(string Name, string TimeZone);

/// <summary>Somebody in the club. A bundle never carries a password.</summary>
public sealed record BundledPerson(string Key, string Name, IReadOnlyList<string> Roles, IReadOnlyList<string> CaptainOf);

public sealed record BundledClass(BoatClass Class, MatrixSet Draft, IReadOnlyList<BundledBoat> Boats, IReadOnlyList<PublishedMatrix> Versions, IReadOnlyList<BundledLog> Logs);

/// <summary>A boat with what was measured on it.</summary>
public sealed record BundledBoat(string Name, string Note, IReadOnlyDictionary<ControlKey, IReadOnlyList<CalibrationPair>> Measured);

/// <summary>A log with the key of who sailed it and the name of the boat; null in bundles that left the club, which tell of neither.</summary>
public sealed record BundledLog(string? Sailor, string? Boat, SessionLog Log);

/// <summary>A bundle, or what is wrong with it: each problem beside the place in the file.</summary>
public sealed record BundleReading(Bundle? Bundle, IReadOnlyList<BundleProblem> Problems);

/// <summary>One problem: where in the file, and one sentence.</summary>
public sealed record BundleProblem(string Where, string What);
