namespace Regatta.Application.Reading;

/// <summary>How far the runs of a plan and mode can be believed, and what was fast in them. Worked out once for each revision of the
/// logs.</summary>
public sealed class ProvenByRuns
{
    public ProvenByRuns(ClassDefinition definition, HelmFit evidence)
    {
        var runs = evidence.Runs;
        Review = FitReview.Of(evidence);
        Fast =
        [
            .. from band in definition.Bands.All
            from control in definition.Marked.Where(control => control.HelmPerUnit is null)
            let fast = MarkByFeel.Of(control, runs.In(band.Id))
            where fast is not null
            select (band, control, fast),
        ];
        Quick =
        [
            .. from band in definition.Bands.All
            from control in definition.Marked
            from one in ((string, MarkBySpeed?)[])
                [
                    ("speed made good", MarkBySpeed.OfSpeed(control, runs.In(band.Id))),
                    ("height", MarkBySpeed.OfHeight(control, runs.In(band.Id))),
                ]
            where one.Item2 is not null
            orderby one.Item2.Differs descending
            select (band, control, one.Item1, one.Item2),
        ];
        Beside =
        [
            .. from band in definition.Bands.All
            from control in definition.Marked
            let worth = PairedBoats.Of(control, runs.In(band.Id))
            where worth is not null
            select (band, control, worth),
        ];
        Right =
        [
            .. from question in definition.Questions
            let control = definition.Subject(question.Key) is { } subject
                ? definition.Marked.FirstOrDefault(known => known.Key == subject)
                : null
            where control is not null
            from band in definition.Bands.All
            let right = MarkByFeel.Of(control, question.Key, runs.In(band.Id))
            where right is not null
            select (band, control, question, right),
        ];
    }

    /// <summary>How far the fit can be believed.</summary>
    public FitReview Review { get; }

    /// <summary>Where controls stood in runs that felt fast.</summary>
    public IReadOnlyList<(WindBand Band, Control Control, MarkByFeel Fast)> Fast { get; }

    /// <summary>Where controls stood in the better half of runs with a track, in what, and where in the other half.</summary>
    public IReadOnlyList<(WindBand Band, Control Control, string In, MarkBySpeed Quick)> Quick { get; }

    /// <summary>What a step was worth where boats sailed beside each other with tracks.</summary>
    public IReadOnlyList<(WindBand Band, Control Control, PairedDifference Worth)> Beside { get; }

    /// <summary>Where controls stood when the question on them was answered as it should be.</summary>
    public IReadOnlyList<(WindBand Band, Control Control, Question Question, MarkByFeel Right)> Right { get; }
}
