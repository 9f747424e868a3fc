using System.Globalization;

namespace Regatta.Web.Pages.Cards;

/// <summary>Who somebody sails a class as: what was typed, and the profile it comes to.</summary>
/// <param name="definition">The class as it is published.</param>
/// <param name="own">What they said before; null for nothing.</param>
/// <param name="mass">The reader's unit of mass.</param>
/// <param name="wind">The reader's unit of wind.</param>
/// <param name="typed">What was typed; null where nobody typed yet.</param>
public sealed class CrewForm(
    ClassDefinition definition,
    OwnCrew? own,
    MassUnit mass,
    SpeedUnit wind,
    IReadOnlyDictionary<string, string>? typed
)
{
    private static readonly Choice<Hiking> Hikings = new(("average", Hiking.Average), ("weak", Hiking.Weak), ("strong", Hiking.Strong));

    private static readonly Choice<Skill> Skills = new(("club", Skill.Club), ("learner", Skill.Learner), ("racer", Skill.Racer));

    public FormReader Reader { get; } = new();

    public bool Junior => typed is null ? own?.Profile.Junior == true : typed.ContainsKey("junior");

    public bool CaptainMaySee => typed is null ? own?.CaptainMaySee == true : typed.ContainsKey("captainMaySee");

    public IEnumerable<Field> Fields
    {
        get
        {
            var profile = own?.Profile ?? CrewProfile.Unknown;
            yield return Of("crew", $"Crew, {mass.Symbol()}", MassShown(profile)) with
            {
                InputMode = "decimal",
                Hint = "All aboard. Seen by you alone, unless you allow your captain.",
            };
            yield return Of("height", "Height, cm", HeightShown(profile)) with
            {
                InputMode = "numeric",
                Hint = "Of those who hike.",
            };
            yield return Of("hiking", "Hiking", Hikings.WordOf(profile.Hiking)) with
            {
                Choices = Hikings.Words,
            };
            yield return Of("skill", "Skill", Skills.WordOf(profile.Skill)) with
            {
                Choices = Skills.Words,
            };
            yield return Of("limit", $"No kite or gennaker above, {wind.Symbol()}", LimitShown(profile)) with
            {
                InputMode = "decimal",
                Hint = "At the class’s height. Your own limit; the lowest of the class’s, the club’s and yours holds.",
            };
            if (definition.Crew.Rule is { Wire.Metres: > 0 } rule)
            {
                yield return Of("onWire", "On the trapeze", OnWireShown(profile)) with
                {
                    InputMode = "numeric",
                    Hint = $"The card is for {rule.OnWire} of {rule.People}.",
                };
            }
        }
    }

    /// <summary>Reads the form; what is wrong stands beside its field.</summary>
    public CrewProfile? Read()
    {
        var profile = own?.Profile ?? CrewProfile.Unknown;
        var crew = new CrewProfile(
            Reader.May(
                "crew",
                Text("crew"),
                FormReader.Kept(MassShown(profile), profile.Mass ?? default, text => SessionLog.ReadCrewMass(text, mass))
            )
        )
        {
            Height = Reader.May(
                "height",
                Text("height"),
                FormReader.Kept(HeightShown(profile), profile.Height ?? default, CrewProfile.ReadHeight)
            ),
            Hiking = Hikings.Read(Text("hiking")),
            Skill = Skills.Read(Text("skill")),
            Junior = Junior,
            Limit = Reader.May(
                "limit",
                Text("limit"),
                FormReader.Kept(LimitShown(profile), profile.Limit ?? default, text => ClubSafety.ReadLimit(text, wind))
            ),
            OnWire = Reader.May(
                "onWire",
                Text("onWire"),
                text =>
                    int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var count) && count <= CrewProfile.MostOnWire
                        ? Parsed<int>.Good(count)
                        : Parsed<int>.Bad($"0 to {CrewProfile.MostOnWire} are out on the trapeze.")
            ),
        };
        if (Reader.Ok && definition.Crew.Problem(crew, definition.Bands) is { } impossible)
        {
            Reader.Refuse("crew", impossible);
        }

        return Reader.Ok ? crew : null;
    }

    private Field Of(string name, string label, string value) =>
        typed is null ? new(name, label, value) : new Field(name, label, value).Filled(typed, Reader.Problems);

    private string Text(string field) => typed?.GetValueOrDefault(field, "") ?? "";

    private string MassShown(CrewProfile profile) => profile.Mass is { } known ? NumberText.Plain(known.In(mass), 1) : "";

    private string LimitShown(CrewProfile profile) => profile.Limit is { } limit ? NumberText.Plain(limit.In(wind), 1) : "";

    private static string HeightShown(CrewProfile profile) =>
        profile.Height is { } height ? NumberText.Plain(height.Millimetres / 10, 1) : "";

    private static string OnWireShown(CrewProfile profile) => profile.OnWire?.ToString(CultureInfo.InvariantCulture) ?? "";
}

/// <summary>What somebody always sets otherwise than the card, in the units marks are spoken of in, and what they read lengths
/// in.</summary>
/// <param name="version">What is published.</param>
/// <param name="own">How they set and read controls now.</param>
/// <param name="typed">What was typed; null where nobody typed yet.</param>
public sealed class OffsetsForm(PublishedVersion version, OwnWays own, IReadOnlyDictionary<string, string>? typed)
{
    private static readonly Choice<OwnMeasure?> Measures = new([
        ("as the class", null),
        .. OwnMeasure.All.Select(measure => (measure.Words, (OwnMeasure?)measure)),
    ]);

    public FormReader Reader { get; } = new();

    /// <summary>The controls that have steps to go by.</summary>
    private IEnumerable<Control> Controls => version.Class.Marked.Where(control => control.Scale.Choices is null);

    public IEnumerable<Field> Fields =>
        Controls.Select(control =>
        {
            var shown = new Field(NameOf(control), control.Name, Shown(control))
            {
                Hint = $"such as {control.Scale.ShowChange(control.Scale.Step)}",
            };
            return typed is null ? shown : shown.Filled(typed, Reader.Problems);
        });

    /// <summary>What each length that is measured by tape or body is read in.</summary>
    public IEnumerable<Field> ReadIn =>
        OwnRead.Select(control =>
        {
            var chosen = own.Measures.TryGetValue(control.Key, out var measure) ? measure : (OwnMeasure?)null;
            var shown = new Field(ReadInOf(control), control.Name, Measures.WordOf(chosen)) { Choices = Measures.Words };
            return typed is null ? shown : shown.Filled(typed, Reader.Problems);
        });

    private Dictionary<ControlKey, OwnMeasure> ReadMeasures() =>
        (
            from control in OwnRead
            let chosen = Measures.Read(typed?.GetValueOrDefault(ReadInOf(control)))
            where chosen is not null
            select (control.Key, Measure: chosen.Value)
        ).ToDictionary(read => read.Key, read => read.Measure);

    private IEnumerable<Control> OwnRead => Controls.Where(control => OwnScale.Fits(control.Scale));

    private static string ReadInOf(Control control) => "read-" + control.Key;

    /// <summary>Reads the form, in whole steps; null where something is wrong.</summary>
    public OwnWays? Read()
    {
        var offsets = new Dictionary<ControlKey, double>();
        foreach (var control in Controls)
        {
            var text = typed?.GetValueOrDefault(NameOf(control), "") ?? "";
            if (
                Reader.May(
                    NameOf(control),
                    text,
                    FormReader.Kept(Shown(control), own.Offsets.GetValueOrDefault(control.Key), said => Change(control, said))
                )
                    is { } by
                && by != 0
            )
            {
                offsets[control.Key] = by;
            }
        }

        return Reader.Ok ? new(offsets, ReadMeasures()) : null;
    }

    private static Parsed<double> Change(Control control, string text)
    {
        var trimmed = text.Trim();
        var less = trimmed.StartsWith('-') || trimmed.StartsWith('−');
        return control
            .Scale.ReadDistance(trimmed.TrimStart('+', '-', '−'))
            .Then(distance =>
            {
                var steps = Math.Round(distance / control.Scale.Step);
                return Math.Abs((steps * control.Scale.Step) - distance) > control.Scale.Step / 10
                    ? Parsed<double>.Bad($"It goes in steps of {control.Scale.ShowDistance(control.Scale.Step)}.")
                    : Parsed<double>.Good((less ? -steps : steps) * control.Scale.Step);
            });
    }

    private string Shown(Control control) =>
        own.Offsets.TryGetValue(control.Key, out var by) && by != 0 ? control.Scale.ShowChange(by) : "";

    private static string NameOf(Control control) => "own-" + control.Key;
}
