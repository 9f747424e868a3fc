using System.Globalization;
using CsvHelper;

namespace Regatta.Formats.Tables;

/// <summary>Writes tables as comma-separated values (RFC 4180) that no spreadsheet takes for formulas.</summary>
public static class CsvText
{
    private const string FormulaBegins = "=+-@\t\r";

    /// <summary>A table with its head.</summary>
    /// <param name="head">The names of the columns.</param>
    /// <param name="rows">The rows; each as many cells as the head.</param>
    public static string Write(IReadOnlyList<string> head, IEnumerable<IReadOnlyList<string>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, CultureInfo.InvariantCulture))
        {
            foreach (var row in rows.Prepend(head))
            {
                foreach (var cell in row)
                {
                    csv.WriteField(Safe(cell));
                }

                csv.NextRecord();
            }
        }

        return text.ToString();
    }

    /// <summary>A cell without the apostrophe that kept it from being a formula.</summary>
    public static string Unguarded(string cell) =>
        cell.Length > 1 && cell[0] == '\'' && FormulaBegins.Contains(cell[1], StringComparison.Ordinal) ? cell[1..] : cell;

    /// <summary>A cell that a spreadsheet would work out as a formula gets an apostrophe before it, which spreadsheets hide; a number stays
    /// one.</summary>
    public static string Safe(string cell) =>
        cell.Length > 0
        && FormulaBegins.Contains(cell[0], StringComparison.Ordinal)
        && !double.TryParse(cell, NumberStyles.Float, CultureInfo.InvariantCulture, out _)
            ? "'" + cell
            : cell;
}
