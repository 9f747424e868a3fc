namespace Regatta.Application.Measuring;

/// <summary>Keeps the boats of a class, and what a tape found on them.</summary>
public sealed class MeasureBoats(Boats boats, BoatLogs logs, TimeProvider clock)
{
    /// <summary>Adds a boat.</summary>
    public async Task<Parsed<long>> AddAsync(ClassRef one, string name, string note) =>
        (await boats.AllAsync(one)).Count >= Limits.Boats ? Parsed<long>.Bad($"A class has at most {Limits.Boats} boats.")
        : await boats.AddAsync(one, name, note) is { } number ? Parsed<long>.Good(number)
        : Parsed<long>.Bad("The class has a boat of that name.");

    /// <summary>Gives a boat another name and note.</summary>
    public async Task<Parsed<long>> RenameAsync(ClassRef one, long boat, string name, string note) =>
        await boats.RenameAsync(one, boat, name, note)
            ? Parsed<long>.Good(boat)
            : Parsed<long>.Bad("Another boat of the class has that name.");

    /// <summary>Takes a boat out of use: she is offered to nobody any more; her logs and what was measured on her stay.</summary>
    public Task RetireAsync(Actor actor, ClassRef one, long boat) =>
        boats.RetireAsync(one, boat, DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(clock.GetUtcNow(), actor.Club.Zone()).DateTime));

    /// <summary>Takes a boat into use again.</summary>
    public Task BringBackAsync(ClassRef one, long boat) => boats.RetireAsync(one, boat, null);

    /// <summary>Removes a boat nobody measured or sailed.</summary>
    public async Task<Parsed<long>> RemoveAsync(ClassRef one, long boat) =>
        await boats.RemoveAsync(one, boat)
            ? Parsed<long>.Good(boat)
            : Parsed<long>.Bad(
                "She was measured or sailed, and that would be lost. Retire her instead: she leaves every list, her logs stay."
            );

    /// <summary>Keeps how some of a boat's controls are fitted; the others stay as they are.</summary>
    /// <param name="one">The class.</param>
    /// <param name="boat">The boat.</param>
    /// <param name="fittings">How they are fitted.</param>
    /// <param name="seen">The revision of the boat that was seen; null where one control is fitted whatever became of the others.</param>
    /// <returns>False, with nothing kept, when somebody changed the boat meanwhile.</returns>
    public Task<bool> FitAsync(ClassRef one, Boat boat, IReadOnlyDictionary<ControlKey, Fitting> fittings, long? seen)
    {
        var said = fittings.Where(fitted => fitted.Value != new Fitting(FittingKind.NotSaid, false)).ToDictionary();
        return Retry.RunAsync(() =>
            boats.FitAsync(one, boat.Number, said, fittings.Keys.Where(control => !said.ContainsKey(control)), seen)
        );
    }

    /// <summary>Keeps a boat's sails.</summary>
    /// <returns>False, with nothing kept, when somebody changed the boat since the revision that was seen.</returns>
    public Task<bool> CarryAsync(ClassRef one, Boat boat, IReadOnlyList<BoatSail> sails, long seen) =>
        Retry.RunAsync(() => boats.CarryAsync(one, boat.Number, sails, seen));

    /// <summary>Adds measured pairs that are not there yet.</summary>
    /// <returns>How many were there already; or why none was taken.</returns>
    public async Task<Parsed<int>> TakeAsync(
        Actor actor,
        ClassRef one,
        long boat,
        Control control,
        IReadOnlyList<TakenPair> taken,
        IReadOnlyList<CalibrationPair> pairs
    )
    {
        var known = taken.Select(reading => reading.Pair).ToHashSet();
        var news = pairs.Distinct().Where(pair => !known.Contains(pair)).ToList();
        if (news.Count == 0)
        {
            return Parsed<int>.Bad(pairs.Count == 1 ? "That pair is taken already." : "All of these are taken already.");
        }

        if (known.Count + news.Count > Limits.Pairs)
        {
            return Parsed<int>.Bad($"That makes more than {Limits.Pairs} pairs; no strip needs so many. Remove some first.");
        }

        await boats.MeasureAsync(one, boat, control.Key, news, actor.Person);
        return Parsed<int>.Good(pairs.Count - news.Count);
    }

    /// <summary>Removes one pair, or the one taken last.</summary>
    public Task RemovePairAsync(ClassRef one, long boat, Control control, long? pair) =>
        boats.RemovePairAsync(one, boat, control.Key, pair);

    /// <summary>Reads the marks of earlier logs by what has been measured since.</summary>
    /// <returns>How many were read anew.</returns>
    public Task<int> ReadLogsAnewAsync(ClassRef one, long boat, Control control, Calibration calibration) =>
        Retry.RunAsync(() =>
            logs.ReadAnewAsync(
                one.Club,
                boat,
                control.Key,
                mark =>
                    calibration.LengthAt(control.Scale.ReadingAt(mark)) is { Ok: true } length ? control.Scale.AtLength(length.Value) : null
            )
        );
}
