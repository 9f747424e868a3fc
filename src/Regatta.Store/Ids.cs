namespace Regatta.Store;

/// <summary>A club of the installation. Nothing of a club can be asked for without it.</summary>
/// <param name="Number">Its number in the database.</param>
public readonly record struct ClubId(long Number);

/// <summary>A class of a club.</summary>
/// <param name="Club">The club.</param>
/// <param name="Number">The class's number in the database.</param>
public readonly record struct ClassRef(ClubId Club, long Number);
