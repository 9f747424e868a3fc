using System.Globalization;
using System.Xml;
using NetTopologySuite.IO;

namespace Regatta.Formats.Gpx;

/// <summary>GPX 1.1 tracks, in and out.</summary>
public static class GpxTrack
{
    /// <summary>Reads all tracks of a file as one, by time, element by element; points without a time are left out.</summary>
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
                    MaxCharactersInDocument = Limits.TrackBytes,
                }
            );
            var points = new List<TrackPoint>();
            (double Latitude, double Longitude)? here = null;
            while (xml.Read())
            {
                if (xml.Depth > Limits.TrackDepth)
                {
                    return Bad("Its elements are nested deeper than any track’s.");
                }

                if (xml is { NodeType: XmlNodeType.Element, LocalName: "trkpt" })
                {
                    here = (Degrees(xml.GetAttribute("lat"), 90), Degrees(xml.GetAttribute("lon"), 180));
                }
                else if (xml is { NodeType: XmlNodeType.EndElement, LocalName: "trkpt" })
                {
                    here = null;
                }
                else if (xml is { NodeType: XmlNodeType.Element, LocalName: "time" } && here is { } at)
                {
                    xml.Read();
                    points.Add(new(Time(xml.Value), at.Latitude, at.Longitude));
                    here = null;
                    if (points.Count > Limits.TrackPoints)
                    {
                        return Bad($"It has more than {Limits.TrackPoints} points, a day of seconds.");
                    }
                }
            }

            return points.Count < 2
                ? Bad("It holds no track with times.")
                : Parsed<IReadOnlyList<TrackPoint>>.Good([.. points.OrderBy(point => point.At)]);
        }
        catch (Exception broken) when (broken is XmlException or FormatException)
        {
            return Bad("This is no GPX track, or a broken one.");
        }
    }

    /// <summary>Writes a track.</summary>
    public static string Write(IEnumerable<TrackPoint> points)
    {
        var file = new GpxFile { Metadata = new("Regatta") };
        file.Tracks.Add(new GpxTrackBuilder(points).Track);
        return file.BuildString(new());
    }

    private static Parsed<IReadOnlyList<TrackPoint>> Bad(string problem) => Parsed<IReadOnlyList<TrackPoint>>.Bad(problem);

    private static double Degrees(string? text, double most) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var degrees) && Math.Abs(degrees) <= most
            ? degrees
            : throw new FormatException("Not an angle on the earth.");

    private static DateTimeOffset Time(string text) =>
        DateTimeOffset.Parse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal);

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
