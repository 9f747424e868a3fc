namespace Regatta.Web.Access;

/// <summary>Asks again, for an answer that lasts, what was asked when it began.</summary>
internal static class AccessRecheck
{
    /// <summary>Whether the sign-in still holds and its person is still a member of the club of the address.</summary>
    public static async Task<bool> StillMayAsync(this HttpContext context)
    {
        var services = context.RequestServices;
        var here = services.GetRequiredService<ClubContext>();
        return context.User.Session() is { } session
            && await services.GetRequiredService<SignIns>().FindAsync(session) is not null
            && (await services.GetRequiredService<Clubs>().AdmitAsync(here.Club.Key, context.User.Id(), here.ClassKey))?.Roles is not null;
    }
}
