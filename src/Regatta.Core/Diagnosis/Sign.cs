namespace Regatta.Core.Diagnosis;

/// <summary>What somebody notices when the boat is not as she should be.</summary>
public enum Sign
{
    /// <summary>She wants to turn up: weather helm, or the back hand pulls.</summary>
    TurnsUp,

    /// <summary>She bears away by herself, or there is no feel: lee helm, or the front hand pulls.</summary>
    BearsAway,

    /// <summary>Too much power though hiked flat.</summary>
    Overpowered,

    /// <summary>Too little power, or the wind dies.</summary>
    Underpowered,

    /// <summary>The sheet must be eased to stay flat.</summary>
    EasedToStayFlat,

    /// <summary>She sits upright and slows in light air.</summary>
    SitsUpright,

    /// <summary>She will not bear away after a stalled tack.</summary>
    WillNotBearAway,

    /// <summary>She stalls in the tacks.</summary>
    StallsInTacks,

    /// <summary>She is stuck head to wind.</summary>
    StuckHeadToWind,

    /// <summary>The sheet is too short: she cannot be sheeted block-to-block, the blocks stay apart.</summary>
    SheetTooShort,

    /// <summary>The blocks meet too soon: the sheet cannot be pulled hard.</summary>
    BlocksMeetTooSoon,

    /// <summary>The headsail's luff backs, high up first.</summary>
    HeadsailBacks,

    /// <summary>Twitchy: heels at once, slides sideways.</summary>
    Twitchy,

    /// <summary>Points but is slow: the leech is hooked.</summary>
    PointsButSlow,

    /// <summary>Will not point: the leech is open.</summary>
    WillNotPoint,
}
