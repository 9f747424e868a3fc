using System.Globalization;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;

namespace Regatta.Formats.Tables;

/// <summary>A table as a spreadsheet puts it on the clipboard or writes it to a file (RFC 4180, with tabs, semicolons or commas
/// between).</summary>
public static partial class TableText
{
    private const int LinesLookedAt = 20;

    /// <summary>The rows of a table, each as many cells as it has; quotes taken off, nothing else changed.</summary>
    /// <param name="text">The table.</param>
    /// <param name="linesLookedAt">How many lines tell what stands between cells: 1 where the first names the columns.</param>
    public static IReadOnlyList<IReadOnlyList<string>> Rows(string text, int linesLookedAt = LinesLookedAt)
    {
        var between = Between(text, linesLookedAt);
        var form = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = between.ToString(),
            HasHeaderRecord = false,
            BadDataFound = null,
            IgnoreBlankLines = false,
            MaxFieldSize = 0,
        };
        using var parser = new CsvParser(new StringReader(between == '\t' ? LoneQuote().Replace(text, "\"\"\"\"") : text), form);
        var rows = new List<IReadOnlyList<string>>();
        while (parser.Read())
        {
            rows.Add([.. parser.Record!.Take(Limits.TableColumns).Select(cell => CsvText.Unguarded(cell.Trim()))]);
        }

        return rows;
    }

    /// <summary>What stands between cells: tabs win; then whichever of semicolon and comma the first lines have more of, for a comma may be
    /// a decimal one.</summary>
    private static char Between(string text, int linesLookedAt)
    {
        var head = string.Join('\n', text.Split('\n').Take(linesLookedAt));
        return head.Contains('\t') ? '\t'
            : head.Contains(';') ? ';'
            : ',';
    }

    /// <summary>A cell that is nothing but a ditto mark, which would open a quotation that never ends.</summary>
    [GeneratedRegex("(?<=^|\\t)\"(?=\\t|\\r?$)", RegexOptions.Multiline, matchTimeoutMilliseconds: 1000)]
    private static partial Regex LoneQuote();
}
