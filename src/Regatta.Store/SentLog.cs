using Regatta.Core.Logbook;

namespace Regatta.Store;

/// <summary>A log on its way into the database: whose, on which boat's marks.</summary>
internal sealed record SentLog(Guid? Sailor, SailedMarks Sailed, SessionLog Log)
{
    /// <summary>The row by the names of its columns, for a statement that takes many at once.</summary>
    public object ToJson() =>
        new
        {
            sailor = Sailor,
            boat = Sailed.Boat,
            key = Log.Key,
            sailed_at = Log.SailedAt.ToUniversalTime(),
            wind_from = Log.Wind.From.MetresPerSecond,
            wind_to = Log.Wind.To.MetresPerSecond,
            gust = Log.Wind.Gust?.MetresPerSecond,
            crew_mass = Log.CrewMass?.Kilograms,
            helm_port = Log.Check?.Helm.Port?.Degrees,
            helm_starboard = Log.Check?.Helm.Starboard?.Degrees,
            heel = Log.Check?.Heel?.Degrees,
            rudder_centred = Log.Check?.Gates.RudderCentred ?? false,
            steady_full_speed = Log.Check?.Gates.SteadyFullSpeed ?? false,
            flat = Log.Check?.Gates.Flat ?? false,
            trimmed = Log.Check?.Gates.Trimmed ?? false,
            luffing = Log.Luffing.ToString(),
            felt = Log.Felt.ToString(),
            note = Log.Note,
            version = Log.Version,
            plan = Log.Layer.Plan.Name,
            mode = Log.Layer.Mode.Name,
            marks = Log.Marks.Select(mark => new
            {
                control = mark.Key.Name,
                mark = mark.Value.Position,
                measured = Sailed.Measured.Contains(mark.Key),
            }),
        };
}
