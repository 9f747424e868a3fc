namespace Regatta.Store;

/// <summary>An edit to be undone or redone.</summary>
/// <param name="Id">Its number.</param>
/// <param name="What">What it was.</param>
/// <param name="Schema">The schema of what it kept of the definition; null when it changed cells alone.</param>
/// <param name="Expected">What it left of the definition; null when it changed cells alone.</param>
/// <param name="Put">What is put back.</param>
internal sealed record UndoneEdit(long Id, string What, int? Schema, string? Expected, string? Put);

/// <summary>How many of an edit's cells were put back, of how many, and one of them.</summary>
internal sealed record UndoneCells(long Done, long All, string? Plan, string? Mode, int? Band, string? Control)
{
    public CellPlace? Place => Plan is null ? null : new(new(new(Plan), new(Mode!)), new(new(Band!.Value), new(Control!)));
}
