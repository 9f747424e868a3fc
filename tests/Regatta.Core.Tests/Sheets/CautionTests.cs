using Regatta.Core.Tests.Evidence;
using Regatta.Core.Tests.Marks;

namespace Regatta.Core.Tests.Sheets;

public sealed class CautionTests
{
    [Fact]
    public void Strong_wind_is_cautioned_by_what_speaks_of_it_first()
    {
        Assert.Equal(
            "Reef before she asks twice.",
            StrongWindCaution.Of([new("Keep a lookout."), new("Hands clear of winches."), new("Reef before she asks twice.")])
        );
        Assert.Equal(StrongWindCaution.Usual, StrongWindCaution.Of([new("Keep clear of the boom.")]));
        Assert.Equal(StrongWindCaution.Usual, StrongWindCaution.Of([]));
    }

    [Fact]
    public void A_control_is_said_with_its_mark_and_no_word_twice()
    {
        var shroud = TestBoat.Slide with { Name = "Shroud hole", Scale = Scales.Shroud };
        Assert.Equal("Shroud hole 4", shroud.Said(shroud.Scale.Show(new Mark(4))));
        Assert.Equal("Slide 6 cm", TestBoat.Slide.Said(TestBoat.Slide.Scale.Show(new Mark(60))));
        Assert.Equal("Shroud hole holed", shroud.Said("holed"));
    }
}
