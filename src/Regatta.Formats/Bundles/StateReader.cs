using System.Text.Json;
using Regatta.Core;
using Regatta.Core.Checks;
using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Questions;
using Regatta.Core.Units;
using Regatta.Core.Wind;

namespace Regatta.Formats.Bundles;

/// <summary>Joins what a bundle says of a class at one moment: its matrices, and what is said beside them.</summary>
internal static class StateReader
{
    /// <summary>A state of a class out of its matrices and what is said beside them. What only breaks a rule between members is left to
    /// whoever asks.</summary>
    public static Parsed<ClassState> Read(string key, SettingsDocument settings, MatrixSet set, int? lastBand)
    {
        var height = settings.WindHeight ?? ClassDefinition.UsualWindHeight.Metres;
        if (
            new[] { settings.Helm.TargetDegrees, settings.Helm.ToleranceDegrees, settings.Helm.ReferenceWind, height }.Any(number =>
                !(Math.Abs(number) < 1e6)
            )
            || settings.Helm.ReferenceWind < 0
        )
        {
            return Parsed<ClassState>.Bad("Helm, reference wind and wind height are numbers, the wind zero or above.");
        }

        return MatrixJson
            .ReadControls(settings.Retired ?? [])
            .Then(retired =>
                CrewJson
                    .FromDocument(settings.Crew)
                    .Then(crew =>
                        ReadLooks(settings)
                            .Then(looks =>
                            {
                                var definition = new ClassDefinition(
                                    key,
                                    settings.Name,
                                    settings.Family,
                                    settings.About,
                                    new(
                                        Angle.FromDegrees(settings.Helm.TargetDegrees),
                                        Angle.FromDegrees(settings.Helm.ToleranceDegrees),
                                        Speed.FromMetresPerSecond(settings.Helm.ReferenceWind),
                                        settings.Helm.PerHeelDegree
                                    ),
                                    set.Bands,
                                    set.Controls,
                                    []
                                )
                                {
                                    Checks = settings.Checks ?? [],
                                    Layers = set.Layers,
                                    Retired = retired,
                                    WindHeight = Length.FromMetres(height),
                                    Crew = crew,
                                    LastBand = Math.Max(lastBand ?? 0, set.Bands.All.Max(band => band.Id.Number)),
                                    Balance = looks.Balance,
                                    Questions = looks.Asked,
                                    RetiredQuestions = looks.Retired,
                                    Purposes =
                                    [
                                        .. (settings.Purposes ?? []).Select(purpose => new Purpose(new(purpose.Key), purpose.Name)),
                                    ],
                                    Gears = QuestionJson.FromDocuments(settings.Gears),
                                };
                                return SailJson
                                    .Read(() => SailJson.With(definition, settings))
                                    .Then(whole =>
                                        Parsed<ClassState>.Good(new(whole, set.Cells.ToDictionary(cell => cell.Place, cell => cell.Cell)))
                                    );
                            })
                    )
            );
    }

    /// <summary>How balance is told and what is asked. A file from before there were questions asks what every log asked then.</summary>
    private static Parsed<(BalanceCheck Balance, IReadOnlyList<Question> Asked, IReadOnlyList<Question> Retired)> ReadLooks(
        SettingsDocument settings
    ) =>
        QuestionJson
            .FromDocument(settings.Balance)
            .Then(balance =>
                (
                    settings.Questions is { } own
                        ? QuestionJson.FromDocuments(own)
                        : Parsed<IReadOnlyList<Question>>.Good([ClassQuestions.Luffing])
                ).Then(asked =>
                    QuestionJson
                        .FromDocuments(settings.RetiredQuestions)
                        .Then(retired =>
                            Parsed<(BalanceCheck, IReadOnlyList<Question>, IReadOnlyList<Question>)>.Good((balance, asked, retired))
                        )
                )
            );
}
