namespace Regatta.Web.Forms;

/// <summary>A list as rows of fields: those there are, and some to fill. A row that reads as nothing goes.</summary>
/// <param name="now">The list as it stands.</param>
/// <param name="most">So many rows are read, and at most so many opened.</param>
/// <param name="empty">So many rows are opened to fill.</param>
public sealed class RowsForm<T>(IReadOnlyList<T> now, int most, int empty = 1)
{
    /// <summary>The fields of each row that is opened, by its place and what stands there; nothing in a row to fill.</summary>
    public IReadOnlyList<TRow> Open<TRow>(Func<int, T?, TRow> row) =>
        [.. Enumerable.Range(0, Math.Min(most, now.Count + empty)).Select(at => row(at, At(at)))];

    /// <summary>What the rows say, by their place and what stood there.</summary>
    /// <param name="row">What one says; null where it says nothing.</param>
    public IReadOnlyList<TRow> Read<TRow>(Func<int, T?, object?> row) =>
        [.. Enumerable.Range(0, most).Select(at => row(at, At(at))).OfType<TRow>()];

    private T? At(int at) => at < now.Count ? now[at] : default;
}
