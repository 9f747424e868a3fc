using System.Globalization;

namespace Regatta.Formats.Nmea;

/// <summary>One NMEA 0183 sentence: <c>$WIMWV,214.8,T,10.1,N,A*hh</c>.</summary>
/// <param name="Talker">Who speaks, two letters.</param>
/// <param name="Type">What it says, three letters.</param>
/// <param name="Fields">What stands between the commas after the type.</param>
public sealed record NmeaSentence(string Talker, string Type, IReadOnlyList<string> Fields)
{
    /// <summary>The XOR of the characters between $ and *.</summary>
    public static byte Checksum(ReadOnlySpan<char> between)
    {
        byte sum = 0;
        foreach (var letter in between)
        {
            sum ^= (byte)letter;
        }

        return sum;
    }

    /// <summary>Reads one line. What stands before the $ is left out; a sentence without its right checksum is refused.</summary>
    public static Parsed<NmeaSentence> Read(string line)
    {
        var start = line.LastIndexOf('$');
        var star = line.LastIndexOf('*');
        if (start < 0 || star < start || line.Length - start > Limits.SentenceLetters)
        {
            return Parsed<NmeaSentence>.Bad("This is no sentence.");
        }

        var (between, said) = (line[(start + 1)..star], line[(star + 1)..].Trim());
        if (
            said.Length != 2
            || !byte.TryParse(said, NumberStyles.HexNumber, CultureInfo.InvariantCulture, out var sum)
            || sum != Checksum(between)
        )
        {
            return Parsed<NmeaSentence>.Bad("The checksum is not right.");
        }

        var fields = between.Split(',');
        return fields[0].Length == 5 && fields[0].All(char.IsAsciiLetterOrDigit)
            ? Parsed<NmeaSentence>.Good(new(fields[0][..2], fields[0][2..], fields[1..]))
            : Parsed<NmeaSentence>.Bad("It does not say who speaks.");
    }

    /// <summary>The sentence as a line, without the line's end.</summary>
    public override string ToString()
    {
        var between = $"{Talker}{Type},{string.Join(',', Fields)}";
        return $"${between}*{Checksum(between):X2}";
    }
}
