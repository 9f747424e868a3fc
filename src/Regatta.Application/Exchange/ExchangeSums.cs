using System.Text;
using Regatta.Application.Reading;
using Regatta.Core;
using Regatta.Core.Evidence;
using Regatta.Core.Fleet;
using Regatta.Formats.Bundles;
using Regatta.Store;

namespace Regatta.Application.Exchange;

/// <summary>Gives the sums of a class to another club, and borrows another’s: never a log, never a person.</summary>
public sealed class ExchangeSums(Borrowed borrowed)
{
    /// <summary>The sums of a layer as a file.</summary>
    public static Parsed<byte[]> Give(Club club, ClassView view, Layer layer) =>
        SharedSums.Of(layer, view.On(layer).Evidence).Then(sums => Parsed<byte[]>.Good(SumsFile.Write(club.Name, sums)));

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

    /// <summary>Sets how much what was borrowed counts.</summary>
    public Task<bool> WeighAsync(ClassRef one, long number, double weight) => borrowed.WeighAsync(one, number, weight);

    /// <summary>Gives it back: it counts no more.</summary>
    public Task RemoveAsync(ClassRef one, long number) => borrowed.RemoveAsync(one, number);
}
