using Regatta.Core.Tests.Evidence;
using Regatta.Formats.Bundles;
using Regatta.Formats.Kits;
using Regatta.Formats.Sheets;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Core;

namespace Regatta.Core.Tests.Sheets;

public sealed class StripTests
{
    private const double PointsPerMillimetre = 72 / 25.4;

    public static TheoryData<Paper> Papers => [Paper.A4, Paper.Letter];

    // True scale: 1 in is 25.4 mm, a PDF point 1/72 in (ISO 32000-1, 8.3.2.3).
    [Theory]
    [InlineData(0.01)]
    [InlineData(0.1)]
    [InlineData(0.5)]
    [InlineData(50)]
    public void However_fine_a_step_is_its_strip_has_ticks_one_can_tell_apart(double step)
    {
        var fine = TestBoat.Slide with
        {
            Scale = new LengthScale(
                Core.Units.LengthUnit.Millimetre,
                Core.Units.Length.FromMillimetres(0),
                Core.Units.Length.FromMillimetres(150),
                Core.Units.Length.FromMillimetres(step)
            ),
        };
        var matrix = TestBoat.Matrix(60, 80, 100) with { Controls = [fine] };
        var ticks = StripSheet
            .Of(TestBoat.Class, matrix, Readings.OfTheClass, Paper.A4)
            .Pages[0]
            .Shapes.OfType<SheetLine>()
            .Where(line => Math.Abs(line.X1 - line.X2) < 1e-9 && Math.Abs(Math.Abs(line.Y1 - line.Y2) - 4) < 1.01)
            .Select(line => line.X1)
            .Order()
            .ToList();
        Assert.True(ticks.Count >= 4);
        Assert.All(ticks.Zip(ticks.Skip(1)), pair => Assert.True(pair.Second - pair.First > 0.99));
    }

    [Theory]
    [MemberData(nameof(Papers))]
    public void Ticks_of_the_printed_strip_stand_a_step_apart_within_a_tenth_of_a_millimetre(Paper paper)
    {
        using var pdf = PdfDocument.Open(
            SheetPdf.Write(StripSheet.Of(TestBoat.Class, TestBoat.Matrix(60, 80, 100), Readings.OfTheClass, paper))
        );
        var page = pdf.GetPage(1);
        Assert.Equal(paper.Width, page.Width / PointsPerMillimetre, 1);
        Assert.Equal(paper.Height, page.Height / PointsPerMillimetre, 1);

        // Ticks are the upright lines of 3 or 5 mm; the slide runs from 0 to 200 mm in steps of 10.
        var lines = Lines(page).ToList();
        var ticks = lines
            .Where(line => Math.Abs(line.X1 - line.X2) < 0.01 && Math.Abs(line.Y1 - line.Y2) is > 2.9 and < 3.1 or > 4.9 and < 5.1)
            .Select(line => line.X1)
            .Order()
            .ToList();
        Assert.Equal(21, ticks.Count);
        Assert.All(ticks.Zip(ticks.Skip(1)), pair => Assert.InRange(pair.Second - pair.First, 9.9, 10.1));
        Assert.InRange(ticks[^1] - ticks[0], 199.9, 200.1);

        var bar = lines.Where(line => Math.Abs(line.Y1 - line.Y2) < 0.01).Single(line => Math.Abs(Math.Abs(line.X2 - line.X1) - 100) < 0.5);
        Assert.Equal(StripSheet.CheckBar, Math.Abs(bar.X2 - bar.X1), 1);
        var words = string.Join(' ', page.GetWords().Select(word => word.Text));
        Assert.Contains("100 mm", words);
        Assert.Contains("Print at 100 %", words);
    }

    [Theory]
    [MemberData(nameof(Papers))]
    public void A_strip_longer_than_the_page_goes_on_where_the_overlap_says(Paper paper)
    {
        var control = TestBoat.Slide with { Scale = Marks.Scales.Inches(2, 40, 0.5) };
        var matrix = TestBoat.Matrix() with { Controls = [control] };
        var sheet = StripSheet.Of(TestBoat.Class, matrix, Readings.OfTheClass, paper);
        var shapes = sheet.Pages.SelectMany(page => page.Shapes).ToList();
        var names = shapes.OfType<SheetText>().Select(text => text.Text).ToList();
        Assert.Contains(
            names,
            name => name.Contains("piece 4 of 4", StringComparison.Ordinal) || name.Contains("piece 5 of 5", StringComparison.Ordinal)
        );
        Assert.Equal(names.Count(name => name == "join A"), names.Count(name => name == "join B"));
        Assert.Equal(2, names.Count(name => name == "join A"));

        // Every step is on some piece, each piece ends within the paper, and the joins of two neighbours are one length.
        var numbers = names.Where(name => int.TryParse(name, out _)).Select(int.Parse).Distinct();
        Assert.Equal(Enumerable.Range(2, 39), numbers.Order());
        Assert.All(shapes.OfType<SheetLine>(), line => Assert.InRange(line.X2, 0, paper.Width - 11.9));
    }

    [Fact]
    public void A_datum_far_away_is_told_by_how_much_and_a_near_one_is_on_the_strip()
    {
        Assert.Contains(
            Names(TestBoat.Slide with { Scale = Marks.Scales.Gooseneck }),
            name => name.Contains("lay its left end 13 in from band", StringComparison.Ordinal)
        );
        Assert.Contains(Names(TestBoat.Slide), name => name.Contains("lay the datum line on band", StringComparison.Ordinal));
    }

    [Fact]
    public void The_marks_of_the_bands_stand_at_their_lengths_those_at_one_place_together()
    {
        var shapes = StripSheet.Of(TestBoat.Class, TestBoat.Matrix(60, 60, 100), Readings.OfTheClass, Paper.A4).Pages.Single().Shapes;
        var tints = shapes.OfType<SheetTint>().ToList();
        Assert.Equal(2, tints.Count);
        Assert.Equal(40, tints[1].X - tints[0].X, 6);
        Assert.Equal(20, tints[0].Width, 6); // a tolerance of 10 mm to either side
        Assert.True(tints[0].Depth < tints[1].Depth);
        Assert.Contains(
            shapes.OfType<SheetText>(),
            text =>
                text.Text.Contains(", ", StringComparison.Ordinal)
                && text.Text.StartsWith(TestBoat.Bands.All[0].Name, StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_boats_own_reading_stands_beside_the_mark_where_it_differs()
    {
        var boat = new Boat(
            1,
            "Short",
            "",
            new Dictionary<ControlKey, IReadOnlyList<CalibrationPair>>
            {
                [TestBoat.Slide.Key] = [new(0, Marks.Scales.Mm(20)), new(200, Marks.Scales.Mm(220))],
            }
        );
        var texts = StripSheet
            .Of(TestBoat.Class, TestBoat.Matrix(60, 80, 100), Readings.OfTheClass with { Boat = boat }, Paper.A4)
            .Pages.Single()
            .Shapes.OfType<SheetText>();
        Assert.Contains(texts, text => text.Text.Contains("(she reads 4 cm)", StringComparison.Ordinal));
    }

    [Fact]
    public void A_class_without_a_length_has_no_page() =>
        Assert.Empty(
            StripSheet.Of(TestBoat.Class, TestBoat.Matrix() with { Controls = [TestBoat.Luff] }, Readings.OfTheClass, Paper.A4).Pages
        );

    [Fact]
    public void Every_kit_and_every_class_of_the_demo_prints()
    {
        var classes = BundleReader
            .Read(File.ReadAllBytes("Data/wenlow.json"), DateTimeOffset.MaxValue.AddDays(-1))
            .Bundle!.Classes.Concat(StarterKits.All);
        Assert.All(
            classes,
            one =>
            {
                var sheet = StripSheet.Of(one.Class, one.Draft.Set.First, Readings.OfTheClass, Paper.A4);
                Assert.InRange(sheet.Pages.Count, 1, 6);
                using var pdf = PdfDocument.Open(SheetPdf.Write(sheet));
                Assert.Equal(sheet.Pages.Count, pdf.NumberOfPages);
            }
        );
    }

    private static IEnumerable<string> Names(Control control) =>
        StripSheet
            .Of(TestBoat.Class, TestBoat.Matrix() with { Controls = [control] }, Readings.OfTheClass, Paper.A4)
            .Pages[0]
            .Shapes.OfType<SheetText>()
            .Select(text => text.Text);

    private static IEnumerable<(double X1, double Y1, double X2, double Y2)> Lines(UglyToad.PdfPig.Content.Page page) =>
        from path in page.Paths
        from subpath in path
        from command in subpath.Commands.OfType<PdfSubpath.Line>()
        select (
            command.From.X / PointsPerMillimetre,
            command.From.Y / PointsPerMillimetre,
            command.To.X / PointsPerMillimetre,
            command.To.Y / PointsPerMillimetre
        );
}
