namespace Regatta.Application.Reading;

/// <summary>One of a sailor's own classes in this wind: her card, as they read it on their boat.</summary>
/// <param name="View">The class.</param>
/// <param name="Choice">Their boat.</param>
/// <param name="Line">Her line of the club's board for their crew; null where nothing is published, or no wind is known.</param>
/// <param name="Reading">Their card; null where nothing is published, or no wind is known.</param>
public sealed record OwnLine(ClassView View, BoatChoice Choice, TodayLine? Line, CardReading? Reading);

/// <summary>Makes what stands first on a sailor's own board.</summary>
public sealed class OwnBoard(CardReaderOf readers)
{
    /// <summary>More than these are a fleet, not one's own.</summary>
    public const int Most = 4;

    /// <summary>The classes somebody sails, each with their card in the wind of the board.</summary>
    /// <param name="person">Who reads.</param>
    /// <param name="own">What they sail.</param>
    /// <param name="classes">The classes as they see them.</param>
    /// <param name="board">The club's board.</param>
    public async Task<IReadOnlyList<OwnLine>> LinesAsync(Guid person, OwnSails own, IReadOnlyList<ClassView> classes, TodayBoard board)
    {
        var lines = new List<OwnLine>();
        foreach (var sailed in own.Classes.Take(Most))
        {
            if (classes.FirstOrDefault(view => view.Class.Key == sailed.Class) is not { } view)
            {
                continue;
            }

            var who = await readers.ForAsync(view.Ref, person, null, null);
            var line = board.Lines.FirstOrDefault(line => line.Class.Key == sailed.Class);
            var reading =
                view.Newest is { } newest && line is not null
                    ? CardReading.Of(
                        newest,
                        line.Carry.Wind,
                        null,
                        null,
                        who.Reader.WithAllAboard(view.OfSailors) with
                        {
                            ClubLimit = line.Carry.Crew.ClubLimit,
                        }
                    )
                    : null;
            lines.Add(new(view, who.Choice, line?.For(who.Reader.Crew), reading));
        }

        return lines;
    }
}
