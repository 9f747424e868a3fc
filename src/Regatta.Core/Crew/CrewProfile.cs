namespace Regatta.Core.Crew;

/// <summary>How strongly somebody hikes.</summary>
public enum Hiking
{
    /// <summary>As most do.</summary>
    Average,

    /// <summary>Weakly.</summary>
    Weak,

    /// <summary>Strongly.</summary>
    Strong,
}

/// <summary>How well somebody sails the class.</summary>
public enum Skill
{
    /// <summary>As most in the club.</summary>
    Club,

    /// <summary>Still learning.</summary>
    Learner,

    /// <summary>Racing.</summary>
    Racer,
}

/// <summary>The crew a card is read for. Private to who said it.</summary>
/// <param name="Mass">All aboard; null where nobody said.</param>
public sealed record CrewProfile(Mass? Mass)
{
    /// <summary>A crew of whom nothing but the mass is known.</summary>
    public static implicit operator CrewProfile(Mass mass) => new((Mass?)mass);

    /// <summary>Nobody said anything.</summary>
    public static CrewProfile Unknown { get; } = new((Mass?)null);

    /// <summary>How tall, on the average of those who hike; null where nobody said.</summary>
    public Length? Height { get; init; }

    /// <summary>How strongly they hike.</summary>
    public Hiking Hiking { get; init; }

    /// <summary>How well they sail the class.</summary>
    public Skill Skill { get; init; }

    /// <summary>Whether they are juniors.</summary>
    public bool Junior { get; init; }

    /// <summary>How many are out on the trapeze; null for as many as the class's own crew has.</summary>
    public int? OnWire { get; init; }

    /// <summary>The wind beyond which they want no gennaker or kite up; null for none of their own.</summary>
    public Speed? Limit { get; init; }

    /// <summary>The most on the wire at once.</summary>
    public const int MostOnWire = 4;

    /// <summary>The shortest and the tallest anybody enters.</summary>
    public static readonly (Length Least, Length Most) Heights = (Length.FromMetres(1), Length.FromMetres(2.3));

    /// <summary>Whether they go by a newcomer's share of every limit: learners and juniors.</summary>
    public bool IsNewcomer => Junior || Skill == Skill.Learner;

    /// <summary>Whether it says anything beside a mass.</summary>
    public bool IsEmpty => this == Unknown;

    /// <summary>What of it the class's table of steps may speak of.</summary>
    public IEnumerable<CrewTrait> Traits
    {
        get
        {
            if (Hiking != Hiking.Average)
            {
                yield return Hiking == Hiking.Weak ? CrewTrait.HikesWeakly : CrewTrait.HikesStrongly;
            }

            if (Skill != Skill.Club)
            {
                yield return Skill == Skill.Learner ? CrewTrait.Learner : CrewTrait.Racer;
            }

            if (Junior)
            {
                yield return CrewTrait.Junior;
            }
        }
    }

    /// <summary>Reads how tall somebody is, in cm unless a unit is written.</summary>
    public static Parsed<Length> ReadHeight(string text) =>
        NumberText
            .Read(text)
            .Then(read =>
                read.Tail.ToLowerInvariant() switch
                {
                    "" or "cm" => Tall(Length.FromMillimetres(read.Number * 10)),
                    "m" => Tall(Length.FromMetres(read.Number)),
                    "in" or "inch" or "inches" => Tall(Length.FromMillimetres(read.Number * 25.4)),
                    _ => Parsed<Length>.Bad("Height is written in cm, m or in."),
                }
            );

    private static Parsed<Length> Tall(Length height) =>
        height.Millimetres < Heights.Least.Millimetres || height.Millimetres > Heights.Most.Millimetres
            ? Parsed<Length>.Bad("A height lies between 100 and 230 cm.")
            : Parsed<Length>.Good(height);
}

/// <summary>What a crew is, beside how heavy, that a class may set a control by.</summary>
public enum CrewTrait
{
    /// <summary>Hikes weakly.</summary>
    HikesWeakly,

    /// <summary>Hikes strongly.</summary>
    HikesStrongly,

    /// <summary>Still learns.</summary>
    Learner,

    /// <summary>Races.</summary>
    Racer,

    /// <summary>Is a junior.</summary>
    Junior,
}

/// <summary>Crews of a kind set a control so many steps from the card.</summary>
/// <param name="Trait">The kind.</param>
/// <param name="Control">The control.</param>
/// <param name="Steps">How many steps more; negative for less.</param>
public sealed record CrewStep(CrewTrait Trait, ControlKey Control, int Steps);

/// <summary>The crews a printed or public card has columns for.</summary>
/// <param name="Light">A light crew.</param>
/// <param name="Heavy">A heavy crew; heavier than the light one.</param>
/// <param name="BySkill">Whether it has rows for learners and racers.</param>
public sealed record CrewColumns(Mass Light, Mass Heavy, bool BySkill);
