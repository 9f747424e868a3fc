namespace Regatta.Core.Checks;

/// <summary>The helm carried in a steady breeze, in degrees of rudder, + weather helm, on one tack or both.</summary>
public sealed record HelmReading
{
    /// <summary>No rudder is carried beyond this; a typing slip.</summary>
    public static readonly Angle Most = Angle.FromDegrees(45);

    /// <summary>Words that say which way, before a number or behind it.</summary>
    private static readonly string[] Sides = ["weather", "lee", "helm"];

    private HelmReading(Angle? port, Angle? starboard) => (Port, Starboard) = (port, starboard);

    /// <summary>On port tack, or null when not looked at.</summary>
    public Angle? Port { get; }

    /// <summary>On starboard tack, or null when not looked at.</summary>
    public Angle? Starboard { get; }

    /// <summary>True when both tacks were looked at.</summary>
    public bool BothTacks => Port is not null && Starboard is not null;

    /// <summary>The mean of both tacks: what the rig and the hull ask of the rudder. Of one tack alone, that tack.</summary>
    public Angle Mean => BothTacks ? 0.5 * (Port!.Value + Starboard!.Value) : (Port ?? Starboard)!.Value;

    /// <summary>Half of port less starboard: what points at the rudder or a leaning mast, not at the balance. Null with one tack
    /// alone.</summary>
    public Angle? Bias => BothTacks ? 0.5 * (Port!.Value - Starboard!.Value) : null;

    /// <summary>Joins the tacks; at least one is needed, each within <see cref="Most"/>.</summary>
    public static Parsed<HelmReading> Of(Angle? port, Angle? starboard) =>
        port is null && starboard is null
            ? Parsed<HelmReading>.Bad("Say what helm you carried on at least one tack.")
            : Parsed<HelmReading>.Good(new(port, starboard));

    /// <summary>Reads one tack as written: degrees, + weather and − lee, or one of the words of <see cref="HelmWords"/>.</summary>
    public static Parsed<Angle> Read(string text)
    {
        if (HelmWords.Named(text) is { } word)
        {
            return Parsed<Angle>.Good(word.Helm);
        }

        var lee = text.Contains("lee", StringComparison.OrdinalIgnoreCase);
        var number = Sides.Aggregate(text, (rest, side) => rest.Replace(side, "", StringComparison.OrdinalIgnoreCase));
        return NumberText
            .Read(number)
            .Then(read => Parsed<(double Number, string Tail)>.Good((lee ? -Math.Abs(read.Number) : read.Number, read.Tail)))
            .Then(read =>
                read switch
                {
                    { Tail: not ("" or "°" or "deg" or "degrees") } => Parsed<Angle>.Bad(
                        $"“{read.Tail}” is not understood here. Write degrees, + for weather helm and − for lee helm."
                    ),
                    _ when Math.Abs(read.Number) > Most.Degrees => Parsed<Angle>.Bad(
                        $"{NumberText.Plain(read.Number, 1)}° of helm is more than any rudder "
                            + $"carries. It is {Most.Degrees}° at the most, + weather and − lee."
                    ),
                    _ => Parsed<Angle>.Good(Angle.FromDegrees(read.Number)),
                }
            );
    }
}

/// <summary>Balance in a word, for those who do not measure.</summary>
/// <param name="Text">As sailors say it.</param>
/// <param name="Helm">The degrees it stands for, + weather. Our own choice, around the light tug of 2 to 4 degrees.</param>
public sealed record HelmWord(string Text, Angle Helm);

/// <summary>The words for balance, and the degrees each stands for.</summary>
public static class HelmWords
{
    private static readonly IReadOnlyList<HelmWord> OfTiller = Words(
        ("lee helm", -3),
        ("none", 0),
        ("light tug", 3),
        ("pull", 6),
        ("heavy", 10)
    );

    private static readonly IReadOnlyList<HelmWord> OfRadio = Words(
        ("bears away", -6),
        ("bears away slowly", -3),
        ("goes straight", 0),
        ("turns up slowly", 3),
        ("turns up", 6)
    );

    private static readonly IReadOnlyList<HelmWord> OfSailboard = Words(
        ("front hand hard", -6),
        ("front hand", -3),
        ("equal", 0),
        ("back hand", 3),
        ("back hand hard", 6)
    );

    /// <summary>The words of a kind of check, from lee to weather.</summary>
    public static IReadOnlyList<HelmWord> Of(BalanceKind kind) =>
        kind switch
        {
            BalanceKind.Radio => OfRadio,
            BalanceKind.Sailboard => OfSailboard,
            _ => OfTiller,
        };

    /// <summary>The word somebody wrote, or null.</summary>
    public static HelmWord? Named(string text) =>
        OfTiller
            .Concat(OfRadio)
            .Concat(OfSailboard)
            .FirstOrDefault(word => word.Text.Equals(text.Trim(), StringComparison.OrdinalIgnoreCase));

    /// <summary>A helm in a few words, such as "3.1° of weather helm".</summary>
    public static string Describe(Angle helm) =>
        Math.Round(helm.Degrees, 1) switch
        {
            0 => "no helm",
            > 0 => $"{NumberText.Plain(helm.Degrees, 1)}° of weather helm",
            _ => $"{NumberText.Plain(-helm.Degrees, 1)}° of lee helm",
        };

    private static IReadOnlyList<HelmWord> Words(params (string Text, double Degrees)[] words) =>
        [.. words.Select(word => new HelmWord(word.Text, Angle.FromDegrees(word.Degrees)))];
}
