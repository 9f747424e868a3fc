namespace Regatta.Core.Wind;

/// <summary>What the water was like.</summary>
public enum Water
{
    /// <summary>Not said.</summary>
    NotSaid,

    /// <summary>Flat.</summary>
    Flat,

    /// <summary>Chop.</summary>
    Chop,

    /// <summary>Waves.</summary>
    Waves,
}

/// <summary>What the place was like.</summary>
public enum Place
{
    /// <summary>Not said.</summary>
    NotSaid,

    /// <summary>Open water.</summary>
    Open,

    /// <summary>Under a gusty shore.</summary>
    GustyShore,
}
