using System.Globalization;
using Serilog;

namespace Regatta.Web;

/// <summary>The server's log as files: one a day, a new one when it grows too long, the oldest forgotten.</summary>
internal static class LogFiles
{
    private const long MostBytes = 10 * 1024 * 1024;
    private const int MostFiles = 14;
    private const string Line = "{Timestamp:yyyy-MM-dd HH:mm:ss.fff zzz} {Level:u3} {Request} {Account} {Message:lj}{NewLine}{Exception}";

    private const UnixFileMode OwnerAndGroup =
        UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute | UnixFileMode.GroupRead | UnixFileMode.GroupExecute;

    /// <summary>Writes to a folder as well, which nobody but its owner and group may enter; null for nowhere.</summary>
    public static LoggerConfiguration ToFolder(this LoggerConfiguration log, string? folder)
    {
        if (folder is null)
        {
            return log;
        }

        KeepToOwnerAndGroup(Directory.CreateDirectory(folder));
        return log.WriteTo.File(
            Path.Combine(folder, "regatta-.log"),
            outputTemplate: Line,
            formatProvider: CultureInfo.InvariantCulture,
            rollingInterval: RollingInterval.Day,
            fileSizeLimitBytes: MostBytes,
            rollOnFileSizeLimit: true,
            retainedFileCountLimit: MostFiles,
            shared: true
        );
    }

    private static void KeepToOwnerAndGroup(DirectoryInfo folder)
    {
        try
        {
            if (!OperatingSystem.IsWindows())
            {
                folder.UnixFileMode = OwnerAndGroup;
            }
        }
        catch (UnauthorizedAccessException)
        {
            // Somebody else's folder, made for the app to write in: who may enter it is theirs to say.
        }
    }
}
