using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Regatta.Application.Reading;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Core.Questions;
using Regatta.Core.Wind;
using Regatta.Store;
using Regatta.Web.Access;
using Regatta.Web.Drawings;

namespace Regatta.Web.Pages.Evidence;

/// <summary>How far the logs of a class can be believed, and what was fast; for members. Names boats, and nobody.</summary>
[Authorize(Policies.Member)]
public sealed class WhatLogsProveModel(ClubContext here, Boats boats) : PageModel
{
    private IReadOnlyDictionary<long, string> names = new Dictionary<long, string>();

    public ClassDefinition Class { get; private set; } = null!;

    public LayerView Layer { get; private set; } = null!;

    public FitReview Review { get; private set; } = null!;

    /// <summary>What is left over, boat by boat.</summary>
    public IReadOnlyList<ResidualStrip> OfBoats { get; private set; } = [];

    /// <summary>The same, band by band.</summary>
    public IReadOnlyList<ResidualStrip> OfBands { get; private set; } = [];

    /// <summary>Where controls stood in runs that felt fast.</summary>
    public IReadOnlyList<(WindBand Band, Control Control, FastMark Fast)> Fast { get; private set; } = [];

    /// <summary>Whether the card's mark lies outside what felt fast.</summary>
    public bool IsElsewhere((WindBand Band, Control Control, FastMark Fast) one) =>
        Layer.Matrix[one.Band, one.Control]?.Mark is not { } mark
        || mark.Position < one.Fast.Low.Position - 1e-9
        || mark.Position > one.Fast.High.Position + 1e-9;

    /// <summary>Where controls stood when the question on them was answered as it should be.</summary>
    public IReadOnlyList<(WindBand Band, Control Control, Question Question, FastMark Right)> Right { get; private set; } = [];

    public string NameOf(long boat) => names.GetValueOrDefault(boat, "a boat that is gone");

    public async Task OnGetAsync(string? plan, string? mode)
    {
        var view = await here.ClassAsync();
        Class = view.Class;
        Layer = view.On(view.Set.Layers.Nearest(plan, mode));
        names = (await boats.AllAsync(view.Ref)).ToDictionary(boat => boat.Number, boat => boat.Name);
        Review = FitReview.Of(Layer.Evidence);
        OfBoats =
        [
            .. Review
                .Residuals.Where(one => one.Run.Boat is not null)
                .GroupBy(one => one.Run.Boat!.Value)
                .Select(own => ResidualStrip.Of(NameOf(own.Key), [.. own])),
        ];
        OfBands =
        [
            .. Class
                .Bands.All.Select(band => (band, Own: Review.Residuals.Where(one => one.Band.Id == band.Id).ToList()))
                .Where(one => one.Own.Count > 0)
                .Select(one => ResidualStrip.Of(one.band.Name, one.Own)),
        ];
        Fast =
        [
            .. from band in Class.Bands.All
            from control in Class.Marked.Where(control => control.HelmPerUnit is null)
            let fast = FastMark.Of(control, Layer.Evidence.Runs.In(band.Id))
            where fast is not null
            select (band, control, fast),
        ];
        Right =
        [
            .. from question in Class.Questions
            let control = Class.Subject(question.Key) is { } subject ? Class.Marked.FirstOrDefault(one => one.Key == subject) : null
            where control is not null
            from band in Class.Bands.All
            let right = FastMark.Of(control, question.Key, Layer.Evidence.Runs.In(band.Id))
            where right is not null
            select (band, control, question, right),
        ];
    }
}
