namespace Regatta.Application.Membership;

/// <summary>A letter the app writes.</summary>
/// <param name="To">The address it goes to.</param>
/// <param name="Name">Who that is.</param>
/// <param name="Subject">Its subject.</param>
/// <param name="Text">Its text.</param>
/// <param name="Club">The club it is about; null for none.</param>
public sealed record Letter(string To, string Name, string Subject, string Text, long? Club)
{
    /// <summary>Where its reader stops letters of its kind with one tap; null for a letter that comes only because somebody asked for it
    /// just now.</summary>
    public Uri? Stop { get; init; }
}

/// <summary>Sends letters.</summary>
public interface IMail
{
    /// <summary>Whether letters reach people by themselves; otherwise they lie in a folder.</summary>
    bool Delivers { get; }

    /// <summary>Sends a letter; false when it could not be sent, which is logged.</summary>
    Task<bool> SendAsync(Letter letter);
}
