using System.Globalization;
using Regatta.Core.Units;
using Regatta.Web.Access;

namespace Regatta.Web;

/// <summary>Whoever reads this page: their units, the look they chose, and the club's clock.</summary>
public sealed class Reader(IHttpContextAccessor http, ClubClock clock)
{
    /// <summary>The cookie that keeps the chosen look.</summary>
    public const string LookCookie = "look";

    /// <summary>The looks there are; the first is the usual one.</summary>
    public static readonly IReadOnlyList<string> Looks = ["paper", "sunlight", "dark"];

    /// <summary>Wind is shown in this: as the address asks, or as the account says, or in knots.</summary>
    public SpeedUnit Wind => SpeedUnits.Named(Context.Request.Query["unit"].ToString()) ?? Claimed(StandingClaims.SpeedUnit, SpeedUnit.Knot);

    /// <summary>Mass is shown in this.</summary>
    public MassUnit Mass => Claimed(StandingClaims.MassUnit, MassUnit.Kilogram);

    public string Look => Context.Request.Cookies[LookCookie] is { } look && Looks.Contains(look) ? look : Looks[0];

    private HttpContext Context => http.HttpContext!;

    public string Show(Speed wind) => $"{Number(wind)} {Wind.Symbol()}";

    /// <summary>A wind's number in the reader's unit: whole knots where it is whole.</summary>
    public string Number(Speed wind) => NumberText.Plain(wind.In(Wind), Wind == SpeedUnit.Knot || Wind == SpeedUnit.KilometrePerHour ? 0 : 1);

    /// <summary>A number for an input field: more exact, and with a plain minus sign.</summary>
    public string Field(Speed? wind) => wind is { } known ? NumberText.Plain(known.In(Wind), 1) : "";

    /// <summary>A day and time in the club's zone.</summary>
    public async Task<string> TimeAsync(DateTimeOffset at) =>
        TimeZoneInfo.ConvertTime(at, await clock.ZoneAsync()).ToString("d MMM yyyy, HH:mm", CultureInfo.InvariantCulture);

    /// <summary>A day in the club's zone.</summary>
    public async Task<string> DayAsync(DateTimeOffset at) =>
        TimeZoneInfo.ConvertTime(at, await clock.ZoneAsync()).ToString("d MMM yyyy", CultureInfo.InvariantCulture);

    private T Claimed<T>(string claim, T otherwise)
        where T : struct, Enum => Enum.TryParse<T>(Context.User.FindFirst(claim)?.Value, out var value) ? value : otherwise;
}
