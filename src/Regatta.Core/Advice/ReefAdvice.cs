namespace Regatta.Core.Advice;

/// <summary>When what is carried becomes too much, as long as its band still goes on.</summary>
/// <param name="Mean">The mean wind at which it is.</param>
/// <param name="Gust">The gust at which it is.</param>
/// <param name="Next">What comes then; null for nothing smaller.</param>
/// <param name="Now">Whether it blows so much already.</param>
public sealed record ReefAdvice(Speed Mean, Speed Gust, SailPlan? Next, bool Now)
{
    /// <summary>The advice for what is carried; null where its limit lies beyond the band, or is not known.</summary>
    /// <param name="points">The class's reef points for the crew.</param>
    /// <param name="carried">What is carried.</param>
    /// <param name="band">The band the wind lies in.</param>
    /// <param name="wind">The wind.</param>
    /// <param name="gust">The gusts; null where they are not known.</param>
    public static ReefAdvice? Of(IReadOnlyList<ReefPoint> points, PlanKey carried, WindBand band, Speed wind, Speed? gust)
    {
        var at = points.ToList().FindIndex(point => point.Plan.Key == carried);
        if (at < 0 || points[at] is not { Mean: { } mean, Gust: { } most } || (mean > band.To && wind < mean && !(gust >= most)))
        {
            return null;
        }

        return new(mean, most, at + 1 < points.Count ? points[at + 1].Plan : null, wind >= mean || gust >= most);
    }
}
