namespace Regatta.Store;

/// <summary>What came of changing a definition.</summary>
public abstract record EditOutcome
{
    private EditOutcome() { }

    /// <summary>It is changed.</summary>
    /// <param name="State">The class as it is now.</param>
    /// <param name="Revision">Its revision.</param>
    /// <param name="What">What was done.</param>
    /// <param name="Parts">What it changed of the definition; null where only cells changed.</param>
    public sealed record Done(ClassState State, long Revision, string What, ClassParts? Parts = null) : EditOutcome;

    /// <summary>Somebody changed the definition since the editor saw it; nothing was written.</summary>
    /// <param name="Since">What was done since, newest first.</param>
    public sealed record Stale(IReadOnlyList<ClassEdit> Since) : EditOutcome;

    /// <summary>A rule forbids it; nothing was written.</summary>
    public sealed record Refused(string Why) : EditOutcome;
}

/// <summary>One edit of a class, of its definition or its cells.</summary>
/// <param name="Id">Its number.</param>
/// <param name="What">What it was.</param>
/// <param name="By">Who did it.</param>
/// <param name="At">When.</param>
/// <param name="State"><c>done</c>, <c>undone</c> or <c>dropped</c>.</param>
/// <param name="Cells">How many cells it wrote.</param>
/// <param name="OfDefinition">Whether it changed the definition.</param>
public sealed record ClassEdit(long Id, string What, string By, DateTimeOffset At, string State, long Cells, bool OfDefinition);

/// <summary>What came of undoing or redoing an edit.</summary>
/// <param name="What">What the edit was.</param>
/// <param name="Done">How much of it was written: cells, and one for the definition.</param>
/// <param name="All">How much it had; what somebody else changed since stays as it is.</param>
/// <param name="Place">One of the cells it was about, if any.</param>
/// <param name="Why">Why nothing was written, where a rule forbids it.</param>
public sealed record UndoResult(string What, long Done, long All, CellPlace? Place, string? Why = null);
