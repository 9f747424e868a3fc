namespace Regatta.Core.Tests.Logbook;

public sealed class SessionLogTests
{
    private static readonly DateTimeOffset Now = new(2026, 6, 1, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public void The_future_is_refused_but_for_the_slack_of_a_phones_clock()
    {
        Assert.True(SessionLog.CheckTime(Now, Now).Ok);
        Assert.True(SessionLog.CheckTime(Now.AddMinutes(9), Now).Ok);
        Assert.Contains("still to come", SessionLog.CheckTime(Now.AddMinutes(11), Now).Problem);
    }

    [Theory]
    [InlineData("72", MassUnit.Kilogram, 72)]
    [InlineData("72 kg", MassUnit.Pound, 72)]
    [InlineData("200", MassUnit.Pound, 90.718474)]
    [InlineData("150,5 lbs", MassUnit.Kilogram, 68.265652)]
    public void A_crews_mass_is_read_in_the_unit_written_or_else_the_readers(string text, MassUnit unit, double kilograms) =>
        Assert.Equal(kilograms, SessionLog.ReadCrewMass(text, unit).Value.Kilograms, 5);

    [Theory]
    [InlineData("0")]
    [InlineData("-70")]
    [InlineData("1501")]
    [InlineData("seventy")]
    [InlineData("70 st")]
    public void Other_masses_are_refused(string text) => Assert.False(SessionLog.ReadCrewMass(text, MassUnit.Kilogram).Ok);

    [Theory]
    [InlineData("12", 12)]
    [InlineData("-4°", -4)]
    [InlineData("7.5 deg", 7.5)]
    public void Heel_is_read_in_degrees(string text, double degrees) => Assert.Equal(degrees, SessionLog.ReadHeel(text).Value.Degrees);

    [Fact]
    public void What_the_fit_may_know_of_a_session_names_no_mass_and_no_sailor()
    {
        var names = typeof(SessionEvidence).GetProperties().Select(property => property.PropertyType).ToList();
        Assert.DoesNotContain(typeof(Mass), names);
        Assert.DoesNotContain(typeof(Mass?), names);
        var log = new SessionLog(
            Guid.NewGuid(),
            Now,
            Mass.FromKilograms(70),
            [
                new(
                    WindRange.Of(Speed.FromKnots(8), Speed.FromKnots(9), null).Value,
                    new Dictionary<ControlKey, Mark> { [new("slide")] = new(3) },
                    new(HelmReading.Of(Angle.FromDegrees(2), null).Value, CheckGates.AllHeld, null),
                    Felt.Usual
                ),
            ],
            "private note",
            1
        );
        var evidence = Assert.Single(log.Evidence(7, null));
        Assert.Equal((7, log.Wind, 0.5), (evidence.Number, evidence.Wind, evidence.Weight!.Weight));
        Assert.DoesNotContain("private note", evidence.ToString());
    }

    [Fact]
    public void A_correction_keeps_who_asked_for_a_mark_that_is_what_it_was()
    {
        var (gooseneck, outhaul) = (new ControlKey("gooseneck"), new ControlKey("outhaul"));
        var wind = WindRange.Of(Speed.FromKnots(9), Speed.FromKnots(11), null).Value;
        SessionLog Log(double slide, AskedBy by, double foot) =>
            new(
                Guid.NewGuid(),
                DateTimeOffset.UnixEpoch,
                null,
                [
                    new(wind, new Dictionary<ControlKey, Mark> { [gooseneck] = new(slide), [outhaul] = new(foot) }, null, Felt.Usual)
                    {
                        Asked = new Dictionary<ControlKey, AskedMark>
                        {
                            [gooseneck] = new(by, new(508)),
                            [outhaul] = new(AskedBy.Sailor, new(3)),
                        },
                    },
                ],
                "",
                1
            );

        var trial = Log(520.7, AskedBy.Trial, 3);
        // The form that is opened again reads the trial's mark as the sailor's own, for it is not the card's.
        var corrected = (Log(520.7 + 1e-9, AskedBy.Sailor, 4) with { Note = "chop" }).Correcting(trial);
        Assert.Equal(AskedBy.Trial, corrected.First.Asked[gooseneck].By);
        Assert.Equal(AskedBy.Sailor, corrected.First.Asked[outhaul].By);
        Assert.Equal("chop", corrected.Note);
        Assert.Equal(AskedBy.Sailor, Log(533.4, AskedBy.Sailor, 3).Correcting(trial).First.Asked[gooseneck].By);
    }
}
