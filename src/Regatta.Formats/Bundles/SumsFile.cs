using System.Text.Json;

namespace Regatta.Formats.Bundles;

/// <summary>The sums of a class's logs as one club gives them to another: JSON, by the columns they are of. docs/formats.md describes
/// it.</summary>
public static class SumsFile
{
    private const string Format = "regatta-sums";

    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web) { WriteIndented = true, MaxDepth = 8 };

    /// <summary>Writes sums.</summary>
    /// <param name="club">Who gives them.</param>
    /// <param name="sums">The sums.</param>
    public static byte[] Write(string club, SharedSums sums) =>
        JsonSerializer.SerializeToUtf8Bytes(
            new Document(
                Format,
                1,
                club,
                sums.PlanMode.Plan.Name,
                sums.PlanMode.Mode.Name,
                [.. sums.Controls.Select(control => new ColumnOf(control.Control.Name, control.PerUnit, control.Step))],
                [.. sums.Bands.Select(band => new Edges(band.From, band.To))],
                [.. sums.Sums.Precision],
                [.. sums.Sums.Products],
                sums.Sums.Squares,
                sums.Sums.Counted,
                sums.Sums.Rows
            ),
            Options
        );

    /// <summary>Reads sums.</summary>
    /// <returns>Who gave them, and the sums; or what is wrong with the file in a sentence.</returns>
    public static Parsed<(string Club, SharedSums Sums)> Read(ReadOnlySpan<byte> file)
    {
        Document? read;
        try
        {
            read = JsonSerializer.Deserialize<Document>(file, Options);
        }
        catch (JsonException)
        {
            return Parsed<(string, SharedSums)>.Bad("This is no file of sums.");
        }

        if (
            read is not { Format: Format, Controls: { } controls, Bands: { } bands, Precision: { } precision, Products: { } products }
            || Array.Exists(controls, control => control is null)
            || Array.Exists(bands, band => band is null)
        )
        {
            return Parsed<(string, SharedSums)>.Bad("This is no file of sums.");
        }

        var club = (read.Club ?? "").Trim();
        if (read.Version != 1)
        {
            return Parsed<(string, SharedSums)>.Bad($"It is of version {read.Version}; this app reads version 1.");
        }

        if (club.Length is 0 or > Limits.NameLetters || PlainText.HasControls(club))
        {
            return Parsed<(string, SharedSums)>.Bad("It does not say plainly which club it is of.");
        }

        if (
            controls.Length > Limits.Controls
            || bands.Length > Limits.Bands
            || products.Length != SharedSums.Width(controls.Length, bands.Length)
        )
        {
            return Parsed<(string, SharedSums)>.Bad("These sums have other columns than they say.");
        }

        return HelmSums
            .Sent(precision, products, read.Squares, read.Counted, read.Rows)
            .Then(sums =>
                Parsed<(string, SharedSums)>.Good(
                    (
                        club,
                        new(
                            new(new(read.Plan ?? ""), new(read.Mode ?? "")),
                            [.. controls.Select(control => (new ControlKey(control!.Key ?? ""), control.PerUnit, control.Step))],
                            [.. bands.Select(band => (band!.From, band.To))],
                            sums
                        )
                    )
                )
            );
    }

    private sealed record ColumnOf(string? Key, double PerUnit, double Step);

    private sealed record Edges(double From, double To);

    private sealed record Document(
        string? Format,
        int Version,
        string? Club,
        string? Plan,
        string? Mode,
        ColumnOf?[]? Controls,
        Edges?[]? Bands,
        double[]? Precision,
        double[]? Products,
        double Squares,
        double Counted,
        int Rows
    );
}
