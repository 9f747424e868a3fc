using System.Globalization;

namespace Regatta.Web;

/// <summary>The units, the theme and the time zone whoever reads this page reads in.</summary>
public sealed class UnitPreferences(IHttpContextAccessor http, ClubContext here)
{
    /// <summary>The cookie that keeps the chosen theme.</summary>
    public const string ThemeCookie = "theme";

    /// <summary>The themes there are; the first is the usual one.</summary>
    public static readonly IReadOnlyList<string> Themes = ["paper", "sunlight", "dark"];

    /// <summary>Wind is shown in this: as the address asks, or as the account says, or in knots.</summary>
    public SpeedUnit Wind => SpeedUnits.Named(Context.Request.Query["unit"].ToString()) ?? Claimed(AccountClaims.SpeedUnit, SpeedUnit.Knot);

    /// <summary>Mass is shown in this.</summary>
    public MassUnit Mass => Claimed(AccountClaims.MassUnit, MassUnit.Kilogram);

    public string Theme => Context.Request.Cookies[ThemeCookie] is { } theme && Themes.Contains(theme) ? theme : Themes[0];

    private HttpContext Context => http.HttpContext!;

    private TimeZoneInfo Zone => here.HasClub ? here.Club.Zone() : TimeZoneInfo.Utc;

    public string Show(Speed wind) => $"{Number(wind)} {Wind.Symbol()}";

    /// <summary>A wind's number in the reader's unit: whole knots where it is whole.</summary>
    public string Number(Speed wind) =>
        NumberText.Plain(wind.In(Wind), Wind == SpeedUnit.Knot || Wind == SpeedUnit.KilometrePerHour ? 0 : 1);

    /// <summary>A limit in the reader's unit, rounded down.</summary>
    public string Limit(Speed limit) => CarryText.Show(limit, Wind);

    /// <summary>Says what may be carried, in the reader's unit.</summary>
    public CarryText Carry => new(Wind);

    /// <summary>A number for an input field: more exact, and with a plain minus sign.</summary>
    public string Field(Speed? wind) => wind is { } known ? NumberText.Plain(known.In(Wind), 1) : "";

    /// <summary>A day and time in the club's zone.</summary>
    public string Time(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, Zone).ToString("d MMM yyyy, HH:mm", CultureInfo.InvariantCulture);

    /// <summary>The time of day at the club.</summary>
    public string Clock(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, Zone).ToString("HH:mm", CultureInfo.InvariantCulture);

    /// <summary>The day of the week, short.</summary>
    public static string Weekday(DateOnly day) => day.ToString("ddd", CultureInfo.InvariantCulture);

    /// <summary>A month and its year.</summary>
    public static string Month(CalendarMonth month) =>
        new DateOnly(month.Year, month.Month, 1).ToString("MMMM yyyy", CultureInfo.InvariantCulture);

    /// <summary>A day of the calendar.</summary>
    public static string Day(DateOnly day) => day.ToString("d MMM yyyy", CultureInfo.InvariantCulture);

    /// <summary>A day in the club's zone.</summary>
    public string Day(DateTimeOffset at) => TimeZoneInfo.ConvertTime(at, Zone).ToString("d MMM yyyy", CultureInfo.InvariantCulture);

    private T Claimed<T>(string claim, T otherwise)
        where T : struct, Enum => EnumText.Find<T>(Context.User.FindFirst(claim)?.Value) ?? otherwise;
}
