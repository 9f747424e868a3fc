using CsCheck;
using Regatta.Core.Checks;
using Regatta.Core.Evidence;
using Regatta.Core.Units;
using Regatta.Demo;
using Regatta.Formats.Bundles;
using static Regatta.Core.Tests.Evidence.TestBoat;

namespace Regatta.Core.Tests.Evidence;

/// <summary>Laws a proposal keeps whatever the logs say.</summary>
public sealed class ProposalLaws
{
    private static readonly Gen<SessionEvidence[]> Logs = Gen.Select(Gen.Double[2, 20], Gen.Int[0, 20], Gen.Double[-8, 12])
        .Select((knots, slide, helm) => Session(knots, slide * 10, helm))
        .Array[0, 25];

    private static readonly Gen<double[]> Marks = Gen.Int[0, 20].Select(at => at * 10.0).Array[3];

    [Fact]
    public void Every_proposal_stays_on_the_scale_on_the_step_and_small() =>
        Everywhere(proposal =>
        {
            var scale = Slide.Scale;
            return proposal.To == scale.Snap(proposal.To)
                && proposal.To.Position >= scale.Min.Position
                && proposal.To.Position <= scale.Max.Position
                && Math.Abs(proposal.Change) > 0
                && Math.Abs(proposal.Change) <= (Proposer.MostSteps * scale.Step) + 1e-9;
        });

    [Fact]
    public void Every_proposal_is_expected_to_bring_the_helm_nearer_its_aim() =>
        Everywhere(proposal =>
            Math.Abs(proposal.After - Class.Helm.Target.Degrees) < Math.Abs(proposal.Now.Mean - Class.Helm.Target.Degrees)
            && proposal.BetterProbability >= Proposer.LeastProbability
            && proposal.After * proposal.Now.Mean >= 0
        );

    [Fact]
    public void No_proposal_is_certain() => Everywhere(proposal => proposal.BetterOfHundred is >= 1 and <= 99);

    [Fact]
    public void A_change_and_its_opposite_are_better_with_probabilities_that_do_not_exceed_one() =>
        Gen.Select(Logs, Gen.Double[1, 40])
            .Sample(
                (logs, positions) =>
                {
                    var model = new HelmModel(Class, Bands);
                    var posterior = model.Fit(logs);
                    var row = model.Row(Bands.All[1], control => new(100))!;
                    var forth = Proposer.Outlook(posterior, row, model.Change(Slide, positions), 3);
                    var back = Proposer.Outlook(posterior, row, model.Change(Slide, -positions), 3);
                    return Math.Abs(forth.Shift + back.Shift) < 1e-9 && forth.Better + back.Better <= 1 + 1e-6;
                },
                iter: 60
            );

    [Fact]
    public void The_fit_does_not_care_in_which_unit_a_mark_was_written()
    {
        var inCentimetres = Session(11, 100, 4);
        var inInches = inCentimetres with
        {
            Marks = new Dictionary<Core.Fleet.ControlKey, Core.Marks.Mark>(inCentimetres.Marks)
            {
                [Slide.Key] = Slide.Scale.Read("3.93700787402 in").Value,
            },
        };
        var model = new HelmModel(Class, Bands);
        Assert.All(model.Fit([inCentimetres]).Mean.Zip(model.Fit([inInches]).Mean), pair => Assert.Equal(pair.First, pair.Second, 8));
    }

    // Invented data: the demo's hidden true boats. The logs must have something to find, and the fit must find it.
    [Theory]
    [InlineData("quillet", "gooseneck", -0.85)]
    [InlineData("ferrin-16", "rake", -1.1)]
    public void The_fit_finds_the_hidden_boat_behind_the_demo_logs(string key, string control, double effect)
    {
        var bundle = BundleReader.Read(BundleWriter.Write(DemoClub.Wenlow.Make()), new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)).Bundle!;
        var one = bundle.Classes.Single(boat => boat.Class.Key == key);
        var model = new HelmModel(one.Class, one.Class.Bands);
        var posterior = model.Fit(one.Logs.Select((log, at) => log.Log.Evidence(at)));
        var step = model.Change(one.Class.Find(new(control))!, one.Class.Find(new(control))!.Scale.PositionsPerUnit);
        var (mean, deviation) = posterior.Predict(step);
        Assert.InRange(mean, effect - (3 * deviation), effect + (3 * deviation));
        Assert.InRange(deviation, 0.01, 0.2);
    }

    [Fact]
    public void Heel_to_leeward_adds_weather_helm_before_any_log() =>
        Assert.True(Expected(Angle.FromDegrees(10)) > Expected(null) && Expected(Angle.FromDegrees(-10)) < Expected(null));

    private static double Expected(Angle? heel)
    {
        var model = new HelmModel(Class, Bands);
        var wind = Core.Wind.WindRange.Of(Speed.FromKnots(11), Speed.FromKnots(11), null).Value;
        return model.Prior.Predict(model.Row(wind, heel, _ => new(100))!).Mean;
    }

    private static void Everywhere(Func<Proposal, bool> law) =>
        Gen.Select(Logs, Marks)
            .Sample(
                (logs, marks) =>
                {
                    var model = new HelmModel(Class, Bands);
                    var proposer = new Proposer(Class, Matrix(marks), model, model.Fit(logs));
                    return Bands.All.Select(band => proposer.For(band, Slide)).OfType<Proposal>().All(law);
                },
                iter: 60
            );
}
