using System.Globalization;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;
using Regatta.Core;

namespace Regatta.Formats.Tables;

/// <summary>A table as a spreadsheet puts it on the clipboard or writes it to a file (RFC 4180, with tabs, semicolons or commas
/// between).</summary>
public static partial class TableText
{
    private const int LinesLookedAt = 20;

    /// <summary>The rows of a table, each as many cells as it has; quotes taken off, nothing else changed.</summary>
    public static IReadOnlyList<IReadOnlyList<string>> Rows(string text)
    {
        var form = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = Between(text).ToString(),
            HasHeaderRecord = false,
            BadDataFound = null,
            IgnoreBlankLines = false,
            MaxFieldSize = 0,
        };
        using var parser = new CsvParser(new StringReader(WithLoneQuotesDoubled(text)), form);
        var rows = new List<IReadOnlyList<string>>();
        while (parser.Read())
        {
            rows.Add([.. parser.Record!.Take(Limits.TableColumns).Select(cell => CsvText.Unguarded(cell.Trim()))]);
        }

        return rows;
    }

    /// <summary>What stands between cells: tabs win; then whichever of semicolon and comma the first lines have more of, for a comma may be
    /// a decimal one.</summary>
    private static char Between(string text)
    {
        var head = string.Join('\n', text.Split('\n').Take(LinesLookedAt));
        return head.Contains('\t') ? '\t'
            : head.Contains(';') ? ';'
            : ',';
    }

    /// <summary>A cell that is nothing but a ditto mark would open a quotation that never ends.</summary>
    private static string WithLoneQuotesDoubled(string text) => Between(text) == '\t' ? LoneQuote().Replace(text, "\"\"\"\"") : text;

    [GeneratedRegex("(?<=^|\\t)\"(?=\\t|\\r?$)", RegexOptions.Multiline)]
    private static partial Regex LoneQuote();
}
