namespace Regatta.Core.Evidence;

/// <summary>Whether a sail is so new that a boat's marks with it are to be looked at again.</summary>
public static class SailCheck
{
    /// <summary>Until the boat has logged a run with it in the band that told of helm, feel or an answer, a new sail's marks are to be
    /// checked.</summary>
    /// <param name="sail">The sail.</param>
    /// <param name="boat">The boat's number.</param>
    /// <param name="planMode">With which sails, sailed how.</param>
    /// <param name="band">The band.</param>
    /// <param name="definition">The class.</param>
    /// <param name="sessions">Its runs.</param>
    public static bool IsNew(
        BoatSail sail,
        long boat,
        PlanMode planMode,
        WindBand band,
        ClassDefinition definition,
        IEnumerable<SessionEvidence> sessions
    )
    {
        var own = sessions.Where(session => session.Boat == boat && session.PlanMode.Plan == planMode.Plan).ToList();
        return own.Exists(session => DateOnly.FromDateTime(session.SailedAt.UtcDateTime) < sail.Since)
            && !own.Exists(session =>
                DateOnly.FromDateTime(session.SailedAt.UtcDateTime) >= sail.Since
                && definition.Bands.At(session.EffectiveWind.Mean).Id == band.Id
                && (session.IsValid || session.Felt != Felt.NotSaid || session.Answers.Count > 0)
            );
    }
}
