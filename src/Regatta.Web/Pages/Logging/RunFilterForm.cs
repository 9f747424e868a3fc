using System.Globalization;
using Regatta.Web.Pages.ClassSetup;

namespace Regatta.Web.Pages.Logging;

/// <summary>The filters of the logbook as an address carries them, read once.</summary>
/// <param name="typed">What the address says, by name.</param>
/// <param name="definition">The class looked through; null for all of one's own.</param>
/// <param name="unit">The unit winds are written in.</param>
public sealed class RunFilterForm(IReadOnlyDictionary<string, string> typed, ClassDefinition? definition, SpeedUnit unit)
{
    private const string Any = "any";

    private readonly FormReader reader = new();

    public bool IsSet => typed.Any(pair => pair.Key is not ("class" or "whose" or "sort" or "unit") && pair.Value is not ("" or Any));

    public FormReader Reader => reader;

    /// <summary>The filters to choose by, those that need a class only with one.</summary>
    public IEnumerable<Field> Fields
    {
        get
        {
            if (definition is not null)
            {
                yield return Choice("band", "Band", definition.Bands.All.Select(band => band.Name));
            }

            yield return Of("wind", $"Wind about, {unit.Symbol()}") with
            {
                InputMode = "decimal",
            };
            yield return Of("within", $"Give or take, {unit.Symbol()}") with
            {
                InputMode = "decimal",
            };
            if (definition is { PlanModes.Plans.Count: > 1 })
            {
                yield return Choice("plan", "Sails", definition.PlanModes.Plans.Select(plan => plan.Name));
            }

            if (definition is { PlanModes.Modes.Count: > 1 })
            {
                yield return Choice("mode", "Mode", definition.PlanModes.Modes.Select(mode => mode.Name));
            }

            if (definition is { Purposes.Count: > 0 })
            {
                yield return Choice("purpose", "Sailed for", definition.Purposes.Select(purpose => purpose.Name));
            }

            yield return Choice("water", "Water", LogForm.Waters.Words);
            yield return Choice("place", "Place", LogForm.Places.Words);
            yield return Choice("felt", "Felt at least", LogForm.Feelings.Words);
            if (definition is not null && definition.Questions.Count > 0)
            {
                yield return Choice("question", "Answered", definition.Questions.Select(question => question.Asks));
                yield return Choice("means", "The answer was", QuestionForm.Meanings.Words);
            }

            yield return Of("from", "From day") with
            {
                Type = "date",
            };
            yield return Of("to", "To day") with
            {
                Type = "date",
            };
        }
    }

    /// <summary>Reads the filter; what is wrong stands beside its field and does not filter.</summary>
    public RunFilter Read()
    {
        var within = reader.May("within", Text("within"), Speeds);
        AnswerMeaning? means = QuestionForm.Meanings.TryRead(Text("means"), out var meaning) ? meaning : null;
        return new()
        {
            Band = definition?.Bands.All.FirstOrDefault(band => band.Name == Text("band"))?.Id,
            Wind = reader.May("wind", Text("wind"), Speeds),
            Within = within ?? Speed.FromKnots(2),
            Plan = definition?.PlanModes.Plans.FirstOrDefault(plan => plan.Name == Text("plan"))?.Key,
            Mode = definition?.PlanModes.Modes.FirstOrDefault(mode => mode.Name == Text("mode"))?.Key,
            Purpose = definition?.Purposes.FirstOrDefault(purpose => purpose.Name == Text("purpose"))?.Key,
            Water = LogForm.Waters.TryRead(Text("water"), out var water) ? water : Water.NotSaid,
            Place = LogForm.Places.TryRead(Text("place"), out var place) ? place : Place.NotSaid,
            Felt = LogForm.Feelings.TryRead(Text("felt"), out var felt) ? felt : Felt.NotSaid,
            Question = definition?.Questions.FirstOrDefault(question => question.Asks == Text("question"))?.Key,
            Means = means,
            From = reader.May("from", Text("from"), DayText.Read),
            To = reader.May("to", Text("to"), DayText.Read),
        };
    }

    private Parsed<Speed> Speeds(string text) => WindRange.ReadSpeed(text, unit);

    private string Text(string name) => typed.GetValueOrDefault(name, "");

    private Field Of(string name, string label) => new(name, label, Text(name)) { Problem = reader.Problems.GetValueOrDefault(name) };

    private Field Choice(string name, string label, IEnumerable<string> choices) => Of(name, label) with { Choices = [Any, .. choices] };
}
