using Regatta.Core.Balance;
using Regatta.Core.Diagnosis;
using Regatta.Core.Sails;

namespace Regatta.Formats.Bundles;

/// <summary>Drawings and cures between bundle and core; what can be none throws as <see cref="SailJson"/> says.</summary>
internal static class DrawingJson
{
    public static DrawingDocument ToDocument(BoatDrawing drawing) =>
        new(
            drawing.Waterline.Millimetres,
            SailJson.ToDocument(drawing.MastFoot),
            ToDocument(drawing.Hull),
            drawing.Board is { } board ? ToDocument(board) : null,
            drawing.Rudder is { } rudder ? ToDocument(rudder) : null,
            drawing.BoardMoves == BoardKind.Fixed ? null : Core.Spelling.Of(drawing.BoardMoves),
            drawing.BoardMoves == BoardKind.Pivoting ? SailJson.ToDocument(drawing.BoardPin) : null,
            drawing.Lateen is { } spars
                ? new(
                    spars.Between.Degrees,
                    spars.Upper.Millimetres,
                    spars.Boom.Millimetres,
                    spars.Halyard.Millimetres,
                    spars.Hoist.Millimetres,
                    spars.Gooseneck.Millimetres
                )
                : null,
            drawing.Effects.Count > 0
                ?
                [
                    .. drawing.Effects.Select(effect => new EffectDocument(
                        effect.Control.Name,
                        Core.Spelling.Of(effect.Move),
                        effect.PerUnit,
                        effect.Zero
                    )),
                ]
                : null
        );

    public static BoatDrawing FromDocument(DrawingDocument document) =>
        SailJson.Sound(
            new BoatDrawing(
                SailJson.Millimetres(document.Waterline),
                SailJson.ToPoint(document.MastFoot),
                ToShape(document.Hull),
                document.Board is { } board ? ToShape(board) : null,
                document.Rudder is { } rudder ? ToShape(rudder) : null
            )
            {
                BoardMoves = document.BoardMoves is { } moves ? SailJson.Word<BoardKind>(moves) : BoardKind.Fixed,
                BoardPin = document.BoardPin is { } pin ? SailJson.ToPoint(pin) : default,
                Lateen = document.Lateen is { } spars
                    ? new(
                        SailJson.Degrees(spars.Between),
                        SailJson.Millimetres(spars.Upper),
                        SailJson.Millimetres(spars.Boom),
                        SailJson.Millimetres(spars.Halyard),
                        SailJson.Millimetres(spars.Hoist),
                        SailJson.Millimetres(spars.Gooseneck)
                    )
                    : null,
                Effects =
                [
                    .. (document.Effects ?? []).Select(effect => new DrawnEffect(
                        new(effect.Control),
                        SailJson.Word<DrawnMove>(effect.Moves),
                        SailJson.Number(effect.PerUnit),
                        SailJson.Number(effect.Zero)
                    )),
                ],
            },
            drawing => drawing.Problem
        );

    public static CureDocument ToDocument(Cure cure) =>
        new(
            Core.Spelling.Of(cure.Sign),
            Core.Spelling.Of(cure.Kind),
            cure.Why,
            cure.Act.Length > 0 ? cure.Act : null,
            cure.Control?.Name,
            cure.Steps == 0 ? null : cure.Steps
        );

    public static Cure FromDocument(CureDocument document) =>
        SailJson.Sound(
            new Cure(SailJson.Word<Sign>(document.Sign), SailJson.Word<CureKind>(document.Kind), document.Why)
            {
                Act = document.Act ?? "",
                Control = document.Control is { } control ? new(control) : null,
                Steps = document.Steps ?? 0,
            },
            cure => cure.Problem
        );

    private static OutlineDocument ToDocument(SideShape shape) => new(shape.Name, [.. shape.Outline.Select(SailJson.ToDocument)]);

    private static SideShape ToShape(OutlineDocument document) => new(document.Name, [.. document.Outline.Select(SailJson.ToPoint)]);
}
