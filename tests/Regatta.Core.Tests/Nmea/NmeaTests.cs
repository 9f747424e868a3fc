using System.Text;
using CsCheck;
using Regatta.Formats.Nmea;

namespace Regatta.Core.Tests.Nmea;

public sealed class NmeaTests
{
    // Published rule: the checksum is the XOR of the characters between $ and *; the sentence from memory.
    [Fact]
    public void The_checksum_is_the_standards()
    {
        var sentence = NmeaSentence.Read("$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47").Value;
        Assert.Equal(("GP", "GGA", 14), (sentence.Talker, sentence.Type, sentence.Fields.Count));
        Assert.Equal("$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47", sentence.ToString());
    }

    [Theory]
    [InlineData("$GPGGA,123519*00", "checksum")]
    [InlineData("$GPGGA,123519", "no sentence")]
    [InlineData("GPGGA,123519*47", "no sentence")]
    [InlineData("*47$", "no sentence")]
    [InlineData("$WI*1E", "checksum|who speaks")]
    [InlineData("", "no sentence")]
    public void A_line_that_is_no_sentence_is_refused(string line, string says) =>
        Assert.Contains(says.Split('|'), part => NmeaSentence.Read(line).Problem!.Contains(part, StringComparison.Ordinal));

    [Fact]
    public void Garbage_before_a_sentence_is_passed_over() =>
        Assert.True(NmeaSentence.Read("x$$ü" + WindSentence.Mwv(Speed.FromKnots(9), Angle.FromDegrees(10))).Ok);

    [Fact]
    public void A_wind_written_is_the_wind_read() =>
        Gen.Select(Gen.Double[0, 60], Gen.Double[0, 359.9])
            .Sample(
                (knots, degrees) =>
                {
                    var said = WindSentence.Read(WindSentence.Mwd(Speed.FromKnots(knots), Angle.FromDegrees(degrees))).Value!;
                    var again = WindSentence.Read(WindSentence.Mwv(Speed.FromKnots(knots), Angle.FromDegrees(degrees))).Value!;
                    return Math.Abs(said.Wind!.Value.Knots - knots) < 0.0051
                        && Math.Abs(again.Wind!.Value.MetresPerSecond - Speed.FromKnots(knots).MetresPerSecond) < 0.0051
                        && Math.Abs(said.From!.Value.Degrees - degrees) < 0.051;
                }
            );

    [Theory]
    [InlineData("WIMWV,214.8,T,10.0,N,A", 5.144)]
    [InlineData("WIMWV,214.8,R,10.0,M,A", 10)]
    [InlineData("WIMWV,214.8,T,36.0,K,A", 10)]
    [InlineData("WIMWD,214.8,T,,M,,N,10.0,M", 10)]
    public void Wind_comes_in_knots_metres_and_kilometres(string between, double metresPerSecond) =>
        Assert.Equal(metresPerSecond, WindSentence.Read(Sentence(between)).Value!.Wind!.Value.MetresPerSecond, 3);

    [Theory]
    [InlineData("WIMWV,214.8,T,10.0,N,V", "not valid")]
    [InlineData("WIMWV,214.8,T,10.0,S,A", "unit of wind")]
    [InlineData("WIMWV,400,T,10.0,N,A", "cannot be")]
    [InlineData("WIMWV,214.8,T,-3,N,A", "cannot be")]
    [InlineData("WIMWV,214.8,T,900,N,A", "cannot be")]
    [InlineData("WIMWV,214.8,T,1e3,N,A", "cannot be")]
    [InlineData("WIMWV,214.8,T", "another shape")]
    [InlineData("WIZDA,256199.00,01,06,2026,00,00", "time that is none")]
    public void A_wind_that_cannot_be_is_refused_though_its_checksum_is_right(string between, string says) =>
        Assert.Contains(says, WindSentence.Read(Sentence(between)).Problem);

    [Fact]
    public void Other_sentences_are_passed_over() => Assert.Null(WindSentence.Read(Sentence("WIXDR,C,19.5,C,TEMP")).Value);

    [Fact]
    public void A_time_written_is_the_time_read()
    {
        var at = new DateTimeOffset(2026, 3, 29, 1, 59, 59, TimeSpan.Zero);
        Assert.Equal(at, WindSentence.Read(WindSentence.Zda(at.ToOffset(TimeSpan.FromHours(2)))).Value!.Time);
    }

    [Fact]
    public void Whatever_comes_through_the_line_nothing_breaks_and_one_second_gives_one_sample() =>
        Gen
            .Byte.Array[0, 400]
            .Sample(bytes =>
            {
                var stream = new StationStream(byStationClock: false);
                stream.Take(bytes, DateTimeOffset.UnixEpoch);
                var line = Encoding.Latin1.GetBytes(
                    "\n"
                        + WindSentence.Mwv(Speed.FromKnots(9), Angle.FromDegrees(10))
                        + "\n"
                        + WindSentence.Mwd(Speed.FromKnots(9), Angle.FromDegrees(10))
                        + "\n"
                );
                return stream.Take(line, DateTimeOffset.UnixEpoch.AddDays(1)).Count == 1
                    && stream.Take(line, DateTimeOffset.UnixEpoch.AddDays(1).AddSeconds(1)).Count == 1;
            });

    [Fact]
    public void A_line_without_an_end_does_not_grow_for_ever_and_a_cut_forgets_it()
    {
        var stream = new StationStream(byStationClock: false);
        for (var i = 0; i < 1000; i++)
        {
            stream.Take(new byte[10_000], DateTimeOffset.UnixEpoch);
        }

        stream.Cut();
        Assert.Single(
            stream.Take(
                Encoding.Latin1.GetBytes(WindSentence.Mwv(Speed.FromKnots(9), Angle.FromDegrees(10)) + "\r\n"),
                DateTimeOffset.UnixEpoch
            )
        );
    }

    private static NmeaSentence Sentence(string between) => NmeaSentence.Read($"${between}*{NmeaSentence.Checksum(between):X2}").Value;
}
