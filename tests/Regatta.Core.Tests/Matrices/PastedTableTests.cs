using CsCheck;
using Regatta.Demo;
using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;
using Regatta.Formats.Tables;

namespace Regatta.Core.Tests.Matrices;

/// <summary>Other people's spreadsheets, held against the una-rig kit: drifting 0–5, light 5–9, steady 9–12, fresh 12–16, strong 16–20,
/// hard 20–26 kn.</summary>
public sealed class PastedTableTests
{
    private static readonly Matrix Empty = StarterKits.Find("una-rig")!.Draft.Set.First;

    [Fact]
    public void A_plain_table_fills_its_cells_by_synonym()
    {
        var table = Read("\tlight\tfresh\nKicker\t2\t6\nTraveller\t0\t4");
        Assert.True(table.BandsAcross);
        Assert.Equal(["light vang strip 2", "fresh vang strip 6", "light traveller strip 0", "fresh traveller strip 4"], Told(table));
        Assert.All(table.Cells, cell => Assert.Null(cell.Doubt ?? cell.Problem));
    }

    [Fact]
    public void Numbers_from_the_other_datum_are_shifted_and_numbers_of_no_datum_want_a_look()
    {
        var kit = StarterKits.Find("lateen-board-boat")!.Draft.Set.First;
        var cap = new OtherDatum("outer end of the cap", Length.FromMillimetres(12.7));
        var lateen = kit with
        {
            Controls = [.. kit.Controls.Select(control => control.Key.Name == "gooseneck" ? control with { OtherDatum = cap } : control)],
        };
        var gooseneck = lateen.Controls.Single(control => control.OtherDatum is not null);
        var other = gooseneck.OtherDatum!;
        var bands = string.Join('\t', lateen.Bands.All.Select(band => band.Name));
        Parsed<PastedTable> Paste(string heading, params (string, string)[] chosen) =>
            PastedTable.Read(lateen, TableText.Rows($"\t{bands}\n{heading}\t18\n"), SpeedUnit.Knot, chosen.ToDictionary());
        var own = Assert.Single(Paste($"Gooseneck, from {gooseneck.Datum}").Value.Cells);
        var shifted = Assert.Single(Paste($"Gooseneck, from {other.Words}").Value.Cells);
        var unsaid = Assert.Single(Paste("Gooseneck").Value.Cells);
        var chosen = Assert.Single(Paste("Gooseneck", ("r1", "gooseneck" + PastedHead.FromOther)).Value.Cells);
        // Read from there it is so much more: the class's mark is so much less.
        Assert.Equal(own.Cell!.Mark!.Value.Position - other.Shift.Millimetres, shifted.Cell!.Mark!.Value.Position, 6);
        Assert.Equal(shifted.Cell, chosen.Cell);
        Assert.Equal(own.Cell, unsaid.Cell);
        Assert.Contains(other.Words, unsaid.Doubt, StringComparison.Ordinal);
        Assert.Null(own.Doubt);
    }

    [Fact]
    public void It_may_lie_the_other_way_round()
    {
        var table = Read("wind;kicking strap;slack\nlight;2;0\nfresh;6;4");
        Assert.False(table.BandsAcross);
        Assert.Equal(
            ["light vang strip 2", "fresh vang strip 6"],
            Told(table).Where(cell => cell.Contains("vang", StringComparison.Ordinal))
        );
    }

    [Theory]
    [InlineData("5-9 kn", "light", false)]
    [InlineData("5–9", "light", false)]
    [InlineData("LIGHT", "light", false)]
    [InlineData("light air", "light", false)]
    [InlineData("6-8 kn", "light", true)]
    [InlineData("F4", "fresh", true)]
    [InlineData("Bft 5", "strong", true)]
    [InlineData("<5", "drifting", false)]
    [InlineData("20+", "hard", false)]
    [InlineData("over 20 kn", "hard", false)]
    [InlineData("10 kn", "steady", true)]
    [InlineData("2.5–4.6 m/s", "light", false)]
    [InlineData("10,5 to 13,8 mph", "steady", false)]
    [InlineData("60-70 kn", null, false)]
    [InlineData("notes", null, false)]
    [InlineData("", null, false)]
    public void A_heading_is_a_band_by_name_or_by_its_wind(string heading, string? band, bool doubtful)
    {
        var (found, doubt) = HeadWords.Band(Empty.Bands, heading, SpeedUnit.Knot);
        Assert.Equal(band, found?.Name);
        Assert.Equal(doubtful, doubt is not null);
    }

    [Theory]
    [InlineData("Vang", "vang", false)]
    [InlineData("kicker (0–10):", "vang", false)]
    [InlineData("Vang / kicker", "vang", false)]
    [InlineData("main outhaul", "outhaul", true)]
    [InlineData("Spinnaker pole", null, false)]
    public void A_row_is_a_control_by_name_synonym_or_with_a_doubt(string label, string? key, bool doubtful)
    {
        var (found, doubt) = HeadWords.Control(Empty.Controls, label);
        Assert.Equal(key, found?.Key.Name);
        Assert.Equal(doubtful, doubt is not null);
    }

    [Fact]
    public void Titles_sections_and_merged_heads_are_stepped_over_and_never_guessed()
    {
        var table = Read(
            "Our tuning 2024\t\t\t\t\n\tlight\t\tfresh\tcrew "
                + "notes\nMainsail\t\t\t\t\nVang\t2\t3\t6\tsee photo\n\t\t\t\t\nBowsprit\t1\t1\t1\t"
        );
        Assert.Equal(["light vang strip 2", "fresh vang strip 6"], Told(table));
        Assert.Equal((null, "no heading; perhaps the one before was merged over it"), (table.Columns[1].Name, table.Columns[1].Doubt));
        Assert.Equal(2, table.Unmatched);
        Assert.Equal(["Mainsail", "Bowsprit"], table.Lines.Where(line => line.Name is null).Select(line => line.Text));
    }

    [Fact]
    public void What_somebody_says_of_a_heading_counts()
    {
        const string Text = "\tlight\t\nVang\t2\t3\nBowsprit\t4\t5";
        Assert.Equal(["light vang strip 2", "steady vang strip 3"], Told(Read(Text, ("c2", "3"))));
        Assert.Equal(["light traveller strip 4"], Told(Read(Text, ("r1", PastedTable.LeftOut), ("r2", "traveller"))));
    }

    [Theory]
    [InlineData("1½", "strip 1 1/2", null, null)]
    [InlineData("4,5", "strip 4 1/2", null, null)]
    [InlineData("2–4", "strip 2 – strip 4", null, null)]
    [InlineData("max", "max", null, null)]
    [InlineData("\"", "as below", null, null)]
    [InlineData("4 1/4", "strip 4 1/4", "between two steps", null)]
    [InlineData("till the leech hums", "till the leech hums", "words where", null)]
    [InlineData("14", "", null, "off the scale")]
    [InlineData("4 ells", "", null, "does not belong here")]
    [InlineData("#REF!", "", null, "error of the spreadsheet")]
    public void Every_cell_is_plain_doubtful_or_wrong_and_says_why(string written, string says, string? doubt, string? problem)
    {
        var cell = Assert.Single(Read($"\tlight\tfresh\nVang\t{written}\t").Cells);
        Assert.Equal(says, cell.Cell?.Show(Of("vang").Scale) ?? "");
        Assert.Equal((doubt is null, problem is null), (cell.Doubt is null, cell.Problem is null));
        Assert.Contains(doubt ?? "", cell.Doubt ?? "", StringComparison.Ordinal);
        Assert.Contains(problem ?? "", cell.Problem ?? "", StringComparison.Ordinal);
    }

    [Fact]
    public void A_unit_in_the_heading_counts_for_bare_numbers()
    {
        var boom = StarterKits.Find("lateen-board-boat")!.Draft.Set.First;
        var table = PastedTable
            .Read(boom, TableText.Rows("\tlight\tfresh\nGooseneck (cm)\t43,18\t20 in"), SpeedUnit.Knot, new Dictionary<string, string>())
            .Value;
        Assert.Equal(
            ["17 in", "20 in"],
            table.Cells.Select(cell => cell.Cell!.Show(boom.Controls.Single(one => one.Key == cell.Address.Control).Scale))
        );
    }

    [Fact]
    public void What_was_measured_on_a_boat_is_not_overwritten_without_a_look()
    {
        var address = new CellAddress(Empty.Bands.All[1].Id, new("vang"));
        var measured = Empty.With([new(address, Cell.Of(Of("vang").Scale.ReadOnStep("5").Value, 0, "", "", CellSource.Measured).Value)]);
        var cell = Assert.Single(
            PastedTable
                .Read(measured, TableText.Rows("\tlight\tfresh\nVang\t2\t"), SpeedUnit.Knot, new Dictionary<string, string>())
                .Value.Cells
        );
        Assert.Contains("measured on a boat", cell.Doubt, StringComparison.Ordinal);
    }

    [Fact]
    public void A_control_said_twice_is_doubtful_and_the_first_is_offered()
    {
        var cell = Assert.Single(Read("\tlight\tfresh\nVang\t2\t\nKicker\t3\t").Cells);
        Assert.Equal("strip 2", cell.Cell!.Show(Of("vang").Scale));
        Assert.Contains("twice, also as “3”", cell.Doubt, StringComparison.Ordinal);
    }

    [Fact]
    public void A_table_that_names_nothing_known_is_refused_with_what_to_do() =>
        Assert.Contains(
            "with its headings",
            PastedTable.Read(Empty, TableText.Rows("a\tb\n1\t2"), SpeedUnit.Knot, new Dictionary<string, string>()).Problem
        );

    [Fact]
    public void A_bare_block_gets_the_heads_of_where_it_is_pasted_and_none_beyond_the_edge()
    {
        var corner = new CellAddress(Empty.Bands.All[4].Id, Empty.Controls[1].Key);
        var headed = PastedBlock.WithHeads(Empty, TableText.Rows("2\t3\n4\t5"), corner)!;
        Assert.Equal(["", "strong", "hard"], headed[0]);
        Assert.Equal(Empty.Controls[2].Name, headed[2][0]);
        Assert.Null(PastedBlock.WithHeads(Empty, TableText.Rows("2\t3\t4"), corner));
    }

    [Fact]
    public void Fifty_thousand_rows_are_read_once_and_most_of_them_counted_only()
    {
        var rows = TableText.Rows(
            "\tlight\tfresh\n"
                + string.Concat(Enumerable.Range(0, 50_000).Select(at => at % 1000 == 0 ? "Vang\t2\t6\n" : $"row {at}\t{at}\t{at}\n"))
        );
        var table = PastedTable.Read(Empty, rows, SpeedUnit.Knot, new Dictionary<string, string>()).Value;
        Assert.Equal(50_001, rows.Count);
        Assert.Equal((2, 49_950), (table.Cells.Count, table.Unmatched));
        Assert.True(table.Lines.Count < 100);
    }

    // RFC 4180: quoted cells hold separators, line ends and doubled quotes.
    [Theory]
    [InlineData("a,\"b, c\"\n\"d\"\"e\",\"f\ng\"", "a|b, c/d\"e|f\ng")]
    [InlineData("a;1,5\nb;2,5", "a|1,5/b|2,5")]
    [InlineData("a\t\"\tb\nc\t\"", "a|\"|b/c|\"")]
    [InlineData("a\t\"two\nlines\"\tb", "a|two\nlines|b")]
    public void Tables_are_taken_apart_as_spreadsheets_write_them(string text, string rows) =>
        Assert.Equal(rows, string.Join('/', TableText.Rows(text).Select(row => string.Join('|', row))));

    [Fact]
    public void Any_text_at_all_is_read_or_refused_and_never_throws() =>
        Gen.String.Sample(text =>
        {
            var read = PastedTable.Read(
                Empty,
                TableText.Rows("\tlight\nVang\t" + text + "\n" + text),
                SpeedUnit.Knot,
                new Dictionary<string, string>()
            );
            return read.Ok || read.Problem!.Length > 0;
        });

    [Fact]
    public void What_the_table_copies_out_pastes_back_the_same() =>
        Gen.Int[0, 20]
            .Array[6]
            .Sample(steps =>
            {
                var scale = Of("vang").Scale;
                var row = string.Join(
                    '\t',
                    steps.Select(step =>
                        CellText.Line(
                            Cell.Of(
                                scale.Snap(new(scale.Min.Position + (step * scale.Step))),
                                scale.UsualTolerance,
                                "",
                                "",
                                CellSource.Entered
                            ).Value,
                            scale
                        )
                    )
                );
                var headed = PastedBlock.WithHeads(Empty, TableText.Rows(row), new(Empty.Bands.All[0].Id, new("vang")))!;
                var back = PastedTable.Read(Empty, headed, SpeedUnit.Knot, new Dictionary<string, string>()).Value;
                return back
                    .Cells.Select(cell => cell.Cell!.Mark!.Value.Position)
                    .SequenceEqual(steps.Select(step => scale.Snap(new(scale.Min.Position + (step * scale.Step))).Position));
            });

    /// <summary>The plans and modes of the demo clubs, invented.</summary>
    private static readonly IReadOnlyList<Matrix> PlanModes =
    [
        .. from club in new[] { DemoClub.Wenlow, DemoClub.Tessick }
        let bundle = BundleReader.Read(BundleWriter.Write(club.Make()), new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)).Bundle!
        from one in bundle.Classes
        from planMode in one.Draft.Set.PlanModes.All
        let matrix = one.Draft.Set[planMode]
        where matrix.Cells.Count > 0
        select matrix,
    ];

    [Fact]
    public void A_whole_layer_copied_out_and_pasted_where_it_came_from_says_the_same()
    {
        Assert.True(PlanModes.Count >= 19);
        Assert.All(PlanModes, matrix => Assert.Empty(Moved(matrix, matrix)));
    }

    [Fact]
    public void Whatever_is_written_in_a_layer_it_says_the_same_after_a_copy_and_a_paste() =>
        Gen.Select(Gen.OneOfConst([.. PlanModes]), Gen.Int)
            .Sample((planMode, seed) => Scattered(planMode, new Random(seed)) is var matrix && Moved(matrix, matrix).Count == 0, iter: 300);

    /// <summary>The plan and mode with cells off their step by a hair or more, of odd tolerances, ranges, words, targets and
    /// notes.</summary>
    private static Matrix Scattered(Matrix matrix, Random random) =>
        matrix.With([
            .. from cell in matrix.Cells
            let control = matrix.Controls.First(one => one.Key == cell.Key.Control)
            where control.Scale.HasMarks && control.Scale.Choices is null && cell.Value.Mark is not null && cell.Value.Word is null
            let mark = new Mark(cell.Value.Mark!.Value.Position + (control.Scale.Step * random.Next(3) * 1e-3 * random.NextDouble()))
            let other = control.Scale.StepBy(mark, 1)
            select new CellEdit(
                cell.Key,
                random.Next(5) switch
                {
                    0 => Cell.Of(mark, control.Scale.Step * random.NextDouble(), "", "", CellSource.Entered).Value,
                    1 => Cell.Between(mark, other, "", "a note", CellSource.Measured).Value,
                    2 => Cell.Saying(CellWord.Max, 0, "", "", CellSource.Entered).Value,
                    3 => Cell.Of(mark, control.Scale.UsualTolerance, "looks right", "and a note", CellSource.Proposed).Value,
                    _ => Cell.Of(mark, 0, "", "", CellSource.Entered).Value,
                }
            ),
        ]);

    [Fact]
    public void Marks_and_tolerances_pasted_into_an_empty_layer_are_those_copied_out() =>
        Assert.All(
            PlanModes,
            matrix =>
            {
                var empty = matrix with { Cells = new Dictionary<CellAddress, Cell>() };
                Assert.All(
                    Paste(matrix, empty).Where(cell => matrix[cell.Address] is { Target.Length: 0, Note.Length: 0, Mark: not null }),
                    cell => Assert.True(cell.Cell!.SaysSame(matrix[cell.Address]), $"{cell.Text} in {cell.Address}")
                );
            }
        );

    /// <summary>The cells that would say something else after a plan and mode was copied out as a bare block and pasted at its first
    /// cell.</summary>
    private static List<PastedCell> Moved(Matrix matrix, Matrix into) =>
        [.. Paste(matrix, into).Where(cell => cell.Cell is null || !cell.Cell.SaysSame(matrix[cell.Address]))];

    private static IReadOnlyList<PastedCell> Paste(Matrix matrix, Matrix into)
    {
        var block = string.Join(
            '\n',
            matrix.Controls.Select(control =>
                string.Join('\t', matrix.Bands.All.Select(band => CellText.Line(matrix[band, control], control.Scale)))
            )
        );
        var corner = new CellAddress(into.Bands.All[0].Id, into.Controls[0].Key);
        var table = PastedBlock.Read(into, TableText.Rows(block), SpeedUnit.Knot, new Dictionary<string, string>(), corner);
        return table.Value.Cells;
    }

    private static PastedTable Read(string text, params (string Head, string Name)[] chosen) =>
        PastedTable.Read(Empty, TableText.Rows(text), SpeedUnit.Knot, chosen.ToDictionary(one => one.Head, one => one.Name)).Value;

    private static Control Of(string key) => Empty.Controls.Single(control => control.Key.Name == key);

    private static IEnumerable<string> Told(PastedTable table) =>
        table.Cells.Select(cell =>
            $"{Empty.Bands.Find(cell.Address.Band)!.Name} {cell.Address.Control} {cell.Cell!.Show(Of(cell.Address.Control.Name).Scale)}"
        );
}
