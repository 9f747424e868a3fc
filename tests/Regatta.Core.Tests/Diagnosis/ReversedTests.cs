using CsCheck;

namespace Regatta.Core.Tests.Diagnosis;

/// <summary>A class that counts a control from its other end is the same boat: whatever is advised names the mirrored marks and is else the
/// same, word for word.</summary>
public sealed class ReversedTests
{
    private static readonly IReadOnlyList<PublishedVersion> Classes = CarrySweep.Classes;

    public static TheoryData<string> Keys => [.. Classes.Select(version => version.Class.Key).Distinct()];

    [Theory]
    [MemberData(nameof(Keys))]
    public void Cures_of_every_sign_in_every_band_are_the_same_on_a_class_that_counts_the_other_way(string key)
    {
        foreach (var version in Classes.Where(version => version.Class.Key == key))
        {
            var looked = 0;
            foreach (var control in version.Class.Marked.Where(Turns))
            {
                var reversed = Reverse(version, control.Key);
                foreach (var band in version.Class.Bands.All)
                {
                    Assert.Equal(Advice(version, band, control.Key, mirrored: false), Advice(reversed, band, control.Key, mirrored: true));
                    looked++;
                }
            }

            Assert.True(looked > 10, $"Only {looked} looks.");
        }
    }

    [Fact]
    public void Cures_of_200_generated_classes_are_the_same_on_classes_that_count_the_other_way() =>
        Gen.Select(Gen.Int[0, Classes.Count - 1], Gen.Int[0, 99], Gen.Double[-2, 2], Gen.Enum<MarkEffect>(), Gen.Enum<MarkEffect>())
            .Sample(
                (at, which, helm, one, other) =>
                {
                    var version = Classes[at];
                    var controls = version.Class.Marked.Where(Turns).ToList();
                    var control = controls[which % controls.Count];
                    var declared = control with
                    {
                        MoreMeans = one == MarkEffects.Opposite(other) || one == other ? [one] : [one, other],
                        HelmPerUnit = Math.Abs(helm) < 0.3 ? null : helm,
                    };
                    var changed = With(version, definition => definition with { Controls = Replace(definition.Controls, declared) });
                    var band = version.Class.Bands.All[which % version.Class.Bands.All.Count];
                    return Advice(changed, band, control.Key, mirrored: false)
                        .SequenceEqual(Advice(Reverse(changed, control.Key), band, control.Key, mirrored: true));
                },
                iter: 200
            );

    [Fact]
    public void What_does_not_fit_in_a_matrix_is_the_same_on_a_class_that_counts_the_other_way() =>
        Assert.All(
            Classes,
            version =>
            {
                foreach (var control in version.Class.Marked.Where(Turns))
                {
                    Assert.Equal(Findings(version), Findings(Reverse(version, control.Key)));
                }
            }
        );

    private static IEnumerable<string> Findings(PublishedVersion version) =>
        MatrixJudgement
            .Of(version.Set.First, new PlanModeRuns(version.Set.Bands, [], []))
            .Select(finding => $"{finding.Kind} {finding.Control.Key}")
            .Order();

    /// <summary>What may be counted from either end: numbers, not words; not the holes a rig's geometry is measured by, and not what goes up
    /// and then down as wind builds.</summary>
    private static bool Turns(Control control) =>
        control.Scale.Choices is null
        && control.AsWindBuilds != AsWindBuilds.UpThenDown
        && Classes.All(version => version.Class.Rake?.Holes != control.Key);

    /// <summary>Everything that is advised, in words and numbers, with the control's positions mirrored back.</summary>
    private static List<string> Advice(PublishedVersion version, WindBand band, ControlKey reversed, bool mirrored)
    {
        var definition = version.Class;
        var reading = CardReading.Of(version, new(band.Middle), null, null, CardReader.OfTheClass);
        var boat = HelmSteps.Of(definition, reading.PlanMode.Plan, reading.MarkOf);
        var at = CureCircumstances.Of(reading, new StepEffects(null, boat).Of);
        var said = new List<string>();
        foreach (var (sign, words) in Signs.All(definition))
        {
            var list = CureList.Of(definition, [sign], at);
            said.AddRange(
                list.Cures.Select(cure => $"{words}: {cure.Cure.Kind} {cure.Cure.Act} {cure.Cure.Why} {Moves(cure)} {Turned(cure)}")
            );
            said.Add($"{words}: at their end {string.Join(' ', list.AtTheirEnd.Select(control => control.Key))}");
        }

        foreach (var question in definition.Questions)
        {
            said.AddRange(
                from answer in question.Form.Possible()
                let found = Looks.Of(definition, question, answer, reading.PlanMode, at.Marks)
                from change in found.Changes.DefaultIfEmpty()
                select $"{question.Key} {answer.Said}: {found.Act} {change?.Why} {string.Join(' ', (change?.Moves ?? []).Select(Move))}"
                    + $" at their end {string.Join(' ', found.AtTheirEnd.Select(control => control.Key))}"
            );
        }

        return said;

        string Move(CureMove move) => $"{move.Control.Key} {Steps(move)} {Place(move)}";
        string Moves(RankedCure cure) => string.Join(' ', cure.Moves.Select(Move));
        int Steps(CureMove move) => mirrored && move.Control.Key == reversed ? -move.Steps : move.Steps;
        string Place(CureMove move) => $"{At(move.Control, move.From)} → {At(move.Control, move.To)}";
        string At(Control control, Mark? mark) =>
            mark is not { } known
                ? "?"
                : $"{(mirrored && control.Key == reversed ? Mirrored(control, known) : known).Position + 0.0:0.####}";
        static string Turned(RankedCure cure) => cure.Effect is { } effect ? $"{effect.Degrees:0.#####} ± {effect.Deviation:0.#####}" : "";
    }

    private static Mark Mirrored(Control control, Mark mark) =>
        new(control.Scale.Min.Position + control.Scale.Max.Position - mark.Position);

    private static PublishedVersion With(PublishedVersion version, Func<ClassDefinition, ClassDefinition> change) =>
        version with
        {
            State = version.State.With(change(version.Class)),
        };

    /// <summary>Too little of a mark is too much of it, counted from the other end.</summary>
    private static AnswerForm Turned(AnswerForm form)
    {
        return form switch
        {
            WordAnswer words => words with { Offered = [.. words.Offered.Select(word => word with { Means = Other(word.Means) })] },
            NumberAnswer number => number with { Meanings = [.. number.Meanings.Select(one => one with { Means = Other(one.Means) })] },
            ScaleAnswer scale => scale with { Meanings = [.. scale.Meanings.Select(one => one with { Means = Other(one.Means) })] },
            _ => form,
        };

        static AnswerMeaning Other(AnswerMeaning means) =>
            means switch
            {
                AnswerMeaning.TooLittle => AnswerMeaning.TooMuch,
                AnswerMeaning.TooMuch => AnswerMeaning.TooLittle,
                _ => means,
            };
    }

    private static IReadOnlyList<Control> Replace(IReadOnlyList<Control> controls, Control by) =>
        [.. controls.Select(control => control.Key == by.Key ? by : control)];

    /// <summary>The same class with one control counted from its other end: marks, cells, and everything that says which way.</summary>
    private static PublishedVersion Reverse(PublishedVersion version, ControlKey key)
    {
        var control = version.Class.Find(key)!;
        var sum = (control.Scale.Min.Position + control.Scale.Max.Position) / control.Scale.PositionsPerUnit;
        var turned = With(
            version,
            definition =>
                definition with
                {
                    Controls =
                    [
                        .. definition.Controls.Select(one =>
                            (one.Key == key ? Turned(one) : one) with
                            {
                                Disturbs = [.. one.Disturbs.Select(coupling => Followed(one, coupling))],
                            }
                        ),
                    ],
                    Gears =
                    [
                        .. definition.Gears.Select(gear =>
                            gear with
                            {
                                Members =
                                [
                                    .. gear.Members.Select(member =>
                                        member.Control == key ? member with { Steps = -member.Steps } : member
                                    ),
                                ],
                            }
                        ),
                    ],
                    Drawing = definition.Drawing is { } drawing
                        ? drawing with
                        {
                            Effects =
                            [
                                .. drawing.Effects.Select(effect =>
                                    effect.Control == key ? effect with { PerUnit = -effect.PerUnit, Zero = sum - effect.Zero } : effect
                                ),
                            ],
                        }
                        : null,
                    Cures = [.. definition.Cures.Select(cure => cure.Control == key ? cure with { Steps = -cure.Steps } : cure)],
                    Questions =
                    [
                        .. definition.Questions.Select(asked => asked.Control == key ? asked with { Form = Turned(asked.Form) } : asked),
                    ],
                }
        );
        return turned with
        {
            State = new(
                turned.Class,
                turned.State.Kept.ToDictionary(
                    cell => cell.Key,
                    cell => cell.Key.Address.Control == key && cell.Value.Mark is not null ? Turned(control, cell.Value) : cell.Value
                )
            ),
        };

        (double, double)? Follows(Control one, Coupling coupling) =>
            coupling.Follows is ({ } least, { } most)
                ? (one.Key == key) != (coupling.Control == key)
                    ? (-most, -least)
                    : (least, most)
                : null;
        Coupling Followed(Control one, Coupling coupling) => coupling with { Follows = Follows(one, coupling) };
    }

    private static Control Turned(Control control) =>
        control with
        {
            MoreMeans = [.. control.MoreMeans.Select(MarkEffects.Opposite)],
            HelmPerUnit = -control.HelmPerUnit,
            AsWindBuilds = control.AsWindBuilds switch
            {
                AsWindBuilds.Up => AsWindBuilds.Down,
                AsWindBuilds.Down => AsWindBuilds.Up,
                var other => other,
            },
            ByPurpose = [.. control.ByPurpose.Select(mark => mark with { Mark = Mirrored(control, mark.Mark) })],
        };

    private static Cell Turned(Control control, Cell cell) =>
        cell.IsRange
            ? Cell.Between(
                Mirrored(control, cell.Span!.Value.High),
                Mirrored(control, cell.Span!.Value.Low),
                cell.Target,
                cell.Note,
                cell.Source
            ).Value
            : cell.At(Mirrored(control, cell.Mark!.Value));
}
