using System.Text.RegularExpressions;
using Regatta.Core.Classes.Members;
using Regatta.Formats.Kits;

namespace Regatta.Core.Tests.Diagnosis;

/// <summary>Commands fit who is aboard: nobody hikes on a keelboat, a trimaran or a radio yacht, and nobody backs a headsail or lets go of
/// anything on a boat without a headsail or without a crew.</summary>
public sealed class WordsOfTheBoatTests
{
    [Theory]
    [InlineData("keelboat", @"\bhik(e|ed|ing)\b")]
    [InlineData("trimaran-with-reefs", @"\bhik(e|ed|ing)\b")]
    [InlineData("radio-yacht", @"\bhik(e|ed|ing)\b|\blet go\b|\bback the (headsail|jib)\b|\btrapeze\b")]
    [InlineData("sailboard", @"\bhik(e|ed|ing)\b|\bback the (headsail|jib)\b|\btiller\b")]
    [InlineData("una-rig", @"\bback the (headsail|jib)\b")]
    public void A_kit_says_nothing_its_crew_cannot_do(string key, string never)
    {
        var definition = StarterKits.Find(key)!.Class;
        var version = new PublishedVersion(1, DateTimeOffset.UnixEpoch, "", "", new(definition, new Dictionary<CellPlace, Cell>()));
        var said = new List<string> { ClassJson.Write(definition).ToJsonString().Replace("\"hiked\":", "", StringComparison.Ordinal) };
        foreach (var planMode in definition.PlanModes.All)
        {
            foreach (var band in definition.Bands.All)
            {
                var reading = CardReading.Of(version, new(band.Middle), planMode.Plan.Name, planMode.Mode.Name, CardReader.OfTheClass);
                var at = CureCircumstances.Of(
                    reading,
                    new StepEffects(null, HelmSteps.Of(definition, reading.PlanMode.Plan, reading.MarkOf)).Of
                );
                foreach (var (sign, words) in Signs.All(definition))
                {
                    said.Add(words);
                    said.AddRange(CureList.Of(definition, [sign], at).Cures.Select(cure => $"{cure.Cure.Act} {cure.Cure.Why}"));
                }
            }
        }

        said.AddRange(
            definition.Balance.Gates(upwind: true).SelectMany(gate => new[] { gate.Words, definition.Balance.FirstDo(gate.Gate) })
        );
        said.AddRange(definition.Balance.Steps);
        Assert.True(said.Count > 50, $"Only {said.Count} sentences.");
        Assert.Equal([], said.SelectMany(text => Regex.Matches(text, never, RegexOptions.IgnoreCase)).Select(match => match.Value));
    }
}
