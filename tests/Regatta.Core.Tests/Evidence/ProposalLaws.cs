using CsCheck;
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
                && Math.Abs(proposal.Change)
                    <= ((proposal.Now.Mean < 0 ? EvidenceRules.MostStepsOnTheWrongSide : EvidenceRules.MostSteps) * scale.Step) + 1e-9;
        });

    [Fact]
    public void Every_proposal_is_expected_to_bring_the_helm_nearer_its_aim() =>
        Everywhere(proposal =>
            Math.Abs(proposal.After - Class.Helm.Target.Degrees) < Math.Abs(proposal.Now.Mean - Class.Helm.Target.Degrees)
            && proposal.BetterProbability >= EvidenceRules.LeastBetter
            && Proposer.KeepsSign(proposal.Now.Mean, proposal.After, Class.Helm)
        );

    [Theory]
    [InlineData(0.9999, 99)]
    [InlineData(0.804, 80)]
    [InlineData(0.0001, 1)]
    public void No_proposal_is_told_as_certain(double probability, int ofHundred) =>
        Assert.Equal(ofHundred, new Proposal(Bands.All[0], Slide, new(60), new(70), new(4.5, 0.3, 20), 4, probability, []).BetterOfHundred);

    [Fact]
    public void A_change_and_its_opposite_are_better_with_probabilities_that_do_not_exceed_one() =>
        Gen.Select(Logs, Gen.Double[1, 40])
            .Sample(
                (logs, positions) =>
                {
                    var (model, posterior, _, _) = Fit(logs);
                    var row = model.Row(Bands.All[1], control => new(100));
                    var forth = posterior.Outlook(row, model.Change(Slide, positions), 3);
                    var back = posterior.Outlook(row, model.Change(Slide, -positions), 3);
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
            Marks = new Dictionary<ControlKey, Core.Marks.Mark>(inCentimetres.Marks)
            {
                [Slide.Key] = Slide.Scale.Read("3.93700787402 in").Value,
            },
        };
        Assert.All(
            Fit([inCentimetres]).Posterior.Mean.Zip(Fit([inInches]).Posterior.Mean),
            pair => Assert.Equal(pair.First, pair.Second, 8)
        );
    }

    [Fact]
    public void Without_a_log_every_cell_of_the_card_expects_the_target_exactly_and_nothing_is_proposed() =>
        Marks.Sample(marks =>
        {
            var card = Published(marks);
            var proposer = new Proposer(Class, Matrix(marks), HelmFit.Of(new(Class, Bands, card, []), []), Today);
            return Bands.All.All(band =>
                Math.Abs(proposer.Helm(band)!.Expected.Mean - Class.Helm.Target.Degrees) < 1e-9 && proposer.In(band).Count == 0
            );
        });

    [Fact]
    public void Neither_the_ends_of_a_scale_nor_its_unit_matter_to_the_fit() =>
        Logs.Sample(
            logs =>
            {
                var inches = Slide with
                {
                    Scale = new Core.Marks.LengthScale(
                        LengthUnit.Inch,
                        Length.FromMillimetres(-300),
                        Length.FromMillimetres(900),
                        Length.FromMillimetres(10)
                    ),
                    HelmPerUnit = Slide.HelmPerUnit * 2.54,
                };
                var other = Class with { Controls = [inches, Luff] };
                HelmPrediction Of(ClassDefinition one, Control slide) =>
                    HelmFit.Of(new(one, Bands, Published(100, 100, 100), []), logs) is var fit
                        ? fit.Posterior.PredictCell(fit.Model.Row(Bands.All[1], control => new(80)))
                        : default;
                var (here, there) = (Of(Class, Slide), Of(other, inches));
                return Math.Abs(here.Mean - there.Mean) < 1e-7 && Math.Abs(here.Deviation - there.Deviation) < 1e-7;
            },
            iter: 60
        );

    // Invented data: the demo's hidden true boats. The logs must have something to find, and the fit must find it.
    [Theory]
    [InlineData("quillet", "gooseneck", -0.85)]
    [InlineData("ferrin-16", "rake", -1.1)]
    public void The_fit_finds_the_hidden_boat_behind_the_demo_logs(string key, string control, double effect)
    {
        var bundle = BundleReader.Read(BundleWriter.Write(DemoClub.Wenlow.Make()), new(2026, 11, 23, 0, 0, 0, TimeSpan.Zero)).Bundle!;
        var one = bundle.Classes.Single(boat => boat.Class.Key == key);
        var sessions = one
            .Logs.SelectMany((log, at) => log.Log.Evidence(at, null))
            .Where(run => run.PlanMode == one.Class.PlanModes.First)
            .ToList();
        var card = new ReferenceCard(
            one.Class.PlanModes.First,
            one.Versions.Select(version => version.State),
            ReferenceCard.Middle(sessions)
        );
        var (model, posterior, _, _) = HelmFit.Of(new(one.Class, one.Class.Bands, card, []), sessions);
        var step = model.Change(one.Class.Find(new(control))!, one.Class.Find(new(control))!.Scale.PositionsPerUnit);
        var found = posterior.Predict(step);
        Assert.InRange(found.Mean, effect - (3 * found.Deviation), effect + (3 * found.Deviation));
        Assert.InRange(found.Deviation, 0.01, 0.2);
    }

    [Fact]
    public void Heel_to_leeward_adds_weather_helm_before_any_log() =>
        Assert.True(Expected(Angle.FromDegrees(10)) > Expected(null) && Expected(Angle.FromDegrees(-10)) < Expected(null));

    private static double Expected(Angle? heel)
    {
        var (model, posterior, _, _) = Fit([]);
        var session = Session(11, 100, 3);
        var run = model.Run(session with { Check = session.Check! with { Heel = heel ?? Angle.FromDegrees(0) } }, (3, 9))!;
        return posterior.Value(run.Row);
    }

    private static void Everywhere(Func<Proposal, bool> law)
    {
        var seen = 0;
        Gen.Select(Logs, Marks)
            .Sample(
                (logs, marks) =>
                {
                    var proposer = new Proposer(Class, Matrix(marks), Fit(logs), Today);
                    var proposals = Bands.All.Select(band => proposer.For(band, Slide)).OfType<Proposal>().ToList();
                    Interlocked.Add(ref seen, proposals.Count);
                    return proposals.All(law);
                },
                iter: 200
            );
        Assert.True(seen > 20, $"only {seen} proposals were made");
    }
}
