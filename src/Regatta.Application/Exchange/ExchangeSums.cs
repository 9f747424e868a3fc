using System.Text;
using Regatta.Application.Reading;
using Regatta.Formats.Bundles;

namespace Regatta.Application.Exchange;

/// <summary>Sums another club here offers, of columns this class has.</summary>
/// <param name="Id">The offer's number.</param>
/// <param name="Club">Who offers.</param>
/// <param name="Sums">The sums.</param>
/// <param name="OfferedAt">Of when its sums are.</param>
public sealed record FittingOffer(long Id, string Club, SharedSums Sums, DateTimeOffset OfferedAt);

/// <summary>Gives the sums of a class to another club, and borrows another’s: never a log, never a person.</summary>
public sealed class ExchangeSums(BorrowedSumsStore borrowed, OfferedSumsStore offered, GivenSumsStore given, EvidenceSumsStore kept)
{
    /// <summary>The sums of a plan and mode as a file: as they were given last, until so much came since that no difference of two files
    /// tells of a single run.</summary>
    public async Task<Parsed<byte[]>> GiveAsync(Club club, ClassView view, PlanMode planMode)
    {
        var before = await given.FindAsync(view.Ref, planMode);
        var basis = view.Evidence.Bases[0];
        var filled = await kept.FilledAsync(view.Ref, basis, planMode);
        if (
            before is not null
            && !SharedSums.MayRenew(filled, before.Filled, await kept.SailorsSinceAsync(view.Ref, basis, planMode, before.GivenAt))
        )
        {
            return AsGiven(before);
        }

        // Columns are the same where the file of then fits the class of now, whatever else was changed of it.
        var same =
            before is not null
            && SumsFile.Read(Encoding.UTF8.GetBytes(before.Document)) is { Ok: true, Value: var read }
            && read.Sums.Problem(view.Class) is null;
        var sums = SharedSums.Of(planMode, view.On(planMode).Evidence, filled, same ? before!.Filled : null);
        if (!sums.Ok)
        {
            return before is null ? Parsed<byte[]>.Bad(sums.Problem!) : AsGiven(before);
        }

        var file = SumsFile.Write(club.Name, sums.Value);
        if (await given.SaveAsync(view.Ref, planMode, Encoding.UTF8.GetString(file), filled, before?.GivenAt))
        {
            return Parsed<byte[]>.Good(file);
        }

        // Somebody gave it at the same time: there is one file, and it is theirs.
        return AsGiven((await given.FindAsync(view.Ref, planMode))!);
    }

    /// <summary>When the sums of a plan and mode were given last; null for never.</summary>
    public async Task<DateTimeOffset?> GivenAtAsync(ClassRef one, PlanMode planMode) => (await given.FindAsync(one, planMode))?.GivenAt;

    private static Parsed<byte[]> AsGiven(GivenSums before) => Parsed<byte[]>.Good(Encoding.UTF8.GetBytes(before.Document));

    /// <summary>Borrows what a file says, at a weight.</summary>
    /// <returns>Who gave it; or what is wrong with it.</returns>
    public async Task<Parsed<string>> BorrowAsync(ClassView view, byte[] file, double weight)
    {
        var read = SumsFile.Read(file);
        if (!read.Ok)
        {
            return Parsed<string>.Bad(read.Problem!);
        }

        if (read.Value.Sums.Problem(view.Class) is { } problem)
        {
            return Parsed<string>.Bad(problem);
        }

        if ((await borrowed.AllAsync(view.Ref)).Count >= Limits.Borrowed)
        {
            return Parsed<string>.Bad($"No more than {Limits.Borrowed} are borrowed at once. Give one back first.");
        }

        // What was understood is kept, and nothing else the file may carry.
        var (club, sums) = read.Value;
        await borrowed.AddAsync(view.Ref, club, Encoding.UTF8.GetString(SumsFile.Write(club, sums)), weight);
        return Parsed<string>.Good(read.Value.Club);
    }

    /// <summary>What the other clubs here offer of this class's columns.</summary>
    public async Task<IReadOnlyList<FittingOffer>> OffersAsync(ClassView view) =>
        [
            .. from offer in await offered.OfOthersAsync(view.Ref.Club)
            let read = SumsFile.Read(Encoding.UTF8.GetBytes(offer.Document))
            where read.Ok && read.Value.Sums.Problem(view.Class) is null
            select new FittingOffer(offer.Id, read.Value.Club, read.Value.Sums, offer.OfferedAt),
        ];

    /// <summary>Borrows what another club here offers, at a weight.</summary>
    /// <returns>Who offers it; or what is wrong.</returns>
    public Task<Parsed<string>> TakeAsync(ClassView view, FittingOffer offer, double weight) =>
        BorrowAsync(view, SumsFile.Write(offer.Club, offer.Sums), weight);

    /// <summary>Offers the sums of a plan and mode as they are now to the other clubs here.</summary>
    /// <returns>Null; or why not.</returns>
    public async Task<string?> OfferAsync(Club club, ClassView view, PlanMode planMode)
    {
        var file = await GiveAsync(club, view, planMode);
        if (file.Ok)
        {
            var at = (await GivenAtAsync(view.Ref, planMode))!.Value;
            await offered.OfferAsync(view.Ref, planMode, Encoding.UTF8.GetString(file.Value), at);
        }

        return file.Problem;
    }

    /// <summary>Offers nothing any more; what others borrowed before stays with them, as a file would.</summary>
    public Task WithdrawAsync(ClassRef one) => offered.WithdrawAsync(one);

    /// <summary>Sets how much what was borrowed counts.</summary>
    public Task<bool> WeighAsync(ClassRef one, long number, double weight) => borrowed.WeighAsync(one, number, weight);

    /// <summary>Gives it back: it counts no more.</summary>
    public Task RemoveAsync(ClassRef one, long number) => borrowed.RemoveAsync(one, number);
}
