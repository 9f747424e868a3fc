namespace Regatta.Core.Logbook;

/// <summary>Whoever wrote helm checks, as a key that tells them apart and names nobody: the sailor, or the boat where no sailor is
/// known.</summary>
/// <param name="Key">The same for all checks of the same hand.</param>
public readonly record struct Reporter(string Key);
