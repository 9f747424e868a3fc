namespace Regatta.Application;

/// <summary>Who does something, in which club.</summary>
/// <param name="Person">Their account.</param>
/// <param name="Name">As shown.</param>
/// <param name="Club">The club they do it in.</param>
public sealed record Actor(Guid Person, string Name, Club Club);
