using Regatta.Core.Fleet;
using Regatta.Core.Matrices;
using Regatta.Core.Sheets;
using Regatta.Core.Units;
using Regatta.Core.Wind;
using Regatta.Web.Drawings;

namespace Regatta.Web.Pages.Cards;

/// <summary>A published card for one wind, as a member or somebody with the link reads it. Names nobody.</summary>
public sealed record CardView(BoatClass Class, PublishedMatrix Version, Speed Wind, string Path)
{
    /// <summary>The ruler on a phone's width.</summary>
    public const double RulerWidth = 360;

    public Card Card { get; } = Card.For(Version.Matrix, Wind);

    public WindRuler Ruler { get; } = new(8, RulerWidth - 8, Version.Matrix.Bands);

    /// <summary>Takes the wind from the address, or the middle of what the class sails in; never refuses a reader their card.</summary>
    public static CardView Of(BoatClass boatClass, PublishedMatrix version, string? wind, SpeedUnit unit, string path) =>
        new(boatClass, version, wind is not null && WindRange.ReadSpeed(wind, unit) is { Ok: true } read ? read.Value : boatClass.Helm.ReferenceWind, path);

    /// <summary>The address of this card at a wind.</summary>
    public string At(Speed wind, SpeedUnit unit) => $"{Path}?wind={NumberText.Plain(wind.In(unit), 1)}&unit={Uri.EscapeDataString(unit.Symbol())}";
}
