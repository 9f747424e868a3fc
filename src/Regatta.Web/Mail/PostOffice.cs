using System.Globalization;
using System.Net.Sockets;
using System.Security.Cryptography;
using MailKit.Net.Smtp;
using MailKit.Security;
using Microsoft.AspNetCore.DataProtection;
using MimeKit;

namespace Regatta.Web.Mail;

/// <summary>A letter that lies in the folder.</summary>
public sealed record PickedUp(string To, string Subject, string Text, DateTimeOffset At);

/// <summary>Sends letters by the server of the settings, or puts them into a folder when there is none.</summary>
public sealed class PostOffice(RegattaSettings settings, TimeProvider clock, IDataProtectionProvider protection, ILogger<PostOffice> log)
    : IMail
{
    private const string ClubHeader = "X-Club";
    private const int MostShown = 20;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(15);

    private IDataProtector Protector => protection.CreateProtector("Regatta.LetterOfClub");

    public bool Delivers => settings.Mail.Server is not null;

    public async Task<bool> SendAsync(Letter letter)
    {
        using var message = new MimeMessage();
        message.From.Add(new MailboxAddress("Regatta", settings.Mail.Sender));
        message.To.Add(new MailboxAddress(letter.Name, letter.To));
        message.Subject = letter.Subject;
        message.Date = clock.GetUtcNow();
        message.Body = new TextPart("plain") { Text = letter.Text };
        if (letter.Stop is { } stop)
        {
            // Mail programs show a button of their own for it (RFC 8058).
            message.Headers.Add(HeaderId.ListUnsubscribe, $"<{stop}>");
            message.Headers.Add("List-Unsubscribe-Post", "List-Unsubscribe=One-Click");
        }

        if (letter.Club is { } club && !Delivers)
        {
            message.Headers.Add(ClubHeader, Protector.Protect(club.ToString(CultureInfo.InvariantCulture)));
        }

        try
        {
            await (settings.Mail.Server is { } server ? DeliverAsync(message, server) : PutAsync(message));
            return true;
        }
        catch (Exception trouble)
            when (trouble
                    is IOException
                        or SocketException
                        or MailKit.ProtocolException
                        or MailKit.CommandException
                        or AuthenticationException
                        or SslHandshakeException
                        or OperationCanceledException
                        or UnauthorizedAccessException
            )
        {
            // Neither the address nor the text: both are private.
            log.LogError("A letter could not be sent: {Trouble}", trouble.Message);
            return false;
        }
    }

    /// <summary>The letters of a club in the folder, newest first.</summary>
    public IReadOnlyList<PickedUp> Of(long club) =>
        [
            .. (Directory.Exists(settings.Mail.Folder) ? Directory.EnumerateFiles(settings.Mail.Folder, "*.eml") : [])
                .OrderByDescending(file => file, StringComparer.Ordinal)
                .Select(file => MimeMessage.Load(file))
                .Where(message => IsOf(message.Headers[ClubHeader], club))
                .Take(MostShown)
                .Select(message => new PickedUp(message.To.ToString(), message.Subject ?? "", message.TextBody ?? "", message.Date)),
        ];

    /// <summary>Whether a letter is of a club of this installation: an older one may have left letters in the same folder.</summary>
    private bool IsOf(string? header, long club)
    {
        try
        {
            return header is not null && Protector.Unprotect(header) == club.ToString(CultureInfo.InvariantCulture);
        }
        catch (CryptographicException)
        {
            return false;
        }
    }

    private static async Task DeliverAsync(MimeMessage message, Uri server)
    {
        using var client = new SmtpClient();
        using var patience = new CancellationTokenSource(Patience);
        var security =
            server.Scheme == "smtps" ? SecureSocketOptions.SslOnConnect
            : server.IsLoopback ? SecureSocketOptions.StartTlsWhenAvailable
            : SecureSocketOptions.StartTls;
        await client.ConnectAsync(server.Host, server.Port > 0 ? server.Port : 0, security, patience.Token);
        if (server.UserInfo.Split(':', 2) is [{ Length: > 0 } name, var password])
        {
            await client.AuthenticateAsync(Uri.UnescapeDataString(name), Uri.UnescapeDataString(password), patience.Token);
        }

        await client.SendAsync(message, patience.Token);
        await client.DisconnectAsync(quit: true, patience.Token);
    }

    private async Task PutAsync(MimeMessage message)
    {
        var folder = Directory.CreateDirectory(settings.Mail.Folder);
        if (!OperatingSystem.IsWindows())
        {
            File.SetUnixFileMode(folder.FullName, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        }

        await message.WriteToAsync(Path.Combine(folder.FullName, Guid.CreateVersion7() + ".eml"));
    }
}
