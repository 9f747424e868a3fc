using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;

namespace Regatta.Store;

/// <summary>What a link carries so that only who was given it can open it. The database keeps its hash.</summary>
internal static class Secrets
{
    private const int Bytes = 24;

    public static string New() => Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(Bytes));

    public static byte[] Hash(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));
}
