namespace Regatta.Core.Measuring;

/// <summary>One boat in the survey of a control.</summary>
/// <param name="Boat">The boat.</param>
/// <param name="Survey">What was found on it.</param>
/// <param name="FromTheFleet">How far its scale sits from where the fleet's do; zero unless measured.</param>
/// <param name="StandsApart">True when that is more than half a step: this boat's datum is the one that is off.</param>
public sealed record SurveyedBoat(Boat Boat, ControlSurvey Survey, Length FromTheFleet, bool StandsApart);

/// <summary>One control over all boats of a class: who is measured, whose datum is off, and what each boat reads for the same
/// length.</summary>
/// <param name="Control">The class's control.</param>
/// <param name="Boats">The boats, as they were given.</param>
/// <param name="FleetShift">Where the fleet's own scales sit against the class's: the middle of the measured boats, where strips may be
/// stuck anywhere and three or more were measured; else zero.</param>
public sealed record FleetSurvey(Control Control, IReadOnlyList<SurveyedBoat> Boats, Length FleetShift)
{
    /// <summary>Measured boats from which on the fleet is asked where a strip sits (ours).</summary>
    public const int EnoughBoats = 3;

    /// <summary>Surveys a control.</summary>
    public static FleetSurvey Of(Control control, IEnumerable<Boat> boats)
    {
        var surveys = boats.Select(boat => (Boat: boat, Survey: ControlSurvey.Of(control, boat.PairsOf(control)))).ToList();
        var measured = surveys
            .Where(survey => survey.Survey.Calibration is not null)
            .Select(survey => survey.Survey.Shift.Metres)
            .ToArray();
        // A tape from the datum is right or wrong by itself; a strip's numbers mean only what most boats make of them.
        var fleet = control.Scale.HasOwnNumbers && measured.Length >= EnoughBoats ? ControlSurvey.Median(measured) : 0;
        return new(
            control,
            [
                .. surveys.Select(survey =>
                {
                    var apart = survey.Survey.Calibration is null ? 0 : survey.Survey.Shift.Metres - fleet;
                    return new SurveyedBoat(
                        survey.Boat,
                        survey.Survey,
                        Length.FromMetres(apart),
                        Math.Abs(apart * 1000) > ControlSurvey.DatumDoubt(control.Scale, survey.Survey.Pairs.Count)
                    );
                }),
            ],
            Length.FromMetres(fleet)
        );
    }

    /// <summary>What each boat reads at the same mark, with how far that can be taken.</summary>
    public IEnumerable<(Boat Boat, string Reading, ReadingTrust Trust)> ReadingsAt(Mark mark) =>
        Boats.Select(boat =>
        {
            var readings = Readings.OfTheClass with { Boat = boat.Boat };
            return (boat.Boat, readings.AsRead(Control).Scale.Show(mark), readings.TrustOf(Control, mark));
        });

    /// <summary>The two measured boats whose readings of one mark lie furthest apart; null unless that is more than a step.</summary>
    public (Boat Low, Boat High, double Steps)? WidestApart(Mark mark)
    {
        if (Control.Scale.LengthAt(mark) is not { } length)
        {
            return null;
        }

        var readings = Boats
            .Select(boat => (boat.Boat, Reading: boat.Survey.Calibration?.ReadingAt(length)))
            .Where(boat => boat.Reading is { Ok: true })
            .Select(boat => (boat.Boat, Reading: boat.Reading!.Value.Value))
            .OrderBy(boat => boat.Reading)
            .ToList();
        var steps = readings.Count < 2 ? 0 : (readings[^1].Reading - readings[0].Reading) / Control.Scale.ReadingStep;
        return steps > 1 ? (readings[0].Boat, readings[^1].Boat, steps) : null;
    }

    /// <summary>The boats whose datum or numbers are off, named, with by how much.</summary>
    public IEnumerable<string> Warnings =>
        from one in Boats
        where one.Survey.Calibration is not null && (one.StandsApart || one.Survey.Finding == SurveyFinding.NumbersApart)
        select one.Survey.Finding == SurveyFinding.NumbersApart
            ? $"{one.Boat.Name}: {Control.Name}. {one.Survey.Sentence}"
            : $"{one.Boat.Name}: the {Control.Name.ToLowerInvariant()} scale sits "
                + $"{one.Survey.ShowLength(Length.FromMetres(Math.Abs(one.FromTheFleet.Metres)))} "
                + $"{(one.FromTheFleet.Metres > 0 ? "too far from" : "too near to")} "
                + $"{Control.Datum}{(FleetShift.Metres == 0 ? "" : ", seen from where the other boats’ sit")}.";
}
