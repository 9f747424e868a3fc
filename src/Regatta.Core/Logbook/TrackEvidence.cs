namespace Regatta.Core.Logbook;

/// <summary>What a track told of a run.</summary>
/// <param name="MadeGood">The mean speed made good to windward.</param>
/// <param name="OffWind">The mean angle off the wind on upwind legs; null where it is not known.</param>
public readonly record struct TrackEvidence(Speed MadeGood, Angle? OffWind);
