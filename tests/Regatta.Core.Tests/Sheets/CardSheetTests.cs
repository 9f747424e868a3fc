using Regatta.Formats.Bundles;
using Regatta.Formats.Sheets;
using UglyToad.PdfPig;

namespace Regatta.Core.Tests.Sheets;

public sealed class CardSheetTests
{
    private static readonly IReadOnlyList<BundledClass> Club = BundleReader
        .Read(File.ReadAllBytes("Data/wenlow.json"), DateTimeOffset.MaxValue.AddDays(-1))
        .Bundle!.Classes;

    public static TheoryData<string, string> ClassesAndPlans =>
        [.. from one in Club from plan in one.Class.PlanModes.Plans select new TheoryDataRow<string, string>(one.Class.Key, plan.Key.Name)];

    [Theory]
    [MemberData(nameof(ClassesAndPlans))]
    public void Every_plan_of_every_class_goes_on_one_side_of_a5_and_what_is_looked_at_on_the_back(string key, string plan)
    {
        var sheet = Of(key, plan, Paper.A5, CardDetail.Tinted);
        var texts = Texts(sheet.Pages[0]);
        Assert.Contains("Look afloat", string.Join(' ', sheet.Pages.Skip(1).SelectMany(Texts)), StringComparison.Ordinal);
        Assert.All(
            sheet.Pages.SelectMany(side => side.Shapes).OfType<SheetText>(),
            text =>
            {
                Assert.InRange(text.X, 0, 210);
                Assert.InRange(text.Y, text.Size, 148);
                Assert.True(text.Size >= 1.9, $"“{text.Text}” is {text.Size} mm");
            }
        );
        foreach (var part in (string[])[" check:", "Limits", "Mind", "Buoyancy aid"])
        {
            Assert.Contains(part, string.Join(' ', texts), StringComparison.Ordinal);
        }
    }

    [Fact]
    public void It_says_what_the_matrix_says_with_the_moves_between_neighbours()
    {
        var texts = string.Join('\n', Texts(Of("quillet", "full", Paper.A5, CardDetail.Tinted).Pages[0]));
        Assert.Contains("23 1/2 in", texts, StringComparison.Ordinal);
        Assert.Contains("fresh to strong: ", texts, StringComparison.Ordinal);
        Assert.Contains("Gooseneck 23 1/2 in", texts.Replace('\n', ' '), StringComparison.Ordinal);
        Assert.Contains("version 1, 12 Apr 2025", texts, StringComparison.Ordinal);
    }

    [Fact]
    public void A_mode_of_its_own_has_a_line_of_its_own_and_bands_the_sails_are_not_carried_in_have_no_column()
    {
        Assert.Contains("Vang, reach", Texts(Of("tandry", "full", Paper.A5, CardDetail.Tinted).Pages[0]));
        Assert.DoesNotContain("light", Texts(Of("orlop-9", "reef-2", Paper.A5, CardDetail.Tinted).Pages[0]));
    }

    [Fact]
    public void High_contrast_has_no_tints_and_large_type_has_larger_letters()
    {
        Assert.Empty(Of("quillet", "full", Paper.A5, CardDetail.HighContrast).Pages[0].Shapes.OfType<SheetTint>());
        Assert.NotEmpty(Of("quillet", "full", Paper.A5, CardDetail.Tinted).Pages[0].Shapes.OfType<SheetTint>());
        double Largest(CardDetail look) =>
            Of("quillet", "full", Paper.A5, look)
                .Pages[0]
                .Shapes.OfType<SheetText>()
                .Where(text => text.Text == "26 in")
                .Max(text => text.Size);
        Assert.True(Largest(CardDetail.LargeType) > Largest(CardDetail.Tinted));
        Assert.True(Of("quillet", "full", Paper.A5, CardDetail.LargeType).Pages.Count > 1);
    }

    [Theory]
    [InlineData(210, 148)]
    [InlineData(148, 105)]
    public void The_pdf_is_of_the_papers_size_and_has_the_words(double width, double height)
    {
        using var pdf = PdfDocument.Open(
            SheetPdf.Write(Of("pettle-65", "b", Paper.ForCards.Single(paper => paper.Width == width), CardDetail.HighContrast))
        );
        var page = pdf.GetPage(1);
        Assert.Equal(
            (width, height),
            (page.Width * 25.4 / 72, page.Height * 25.4 / 72),
            (a, b) => Math.Abs(a.Item1 - b.Item1) < 0.1 && Math.Abs(a.Item2 - b.Item2) < 0.1
        );
        Assert.Contains("rig B", page.Text, StringComparison.Ordinal);
        Assert.Contains("34 mm", page.Text, StringComparison.Ordinal);
    }

    private static CardSheet Of(string key, string plan, Paper paper, CardDetail look)
    {
        var one = Club.Single(one => one.Class.Key == key);
        return CardSheet.Of(
            one.Versions[^1],
            one.Class.PlanModes.Find(new PlanKey(plan))!,
            Readings.OfTheClass,
            paper,
            look,
            SpeedUnit.Knot,
            []
        );
    }

    private static IEnumerable<string> Texts(SheetPage page) => page.Shapes.OfType<SheetText>().Select(text => text.Text);
}
