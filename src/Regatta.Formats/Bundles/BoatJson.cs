namespace Regatta.Formats.Bundles;

/// <summary>A boat with its measured pairs to and from its JSON.</summary>
internal static class BoatJson
{
    public static BoatDocument ToDocument(BundledBoat boat) =>
        new(
            boat.Name,
            boat.Note.Length > 0 ? boat.Note : null,
            boat.Measured.Count > 0
                ? boat.Measured.ToDictionary(
                    one => one.Key.Name,
                    one =>
                        (IReadOnlyList<IReadOnlyList<double>>)
                            [.. one.Value.Select(pair => (IReadOnlyList<double>)[pair.Reading, pair.Length.Millimetres])]
                )
                : null,
            boat.Fittings.Count > 0
                ? boat.Fittings.ToDictionary(
                    fitting => fitting.Key.Name,
                    fitting => new FittingDocument(
                        fitting.Value.Kind == FittingKind.NotSaid ? null : EnumText.Of(fitting.Value.Kind),
                        fitting.Value.OtherDatum ? true : null
                    )
                )
                : null,
            boat.Sails.Count > 0
                ?
                [
                    .. boat.Sails.Select(sail => new SailDocument(
                        sail.Name,
                        sail.Since,
                        sail.Plan?.Name,
                        sail.Area,
                        sail.Printed.Count > 0
                            ?
                            [
                                .. sail.Printed.Select(one => new PrintedDocument(
                                    one.Control.Name,
                                    one.Specified?.Position,
                                    one.Maximum?.Position
                                )),
                            ]
                            : null
                    )),
                ]
                : null,
            boat.RetiredOn
        );

    public static Parsed<IReadOnlyList<BundledBoat>> FromDocuments(IReadOnlyList<BoatDocument> documents, IReadOnlyList<Control> controls)
    {
        var boats = new List<BundledBoat>();
        foreach (var document in documents)
        {
            var name = document.Name.Trim();
            var measured = document.Measured ?? new Dictionary<string, IReadOnlyList<IReadOnlyList<double>>>();
            var problem = (name, measured) switch
            {
                ({ Length: 0 or > Boat.LongestName }, _) => $"A boat’s name has 1 to {Boat.LongestName} letters.",
                _ when boats.Any(known => string.Equals(known.Name, name, StringComparison.OrdinalIgnoreCase)) =>
                    $"Two boats are called “{name}”.",
                _ when (document.Fittings ?? new Dictionary<string, FittingDocument>()).Any(one =>
                        controls.All(known => known.Key.Name != one.Key)
                        || one.Value.Kind is { } kind && !EnumText.Read<FittingKind>(kind).Ok
                    ) => "A fitting of a boat is of a control of the class, a lever or a bolt.",
                _ when document.Sails is { } sails
                        && (
                            sails.Count > Limits.Sails
                            || sails.Any(sail =>
                                sail.Name.Trim().Length is 0 or > Boat.LongestName
                                || sail.Area is not (null or (> 0 and <= BoatSail.MostArea))
                                || (sail.Printed ?? []).Any(one => !IsPrinted(one, controls))
                            )
                        ) => $"A boat has at most {Limits.Sails} sails, each with a name, a size that can be, and controls of the class.",
                _ => measured.Select(one => Wrong(one.Key, one.Value, controls)).FirstOrDefault(wrong => wrong is not null),
            };
            if (problem is not null)
            {
                return Parsed<IReadOnlyList<BundledBoat>>.Bad(problem);
            }

            boats.Add(
                new(
                    name,
                    document.Note ?? "",
                    measured.ToDictionary(
                        one => new ControlKey(one.Key),
                        one =>
                            (IReadOnlyList<CalibrationPair>)
                                [.. one.Value.Select(pair => new CalibrationPair(pair[0], Length.FromMillimetres(pair[1])))]
                    )
                )
                {
                    RetiredOn = document.RetiredOn,
                    Fittings = (document.Fittings ?? new Dictionary<string, FittingDocument>()).ToDictionary(
                        one => new ControlKey(one.Key),
                        one => new Fitting(
                            one.Value.Kind is { } kind ? EnumText.Read<FittingKind>(kind).Value : FittingKind.NotSaid,
                            one.Value.OtherDatum ?? false
                        )
                    ),
                    Sails =
                    [
                        .. (document.Sails ?? []).Select(sail => new BoatSail(
                            sail.Name.Trim(),
                            sail.Plan is { } plan ? new PlanKey(plan) : null,
                            sail.Area,
                            sail.Since,
                            [
                                .. (sail.Printed ?? []).Select(one => new PrintedNumber(
                                    new(one.Control),
                                    one.Specified is { } specified ? new Mark(specified) : null,
                                    one.Maximum is { } maximum ? new Mark(maximum) : null
                                )),
                            ]
                        )),
                    ],
                }
            );
        }

        return Parsed<IReadOnlyList<BundledBoat>>.Good(boats);
    }

    private static bool IsPrinted(PrintedDocument printed, IReadOnlyList<Control> controls) =>
        controls.FirstOrDefault(known => known.Key.Name == printed.Control) is { } control
        && new[] { printed.Specified, printed.Maximum }.OfType<double>().All(position => RunNumbers.IsMark(control, position));

    private static string? Wrong(string control, IReadOnlyList<IReadOnlyList<double>> pairs, IReadOnlyList<Control> controls) =>
        pairs switch
        {
            _ when controls.All(known => known.Key.Name != control) => $"“{control}” was measured, and the class has no such control.",
            { Count: > Limits.Pairs } => $"“{control}” has {pairs.Count} measured pairs; {Limits.Pairs} are the most.",
            _ when pairs.Any(pair => pair.Count != 2 || pair.Any(number => Math.Abs(number) > 1e6)) =>
                $"A measured pair of “{control}” is a reading and a length in mm.",
            _ => null,
        };
}
