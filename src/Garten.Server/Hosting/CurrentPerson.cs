using System.Globalization;

namespace Garten.Server.Hosting;

/// <summary>
/// Who is at work. The one place that knows: for now the person chosen on screen, kept in a cookie; a sign-in can take
/// its place without any feature noticing.
/// </summary>
/// <param name="http">The request.</param>
public sealed class CurrentPerson(IHttpContextAccessor http)
{
    private const string Cookie = "garten-person";

    /// <summary>Number of the person; null when nobody was chosen.</summary>
    public int? Id =>
        int.TryParse(http.HttpContext?.Request.Cookies[Cookie], NumberStyles.None, CultureInfo.InvariantCulture, out var id) ? id : null;

    /// <summary>Number of the person.</summary>
    /// <exception cref="RuleException">Nobody was chosen.</exception>
    public int Required => Id ?? throw new RuleException("person", "Choose who you are first, at the top of the page.");

    /// <summary>Remembers the person chosen.</summary>
    /// <param name="id">Number of the person.</param>
    public void Choose(int id) => http.HttpContext!.Response.Cookies.Append(
        Cookie, id.ToString(CultureInfo.InvariantCulture),
        new CookieOptions { HttpOnly = true, SameSite = SameSiteMode.Strict, IsEssential = true, MaxAge = TimeSpan.FromDays(365), Path = "/" });
}
