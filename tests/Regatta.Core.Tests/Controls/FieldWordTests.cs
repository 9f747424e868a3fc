namespace Regatta.Core.Tests;

public sealed class FieldWordTests
{
    [Fact]
    public void A_word_is_found_by_every_name_and_no_name_means_two()
    {
        var names = FieldWord.All.SelectMany(word => word.Also.Prepend(word.Name)).ToList();
        Assert.Equal(names.Count, names.Distinct(StringComparer.OrdinalIgnoreCase).Count());
        Assert.All(
            FieldWord.All,
            word => Assert.All(word.Also.Prepend(word.Name), name => Assert.Same(word, FieldWord.Of(" " + name.ToUpperInvariant())))
        );
        Assert.Null(FieldWord.Of("bobstay"));
        Assert.Equal(FieldWord.All.OrderBy(word => word.Name, StringComparer.OrdinalIgnoreCase), FieldWord.All);
    }

    // Synonyms as the trade has them: common practice, no source.
    [Theory]
    [InlineData("kicker", "Vang")]
    [InlineData("downhaul", "Cunningham")]
    [InlineData("fairlead", "Jib lead")]
    [InlineData("genoa", "Headsail")]
    [InlineData("gaff", "Upper spar")]
    public void What_others_call_it_means_the_same(string said, string name) => Assert.Equal(name, FieldWord.Of(said)?.Name);
}
