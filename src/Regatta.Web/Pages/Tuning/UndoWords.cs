namespace Regatta.Web.Pages.Tuning;

/// <summary>What came of an undo or a redo, in a sentence.</summary>
internal static class UndoWords
{
    public static string Tell(UndoResult? result, string done, string nothing) =>
        result switch
        {
            null => nothing,
            { Done: 0, Why: { } why } => $"{why} Once more goes further back.",
            { Done: 0 } => "Somebody else has changed that since, so it stays. Once more goes further back.",
            { Done: var some, All: var all, What: var what } => $"{done}: {what}"
                + (some < all ? $", but for {all - some} that somebody else has changed since" : ""),
        };
}
