namespace Regatta.Core.Cards;

/// <summary>How a printed card is drawn.</summary>
public enum CardDetail
{
    /// <summary>Tinted bands.</summary>
    Tinted,

    /// <summary>Black on white with strong lines: for sun, copies and weak eyes.</summary>
    HighContrast,

    /// <summary>Large letters, the words on a second page.</summary>
    LargeType,
}
