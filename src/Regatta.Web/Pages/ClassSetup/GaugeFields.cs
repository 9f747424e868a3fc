namespace Regatta.Web.Pages.ClassSetup;

/// <summary>The two fields that say which gauge answers something from a picture, and where its words end: the same for a question and for
/// an observed target.</summary>
public static class GaugeFields
{
    private const string GaugeField = "gauge";
    private const string EndsField = "gaugeEnds";
    private const string ByEye = "by eye";

    private static readonly IReadOnlyList<string> Offered = [ByEye, .. KnownGauges.All.Select(gauge => gauge.Name)];

    /// <summary>The fields.</summary>
    public static IEnumerable<Field> All =>
        [
            new(GaugeField, "Measured in a picture by", ByEye) { Choices = Offered },
            new(EndsField, "Where one word ends and the next begins", "")
            {
                Hint = "With semicolons, such as: −3; 3. Degrees, per cent or mm, as the gauge reads. Empty for a number.",
            },
        ];

    /// <summary>What is said now, as fields.</summary>
    public static IEnumerable<(string Field, string Value)> Typed(GaugeUse? gauge) =>
        gauge?.Known is { } known
            ?
            [
                (GaugeField, known.Name),
                (EndsField, string.Join("; ", gauge.From.Select(end => NumberText.Exact(end * GaugeText.Factor(known.Unit))))),
            ]
            : [(GaugeField, ByEye), (EndsField, "")];

    /// <summary>Reads them; what does not go together with the answers stands beside its field. A gauge this installation does not know
    /// stays where nobody chose another.</summary>
    /// <param name="reader">Keeps what is wrong.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="form">How it is answered; null where that was not understood.</param>
    /// <param name="before">What was said before.</param>
    public static GaugeUse? Read(FormReader reader, IReadOnlyDictionary<string, string> typed, AnswerForm? form, GaugeUse? before)
    {
        var ends = typed.GetValueOrDefault(EndsField, "").Trim();
        if (KnownGauges.All.FirstOrDefault(gauge => gauge.Name == typed.GetValueOrDefault(GaugeField)) is not { } known)
        {
            if (ends.Length > 0)
            {
                reader.Refuse(GaugeField, "Say which gauge those ends are of.");
            }

            return before is { Known: null } ? before : null;
        }

        if (before is not null && Typed(before).Contains((EndsField, ends)) && before.Gauge == known.Key)
        {
            return Fits(before);
        }

        var read = new List<double>();
        foreach (var part in ends.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            if (NumberText.Read(part) is not { Ok: true, Value: var end } || end.Tail is not ("" or "°" or "%" or "mm"))
            {
                reader.Refuse(EndsField, $"“{PlainText.Shown(part)}” is no number. Write such as: −3; 3.");
                return null;
            }

            read.Add(end.Number / GaugeText.Factor(known.Unit));
        }

        return Fits(new(known.Key, read));

        GaugeUse? Fits(GaugeUse gauge)
        {
            if (form is not null && gauge.Problem(form) is { } problem)
            {
                reader.Refuse(EndsField, problem);
            }

            return gauge;
        }
    }
}
