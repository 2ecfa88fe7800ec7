using System.Globalization;
using System.Security.Claims;
using System.Threading.RateLimiting;
using Garten.Data;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace Garten.Server.Access;

/// <summary>What signing in and keeping order takes.</summary>
public static class AccessServices
{
    /// <summary>Name of the limit on signing in.</summary>
    public const string SignInLimit = "sign-in";

    /// <summary>Tries to sign in from one address within a minute.</summary>
    public const int SignInsAMinute = 30;

    /// <summary>Requests of one person at once before they must wait.</summary>
    private const int Burst = 600;

    /// <summary>Requests of one person a second in the long run: a bench at work asks a few.</summary>
    private const int ASecond = 60;

    private static readonly TimeSpan Lasting = TimeSpan.FromDays(14);

    /// <summary>Adds the services.</summary>
    public static void AddAccess(this IServiceCollection services)
    {
        services.AddSingleton<AccountStore>();
        services.AddSingleton<AuditStore>();
        services.AddSingleton<CookieKeyStore>();
        services.AddSingleton<Visitor>();
        services.AddSingleton<Accounts>();
        services.AddSingleton<IPasswordHasher<Account>, PasswordHasher<Account>>();
        services.AddDataProtection().SetApplicationName("Garten");
        services.AddSingleton<IConfigureOptions<KeyManagementOptions>>(s => new ConfigureOptions<KeyManagementOptions>(
            o =>
                o.XmlRepository = new CookieKeys(
                    s.GetRequiredService<DatabaseAddress>(),
                    new(s.GetRequiredService<CookieKeyStore>)
                )
        ));
        services
            .AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(o =>
            {
                o.Cookie.Name = "garten";
                o.Cookie.HttpOnly = true;
                o.Cookie.SameSite = SameSiteMode.Strict;
                o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;

                // Told as a length as well: a browser whose clock is wrong would drop it by its date.
                o.Cookie.MaxAge = Lasting;
                o.ExpireTimeSpan = Lasting;
                o.SlidingExpiration = true;
            });
        services.AddRateLimiter(o =>
        {
            o.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            o.OnRejected = async (rejected, _) =>
            {
                ProblemHttpResult answer = TypedResults.Problem(
                    "Too much was asked at once. Wait a moment; what you typed is kept.",
                    statusCode: StatusCodes.Status429TooManyRequests,
                    title: "Too many requests"
                );
                await answer.ExecuteAsync(rejected.HttpContext);
            };
            o.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(context =>
                RateLimitPartition.GetTokenBucketLimiter(
                    context.User.FindFirstValue(ClaimTypes.NameIdentifier) ?? From(context),
                    _ =>
                        new()
                        {
                            TokenLimit = Burst,
                            TokensPerPeriod = ASecond,
                            ReplenishmentPeriod = TimeSpan.FromSeconds(1),
                            AutoReplenishment = true,
                            QueueLimit = Burst,
                        }
                )
            );
            o.AddPolicy(SignInLimit, context => RateLimitPartition.GetFixedWindowLimiter(From(context), _ => new()
                    {
                        PermitLimit = SignInsAMinute,
                        Window = TimeSpan.FromMinutes(1),
                        QueueLimit = 0,
                    }));
        });
    }

    private static string From(HttpContext context) =>
        string.Create(CultureInfo.InvariantCulture, $"address {context.Connection.RemoteIpAddress}");
}
