namespace Regatta.Core.Controls;

/// <summary>The stage of making a boat ready that a control or a look belongs to, in their order.</summary>
public enum RigStage
{
    /// <summary>The rig lies flat on the ground; strips and straps.</summary>
    Flat,

    /// <summary>She stands, and nothing is hoisted.</summary>
    BeforeHoisting,

    /// <summary>The sails are up, ashore.</summary>
    Hoisted,

    /// <summary>In the cradle, one sail after the other: a radio yacht's.</summary>
    Bench,

    /// <summary>Only wind and water show it: nobody sets it ashore.</summary>
    Afloat,
}

/// <summary>Stages in words.</summary>
public static class RigStages
{
    /// <summary>A stage in words, as a sentence goes on with it.</summary>
    public static string Words(RigStage stage) =>
        stage switch
        {
            RigStage.Flat => "flat on the ground",
            RigStage.BeforeHoisting => "before hoisting",
            RigStage.Hoisted => "hoisted, ashore",
            RigStage.Bench => "on the bench",
            _ => "afloat",
        };
}
