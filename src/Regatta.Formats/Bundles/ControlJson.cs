using System.Text.RegularExpressions;
using Regatta.Core;
using Regatta.Core.Fleet;
using Regatta.Core.Marks;
using Regatta.Core.Units;

namespace Regatta.Formats.Bundles;

/// <summary>A control to and from its JSON.</summary>
public static partial class ControlJson
{
    /// <summary>A control from a document known to be right.</summary>
    /// <exception cref="InvalidOperationException">It breaks a rule of controls.</exception>
    public static Control Read(ControlDocument document) => FromDocument(document).Value;

    internal static ControlDocument ToDocument(Control control) =>
        new(
            control.Key.Name,
            control.Name,
            ScaleSpec.Of(control.Scale),
            control.Datum,
            control.ReadingPoint,
            control.MoreDoes,
            Spelling.Of(control.When),
            Spelling.Of(control.AsWindBuilds),
            control.Synonyms.Count > 0 ? control.Synonyms : null,
            control.HelmPerUnit,
            control.Disturbs.Count > 0
                ?
                [
                    .. control.Disturbs.Select(coupling => new CouplingDocument(
                        coupling.Control.Name,
                        coupling.Why,
                        coupling.Follows is var (least, most) ? [least, most] : null
                    )),
                ]
                : null,
            control.Plans.Count > 0 ? [.. control.Plans.Select(plan => plan.Name)] : null,
            control.Modes.Count > 0 ? [.. control.Modes.Select(mode => mode.Name)] : null,
            control.ByPurpose.Count > 0
                ?
                [
                    .. control.ByPurpose.Select(mark => new PurposeMarkDocument(
                        mark.Purpose.Name,
                        mark.Mark.Position,
                        mark.Caution.Length > 0 ? mark.Caution : null
                    )),
                ]
                : null,
            control.OtherDatum is { } other ? new(other.Words, other.Shift.Millimetres) : null,
            control.BothSides ? true : null,
            control.Who.Length > 0 ? control.Who : null
        );

    internal static Parsed<Control> FromDocument(ControlDocument document) =>
        !KeyShape().IsMatch(document.Key) ? Parsed<Control>.Bad($"“{document.Key}” is no key: use lower-case letters, digits and hyphens.")
        : document.Disturbs?.Any(coupling => coupling.Follows is { } follows && (follows.Count != 2 || !(follows[0] <= follows[1]))) == true
            ? Parsed<Control>.Bad("What follows a control does so by two numbers: the least and the most.")
        : document.OtherDatum is { } shifted && !(Math.Abs(shifted.Shift) <= Limits.ControlMetres * 1000)
            ? Parsed<Control>.Bad("Another datum lies at most as far off as a control is long.")
        : document
            .Scale.ToScale()
            .Then(scale =>
                Spelling
                    .Read<WhenChanged>(document.When)
                    .Then(when =>
                        Spelling
                            .Read<AsWindBuilds>(document.AsWindBuilds)
                            .Then(builds =>
                                Parsed<Control>.Good(
                                    new(
                                        new(document.Key),
                                        document.Name,
                                        document.Synonyms ?? [],
                                        scale,
                                        document.Datum,
                                        document.ReadingPoint,
                                        document.MoreDoes,
                                        when,
                                        builds,
                                        document.HelmPerUnit
                                    )
                                    {
                                        Plans = [.. (document.Plans ?? []).Select(plan => new PlanKey(plan))],
                                        Modes = [.. (document.Modes ?? []).Select(mode => new ModeKey(mode))],
                                        ByPurpose =
                                        [
                                            .. (document.ByPurpose ?? []).Select(mark => new PurposeMark(
                                                new(mark.Purpose),
                                                new(mark.Mark),
                                                mark.Caution ?? ""
                                            )),
                                        ],
                                        OtherDatum = document.OtherDatum is { } other
                                            ? new(other.Words, Length.FromMillimetres(other.Shift))
                                            : null,
                                        BothSides = document.BothSides ?? false,
                                        Who = document.Who ?? "",
                                        Disturbs =
                                        [
                                            .. (document.Disturbs ?? []).Select(coupling => new Coupling(
                                                new(coupling.Control),
                                                coupling.Why
                                            )
                                            {
                                                Follows = coupling.Follows is [var least, var most] ? (least, most) : null,
                                            }),
                                        ],
                                    }
                                )
                            )
                    )
            );

    [GeneratedRegex("^[a-z0-9]+(-[a-z0-9]+)*$", RegexOptions.NonBacktracking)]
    internal static partial Regex KeyShape();
}
