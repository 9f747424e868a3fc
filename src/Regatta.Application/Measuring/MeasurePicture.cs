namespace Regatta.Application.Measuring;

/// <summary>What a sailor measures in pictures. The picture stays with them: only its points and what came of them are kept,
/// until they give it to the class.</summary>
public sealed class MeasurePicture(PictureReadings readings, TimeProvider clock)
{
    /// <summary>Reads a picture, and what that answers.</summary>
    /// <param name="gauge">By which gauge.</param>
    /// <param name="question">For which question; null for none.</param>
    /// <param name="picture">What was tapped and known.</param>
    /// <returns>The reading with its answer, null where it answers nothing; or what is wrong.</returns>
    public static Parsed<(GaugeReading Reading, Answer? Answer)> Read(Gauge gauge, Question? question, GaugePicture picture) =>
        GaugeReading
            .Of(gauge, picture)
            .Then(reading =>
                question?.AnswerOf(new(gauge.Key, reading.Value, reading.Sd)) is { } answered
                    ? answered.Then(answer => Parsed<(GaugeReading, Answer?)>.Good((reading, answer)))
                    : Parsed<(GaugeReading, Answer?)>.Good((reading, null))
            );

    /// <summary>Keeps a reading, once by its key.</summary>
    /// <returns>Its number; or what is wrong with it.</returns>
    public async Task<Parsed<long>> KeepAsync(
        Actor actor,
        ClassRef one,
        Guid key,
        Gauge gauge,
        Question? question,
        long? boat,
        GaugePicture picture,
        DateTimeOffset at
    )
    {
        var read = Read(gauge, question, picture);
        if (!read.Ok)
        {
            return Parsed<long>.Bad(read.Problem!);
        }

        var (reading, answer) = read.Value;
        return Parsed<long>.Good(
            await readings.AddAsync(
                one,
                actor.Person,
                new(key, at, gauge.Key, question?.Key, boat, picture, reading.Value, reading.Sd)
                {
                    Said = answer?.Said ?? "",
                    Means = answer?.Means,
                }
            )
        );
    }

    /// <summary>What a log takes over: what was measured lately and stands in no log since.</summary>
    public Task<IReadOnlyList<PictureReading>> LatelyAsync(Actor actor, ClassRef one) =>
        readings.UnloggedAsync(one, actor.Person, clock.GetUtcNow() - PictureReading.Fresh);

    /// <summary>Gives the picture of one's own reading to the class.</summary>
    /// <returns>False where the reading is not theirs.</returns>
    public Task<bool> GiveAsync(Actor actor, ClassRef one, long reading, GivenPicture picture) =>
        readings.GiveAsync(one, actor.Person, reading, picture, clock.GetUtcNow());

    /// <summary>Takes a given picture back: its giver's, or any for who may change the class.</summary>
    public Task TakeBackAsync(Actor actor, ClassRef one, long reading, bool mayEdit) =>
        readings.TakeBackAsync(one, actor.Person, reading, mayEdit);

    /// <summary>Forgets a reading of one's own.</summary>
    public Task ForgetAsync(Actor actor, ClassRef one, long reading) => readings.ForgetAsync(one, actor.Person, reading);
}
