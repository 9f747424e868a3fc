using System.Collections.Concurrent;
using Regatta.Core;
using Regatta.Web.Access;

namespace Regatta.Web.Live;

/// <summary>How many live pages each person and each network address has open at this instance.</summary>
public sealed class OpenStreams
{
    private readonly ConcurrentDictionary<string, int> open = new();

    /// <summary>Counts one more live page of a request; null when there are too many already. Disposing it counts one less.</summary>
    public IDisposable? Enter(HttpContext context)
    {
        (string Of, int Most)[] places =
        [
            ("person " + context.User.Id(), Limits.StreamsOfPerson),
            ("address " + context.Address(), Limits.StreamsOfAddress),
        ];
        var entered = new List<string>();
        foreach (var (of, most) in places)
        {
            entered.Add(of);
            if (open.AddOrUpdate(of, 1, (_, count) => count + 1) > most)
            {
                Leave(entered);
                return null;
            }
        }

        return new Place(() => Leave(entered));
    }

    private void Leave(IEnumerable<string> places)
    {
        foreach (var of in places)
        {
            if (open.AddOrUpdate(of, 0, (_, count) => count - 1) <= 0)
            {
                open.TryRemove(KeyValuePair.Create(of, 0));
            }
        }
    }

    private sealed class Place(Action leave) : IDisposable
    {
        public void Dispose() => leave();
    }
}
