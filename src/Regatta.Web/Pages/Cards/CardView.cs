using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Web.Benches;
using Regatta.Web.Drawings;

namespace Regatta.Web.Pages.Cards;

/// <summary>A published card for one wind, as a member or somebody with the link reads it. Names nobody.</summary>
public sealed record CardView(BoatClass Class, PublishedMatrix Version, Speed Wind, string Path, BoatChoice Choice)
{
    /// <summary>The ruler on a phone's width.</summary>
    public const double RulerWidth = 360;

    public Card Card { get; } = Card.For(Choice.Readings.AsRead(Version.Matrix), Wind);

    public WindRuler Ruler { get; } = new(8, RulerWidth - 8, Version.Matrix.Bands);

    /// <summary>Takes the wind from the address, or the middle of what the class sails in; never refuses a reader their card.</summary>
    public static CardView Of(BoatClass boatClass, PublishedMatrix version, string? wind, SpeedUnit unit, string path, BoatChoice choice) =>
        new(boatClass, version, wind is not null && WindRange.ReadSpeed(wind, unit) is { Ok: true } read ? read.Value : boatClass.Helm.ReferenceWind, path, choice);

    /// <summary>The address of this card at a wind.</summary>
    public string At(Speed wind, SpeedUnit unit) => $"{Path}?wind={NumberText.Plain(wind.In(unit), 1)}&unit={Uri.EscapeDataString(unit.Symbol())}{(Choice.Boats.Count > 0 ? "&boat=" + Choice.InAddress : "")}";

    /// <summary>What to know about a line's reading before it is set; null when it can be taken as it stands.</summary>
    public string? Remark(CardLine line) => line.Cell?.Mark is not { } mark
        ? null
        : ReadingRemarks.Of(Choice.Readings, Version.Matrix.Controls.First(control => control.Key == line.Control.Key), mark);
}
