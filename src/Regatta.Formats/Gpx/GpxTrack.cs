using System.Globalization;
using System.Xml;
using NetTopologySuite.IO;
using Regatta.Core;
using Regatta.Core.Tracks;

namespace Regatta.Formats.Gpx;

/// <summary>GPX 1.1 tracks, in and out.</summary>
public static class GpxTrack
{
    /// <summary>A track file is no larger than this.</summary>
    public const int MostBytes = 8 * 1024 * 1024;

    /// <summary>A day of seconds.</summary>
    public const int MostPoints = 100_000;

    /// <summary>Reads all tracks of a file as one, by time; points without a time are left out.</summary>
    public static Parsed<IReadOnlyList<TrackPoint>> Read(Stream file)
    {
        try
        {
            // No document type, nothing from elsewhere, no bomb of entities.
            using var xml = XmlReader.Create(
                file,
                new()
                {
                    DtdProcessing = DtdProcessing.Prohibit,
                    XmlResolver = null,
                    MaxCharactersInDocument = MostBytes,
                }
            );
            var gpx = GpxFile.ReadFrom(xml, new() { IgnoreUnexpectedChildrenOfTopLevelElement = true });
            var points = (
                from track in gpx.Tracks
                from segment in track.Segments
                from point in segment.Waypoints
                where point.TimestampUtc is not null
                select point
            )
                .Select(point => new TrackPoint(
                    new(DateTime.SpecifyKind(point.TimestampUtc!.Value, DateTimeKind.Utc)),
                    point.Latitude.Value,
                    point.Longitude.Value
                ))
                .OrderBy(point => point.At)
                .ToList();
            return points.Count switch
            {
                < 2 => Parsed<IReadOnlyList<TrackPoint>>.Bad("It holds no track with times."),
                > MostPoints => Parsed<IReadOnlyList<TrackPoint>>.Bad(
                    $"It has {points.Count} points; {MostPoints} are the most, a day of seconds."
                ),
                _ => Parsed<IReadOnlyList<TrackPoint>>.Good(points),
            };
        }
        catch (Exception broken)
            when (broken is XmlException or FormatException or ArgumentException or InvalidOperationException or OverflowException)
        {
            return Parsed<IReadOnlyList<TrackPoint>>.Bad("This is no GPX track, or a broken one.");
        }
    }

    /// <summary>Writes a track.</summary>
    public static string Write(IEnumerable<TrackPoint> points)
    {
        var file = new GpxFile { Metadata = new("Regatta") };
        file.Tracks.Add(new GpxTrackBuilder(points).Track);
        return file.BuildString(new());
    }

    private sealed class GpxTrackBuilder(IEnumerable<TrackPoint> points)
    {
        public NetTopologySuite.IO.GpxTrack Track { get; } =
            new NetTopologySuite.IO.GpxTrack().WithSegments([
                new GpxTrackSegment(
                    new ImmutableGpxWaypointTable(
                        points.Select(point =>
                            new GpxWaypoint(new(Math.Round(point.Longitude, 7)), new(Math.Round(point.Latitude, 7)), null).WithTimestampUtc(
                                point.At.UtcDateTime
                            )
                        )
                    ),
                    null
                ),
            ]);
    }
}
