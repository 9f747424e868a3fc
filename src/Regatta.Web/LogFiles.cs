using System.Globalization;
using Serilog;

namespace Regatta.Web;

/// <summary>The server's log as files: one a day, a new one when it grows too long, the oldest forgotten.</summary>
internal static class LogFiles
{
    private const long MostBytes = 10 * 1024 * 1024;
    private const int MostFiles = 14;
    private const string Line = "{Timestamp:yyyy-MM-dd HH:mm:ss.fff zzz} {Level:u3} {Request} {Account} {Message:lj}{NewLine}{Exception}";

    /// <summary>Writes to a folder as well; null for nowhere.</summary>
    public static LoggerConfiguration ToFolder(this LoggerConfiguration log, string? folder) =>
        folder is null
            ? log
            : log.WriteTo.File(
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
