namespace Regatta.Store;

/// <summary>What a class looked like when it was read: equal stamps, equal content.</summary>
/// <param name="Class">Which.</param>
/// <param name="Epoch">Of the database: another one after a restore, where revisions may repeat.</param>
/// <param name="Revision">Of the definition; a change of it names the one its editor saw.</param>
/// <param name="Structure">Raised when bands, plans, modes or controls come or go; a cell's write names the one it was checked
/// against.</param>
/// <param name="MatrixRevision">Of all a page of the class shows, but for its logs.</param>
/// <param name="LogRevision">Of its logs.</param>
public sealed record ClassStamp(ClassRef Class, string Epoch, long Revision, long Structure, long MatrixRevision, long LogRevision);

/// <summary>A class by its name.</summary>
public sealed record ClassName(string Key, string Name);

/// <summary>One line of the fleet.</summary>
public sealed record FleetLine(
    string Key,
    string Name,
    string Family,
    string About,
    int? Version,
    DateTimeOffset? PublishedAt,
    int Logs,
    string Captains
);

/// <summary>A draft cell with what guards it against two editors: its revision, and who wrote it when.</summary>
public sealed record DraftCell(Cell? Cell, int Revision, string EditedBy, DateTimeOffset? EditedAt);

/// <summary>A class with its draft.</summary>
public sealed record ClassDraft(ClassStamp Stamp, ClassState State, IReadOnlyDictionary<CellPlace, DraftCell> Cells)
{
    /// <summary>The definition.</summary>
    public ClassDefinition Class => State.Definition;

    /// <summary>The matrices.</summary>
    public MatrixSet Set => State.Set;
}

/// <summary>A class as one moment had it: draft, newest version, decisions.</summary>
public sealed record ClassSnapshot(ClassDraft Draft, PublishedVersion? Newest, IReadOnlyDictionary<CellPlace, Decision> Decisions);
