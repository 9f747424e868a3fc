namespace Regatta.Core.Tests.Classes;

/// <summary>A class read out of somebody's own table: bands from its headings, controls and their scales from its rows.</summary>
public sealed class PastedClassTests
{
    private static readonly HelmAim Helm = new(Angle.FromDegrees(3), Angle.FromDegrees(1), Speed.FromKnots(10), 0.1);

    private static readonly string[][] Table =
    [
        ["Our card", "", "", ""],
        ["", "light 0-4", "medium 5-8", "strong 9-14 kn"],
        ["Gooseneck (in)", "16", "18 1/2", "20-21"],
        ["Outhaul", "4 cm", "6.5 cm", "–"],
        ["Shroud pins", "3", "4", "6"],
        ["Vang", "0", "2 1/2", "5"],
        ["Cap turns", "0", "1 1/2", "3"],
        ["Board", "0°", "5°", "10°"],
        ["Strap", "loose", "loose", "tight"],
        ["Luff", "two creases", "a crease just gone", "hard"],
        ["", "not a row", "", ""],
    ];

    [Fact]
    public void Each_row_is_read_on_the_scale_its_label_and_its_cells_speak_of()
    {
        var read = Read(Table);
        Assert.Equal(
            [
                "Gooseneck: a length in inches",
                "Outhaul: a length in centimetres",
                "Shroud pins: pins",
                "Vang: numbers on a strip, 10 mm each until measured",
                "Cap turns: turns",
                "Board: degrees",
                "Strap: one of the words in the row",
                "Luff: what to look for, in words",
            ],
            read.Controls.Select(one => $"{one.Control.Name}: {one.Kind.Words}")
        );
        Assert.Equal(
            ["16 in", "18 1/2 in", "20 in – 21 in", "4 cm", "6.5 cm", "pin 3", "pin 4", "pin 6", "strip 0", "strip 2 1/2", "strip 5"],
            Shown(read).Take(11)
        );
        Assert.Equal("two creases · a crease just gone · hard", string.Join(" · ", Shown(read).TakeLast(3)));
        Assert.Equal([0.5, 0.5], read.Controls.Take(2).Select(one => one.Control.Scale.Step / one.Control.Scale.PositionsPerUnit));
        var draft = read.Draft("Sprat", "A boat.", Helm);
        Assert.Empty(draft.Definition.Problems());
        Assert.Equal(23, draft.Cells.Count);
    }

    [Fact]
    public void Whole_numbers_reach_up_to_the_next_band() =>
        Assert.Equal(["light 0 to 5 kn", "medium 5 to 9 kn", "strong 9 to 15 kn"], Bands(Read(Table)));

    [Theory]
    [InlineData("0-5|5-9|9-12", "0-5 0 to 5 kn|5-9 5 to 9 kn|9-12 9 to 12 kn")]
    [InlineData("<5|5-9|9+", "<5 0 to 5 kn|5-9 5 to 9 kn|9+ 9 to 15 kn")]
    [InlineData("6|10|16", "6 4 to 8 kn|10 8 to 13 kn|16 13 to 19 kn")]
    [InlineData("0-2 m/s|3-5 m/s", "0-2 m/s 0 to 5.8 kn|3-5 m/s 5.8 to 11.7 kn")]
    [InlineData("Force 1-2|Force 3|Force 4", "Force 1-2 1 to 7 kn|Force 3 7 to 11 kn|Force 4 11 to 17 kn")]
    public void Headings_are_read_as_people_write_winds(string heads, string bands) =>
        Assert.Equal(
            bands.Split('|'),
            Bands(
                Read([
                    ["", .. heads.Split('|')],
                    ["Vang", "1", "2", "3"],
                ])
            )
        );

    [Theory]
    [InlineData("0-5|8-12", "gap")]
    [InlineData("0-6|5-9", "overlap")]
    [InlineData("9-12|0-5", "do not rise")]
    [InlineData("12|6", "do not rise")]
    [InlineData("0-5|8", "one wind")]
    [InlineData("one|two", "names no wind bands")]
    [InlineData("A 5|B 9", "names no wind bands")]
    public void Headings_that_do_not_join_are_told_of(string heads, string says) =>
        Assert.Contains(
            says,
            PastedClass
                .Read(
                    [
                        ["", .. heads.Split('|')],
                        ["Vang", "1", "2"],
                    ],
                    SpeedUnit.Knot,
                    new Dictionary<int, string>()
                )
                .Problem
        );

    [Fact]
    public void A_number_in_the_corner_is_no_wind_and_nothing_at_all_is_no_table()
    {
        Assert.Equal(
            ["0-5 0 to 5 kn", "5-9 5 to 9 kn"],
            Bands(
                Read([
                    ["Ferrin 16", "0-5", "5-9"],
                    ["Jib 2", "1", "2"],
                ])
            )
        );
        foreach (
            string[][] rows in (string[][][])
                [
                    [],
                    [
                        [],
                    ],
                    [
                        [""],
                    ],
                    [
                        ["", ""],
                        [""],
                    ],
                ]
        )
        {
            Assert.Contains("names no wind bands", PastedClass.Read(rows, SpeedUnit.Knot, new Dictionary<int, string>()).Problem);
        }
    }

    [Theory]
    [InlineData("5000000")]
    [InlineData("999999999")]
    [InlineData("-999999999")]
    public void A_number_far_off_any_scale_is_said_to_be_off_it(string text)
    {
        var scales = CarrySweep
            .Classes.SelectMany(version => version.Class.Marked.Select(control => control.Scale))
            .Where(scale => scale.Choices is null)
            .ToList();
        Assert.True(scales.Count > 50);
        Assert.All(scales, scale => Assert.False(scale.Read(text).Ok));
        Assert.Contains(scales, scale => scale.Read(text).Problem!.Contains("off the scale", StringComparison.Ordinal));
    }

    [Fact]
    public void Odd_numbers_on_any_kind_of_scale_break_nothing()
    {
        string[] odd = ["1e308", "-1e308", "NaN", "∞", "-1", "0", "1e-300", "999999999", "1-2-3", "½", "1/0", "--", "#REF!", "5 ± 9e9"];
        foreach (var kind in PastedKind.All)
        {
            foreach (var text in odd)
            {
                var read = PastedClass.Read(
                    [
                        ["", "0-5", "5-9"],
                        ["Vang", text, text],
                    ],
                    SpeedUnit.Knot,
                    new Dictionary<int, string> { [1] = kind.Words }
                );
                Assert.True(read.Ok, $"{kind.Words}, {text}: {read.Problem}");
                var draft = read.Value.Draft("Odd", "", Helm);
                Assert.Empty(draft.Definition.Problems());
                Assert.Empty(draft.Definition.Unsound());
                Assert.All(draft.Cells.Values, cell => Assert.True(double.IsFinite(cell.Mark?.Position ?? 0)));
            }
        }
    }

    [Fact]
    public void A_table_turned_on_its_side_is_the_same_class()
    {
        string[][] plain = [.. Table[1..^1]];
        var turned = Enumerable.Range(0, 4).Select(column => plain.Select(row => row[column]).ToArray()).ToArray();
        Assert.Equal(Bands(Read(plain)), Bands(Read(turned)));
        Assert.Equal(Shown(Read(plain)), Shown(Read(turned)));
    }

    [Fact]
    public void A_chosen_kind_holds_and_one_that_does_not_fit_is_said()
    {
        const string Holes = "holes";
        var read = PastedClass.Read(Table, SpeedUnit.Knot, new Dictionary<int, string> { [4] = Holes, [9] = Holes }).Value;
        Assert.Equal(["hole 3", "hole 4", "hole 6"], Shown(read).Skip(5).Take(3));
        Assert.Equal(
            [null, "Most of this row does not read as holes."],
            read.Controls.Where(one => one.Line is 4 or 9).Select(one => one.Problem)
        );
        Assert.Equal("strip 2 1/2", Shown(read).ElementAt(9));
    }

    [Fact]
    public void A_word_among_marks_is_what_to_look_for_and_the_row_keeps_its_marks()
    {
        var read = Read([
            ["", "0-5", "5-9", "9-12"],
            ["Shroud pins", "3", "4", "hard"],
        ]);
        Assert.Equal(["pin 3", "pin 4", "hard"], Shown(read));
        Assert.Equal([null, null, true], read.Cells.Select(cell => cell.Doubt?.Contains("what to look for", StringComparison.Ordinal)));
        Assert.Equal(
            "0",
            NumberText.Plain(
                Read([
                    ["", "0-5", "5-9"],
                    ["Vang", "0", "2"],
                ])
                    .Controls[0]
                    .Control.Scale.Min.Position,
                0
            )
        );
    }

    [Fact]
    public void Two_rows_of_one_name_and_a_name_too_long_are_told_of()
    {
        Assert.Contains("Two rows", Problem(["", "0-5", "5-9"], ["Vang", "1", "2"], ["vang", "1", "2"]));
        Assert.Contains("no name of a control", Problem(["", "0-5", "5-9"], [new string('x', 41), "1", "2"]));
        Assert.Contains("no rows", Problem(["", "0-5", "5-9"]));

        static string? Problem(params string[][] rows) => PastedClass.Read(rows, SpeedUnit.Knot, new Dictionary<int, string>()).Problem;
    }

    [Fact]
    public void What_any_class_shows_reads_back_as_a_class_that_shows_the_same()
    {
        var looked = 0;
        foreach (var matrix in CarrySweep.Classes.Select(version => version.Set.First).Where(matrix => matrix.Fill.Filled > 0))
        {
            var controls = matrix.Controls.Where(control => matrix.Bands.All.Any(band => matrix[band, control] is not null)).ToList();
            var shown = controls.ConvertAll(control =>
                matrix.Bands.All.Select(band => matrix[band, control]?.Show(control.Scale) ?? "").ToArray()
            );
            var read = Read([
                [
                    "",
                    .. matrix.Bands.All.Select(band =>
                        $"{NumberText.Exact(Math.Round(band.From.Knots, 1))}-{NumberText.Exact(Math.Round(band.To.Knots, 1))} kn"
                    ),
                ],
                .. controls.Zip(shown, (control, cells) => (string[])[control.Name, .. cells]),
            ]);
            Assert.Equal(controls.Select(control => control.Name), read.Controls.Select(one => one.Control.Name));
            foreach (var cell in read.Cells)
            {
                var control = read.Controls.Single(one => one.Control.Key == cell.Address.Control).Control;
                Assert.True(cell.Cell is not null, $"{cell.Text}: {cell.Problem}");
                Assert.Equal(cell.Text, cell.Cell.Show(control.Scale));
                looked++;
            }

            Assert.Equal(shown.Sum(row => row.Count(text => text.Length > 0)), read.Cells.Count);
        }

        Assert.True(looked > 300, $"Only {looked} cells.");
    }

    private static PastedClass Read(string[][] rows) => PastedClass.Read(rows, SpeedUnit.Knot, new Dictionary<int, string>()).Value;

    private static IEnumerable<string> Bands(PastedClass read) =>
        read.Bands.All.Select(band => $"{band.Name} {NumberText.Plain(band.From.Knots, 1)} to {NumberText.Plain(band.To.Knots, 1)} kn");

    private static IEnumerable<string> Shown(PastedClass read) =>
        from one in read.Controls
        from cell in read.Cells.Where(cell => cell.Address.Control == one.Control.Key).OrderBy(cell => cell.Address.Band.Number)
        select cell.Cell?.Show(one.Control.Scale) ?? cell.Problem;
}
