using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace Regatta.Core.Evidence;

/// <summary>What the rows, columns and counts of a class's evidence depend on: bands, the helm it aims at, its helm controls with what is
/// believed of them, the cards they are counted from, and whose questions are whose. Two that say the same have the same key.</summary>
/// <param name="definition">The class.</param>
/// <param name="published">What was published, oldest first.</param>
public sealed class EvidenceBasis(ClassDefinition definition, IReadOnlyList<ClassState> published)
{
    /// <summary>Raised when the same runs make other rows or facts than before.</summary>
    private const int Rules = 3;

    /// <summary>The class.</summary>
    public ClassDefinition Definition => definition;

    /// <summary>What the captain decided of reporters who always write the same.</summary>
    public IReadOnlyDictionary<Reporter, ReporterVerdict> Verdicts { get; init; } = new Dictionary<Reporter, ReporterVerdict>();

    /// <summary>The day cells are predicted for; null where rows are only made.</summary>
    public DateTimeOffset? Today { get; init; }

    /// <summary>Names it: sums kept under another key are of other columns.</summary>
    public string Key => field ??= Digest();

    /// <summary>Whether a run tells of cells: they are the first purpose's.</summary>
    public bool Takes(SessionEvidence run) =>
        run.Purpose is null || (definition.Purposes.Count > 0 && run.Purpose == definition.Purposes[0].Key);

    /// <summary>The columns of a plan and mode.</summary>
    /// <param name="planMode">The plan and mode.</param>
    /// <param name="sailed">What a control that was never published is counted from.</param>
    /// <param name="boats">The boats, in the order of their columns.</param>
    public HelmModel ModelOf(PlanMode planMode, IReadOnlyDictionary<ControlKey, Mark> sailed, IReadOnlyList<long> boats) =>
        new(definition, definition.Bands, new ReferenceCard(planMode, published, sailed), boats, Today) { Verdicts = Verdicts };

    /// <summary>The facts of a run.</summary>
    public IEnumerable<RunFact> FactsOf(SessionEvidence run) => RunFacts.Of(definition, run);

    private string Digest()
    {
        var said = new StringBuilder().Append(Rules);
        void Say(FormattableString text) => said.Append('\n').Append(text.ToString(CultureInfo.InvariantCulture));

        foreach (var band in definition.Bands.All)
        {
            Say($"band {band.Id.Number} {band.From.MetresPerSecond:R} {band.To.MetresPerSecond:R}");
        }

        Say($"helm {definition.Helm.Target.Degrees:R} {definition.Helm.PerHeelDegree:R} {definition.Balance.Heel?.Degrees:R}");
        Say($"purpose {(definition.Purposes.Count > 0 ? definition.Purposes[0].Key.Name : "")}");
        foreach (var control in definition.Controls)
        {
            Say($"control {control.Key} {control.HelmPerUnit:R} {control.Scale.PositionsPerUnit:R} {control.Scale.Step:R}");
        }

        foreach (var column in HelmColumn.Of(definition).Where(column => column.IsGear))
        {
            Say($"gear {string.Join(' ', column.Members.Select(member => $"{member.Control.Key} {member.Steps}"))}");
        }

        foreach (var question in definition.KnownQuestions)
        {
            Say($"question {question.Key} {definition.Subject(question.Key)}");
        }

        var planModes = published.SelectMany(state => state.Definition.PlanModes.All).Concat(definition.PlanModes.All).Distinct();
        foreach (var planMode in planModes)
        {
            var card = new ReferenceCard(planMode, published);
            foreach (
                var (band, control) in definition.HelmControls.SelectMany(control => definition.Bands.All.Select(band => (band, control)))
            )
            {
                Say($"card {planMode.Plan} {planMode.Mode} {band.Id.Number} {control.Key} {card[band, control]?.Position:R}");
            }
        }

        foreach (var (reporter, verdict) in Verdicts.OrderBy(decided => decided.Key.Key, StringComparer.Ordinal))
        {
            Say($"reporter {reporter.Key} {verdict}");
        }

        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(said.ToString())));
    }
}
