namespace Regatta.Core.Tests.Controls;

public sealed class FieldWordTests
{
    [Fact]
    public void No_name_means_two_words_and_they_stand_in_order()
    {
        var names = FieldWord.All.SelectMany(word => word.Also.Prepend(word.Name)).ToList();
        Assert.Equal(names.Count, names.Distinct(StringComparer.OrdinalIgnoreCase).Count());
        Assert.Equal(FieldWord.All.OrderBy(word => word.Name, StringComparer.OrdinalIgnoreCase), FieldWord.All);
        Assert.All(FieldWord.All, word => Assert.EndsWith(".", word.Meaning, StringComparison.Ordinal));
    }
}
