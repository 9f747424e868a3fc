namespace Regatta.Core.Tests;

/// <summary>Text that reads as what it says.</summary>
public sealed class PlainTextTests
{
    [Theory]
    [InlineData("Kim\u202Enimda", true)]
    [InlineData("Kim\u2066x\u2069", true)]
    [InlineData("Kim\0", true)]
    [InlineData("Kim\r\nA.\tB", false)]
    [InlineData("Zoë 🛶 שלום", false)]
    public void What_turns_writing_around_or_is_no_letter_is_told(string text, bool has)
    {
        Assert.Equal(has, PlainText.HasControls(text));
        Assert.False(PlainText.HasControls(PlainText.Shown(text)));
        Assert.Equal(!has && !text.Contains('\n'), PersonName.Read(text).Ok);
    }
}
