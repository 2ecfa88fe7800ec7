using System.Globalization;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Access;

/// <summary>Stands before the API: lets through what a person's role covers, and notes what was done.</summary>
public static partial class Gate
{
    /// <summary>Puts the gate before the endpoints.</summary>
    public static void UseGate(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (context.GetEndpoint() is not { } endpoint || !context.Request.Path.StartsWithSegments("/api"))
                {
                    await next(context);
                    return;
                }

                var right = endpoint.Metadata.GetMetadata<NeedsRight>()?.Right
                    ?? NeedsRight.Usual(context.Request.Method);
                RefuseForeignPage(context.Request);
                var visitor = await context
                    .RequestServices.GetRequiredService<Visitor>()
                    .OfAsync(context, context.RequestAborted);
                var person = context.RequestServices.GetRequiredService<CurrentPerson>();
                person.Enter(
                    visitor,
                    CommandOf(context.Request),
                    NameOf(context, endpoint),
                    context.Request.Path,
                    AskedOf(context.Request)
                );
                var owed = right >= Right.Record || endpoint.Metadata.GetMetadata<NotedAttribute>() is not null;
                context.Response.OnStarting(NoteOwedAsync);
                try
                {
                    if (right != Right.Enter)
                    {
                        RefuseUnless(visitor, right);
                    }

                    await next(context);
                }
                catch (Exception e)
                {
                    owed = false;
                    if (e is ForbiddenException refused)
                    {
                        await NoteAsync(context, endpoint, refused.Status);
                    }

                    throw;
                }

                // An answer nobody waits for any more never starts; what was done is noted all the same.
                await NoteOwedAsync();

                // Before the answer leaves: who has been told that something is done finds it noted.
                async Task NoteOwedAsync()
                {
                    // A change has noted itself together with what it changed.
                    if (owed && !person.Commands)
                    {
                        owed = false;
                        await NoteAsync(context, endpoint, context.Response.StatusCode);
                    }
                }
            }
        );

    /// <summary>Refuses a change that a page of another site has the browser send (the Fetch Metadata and Origin headers; cookies are SameSite=Strict as well).</summary>
    private static void RefuseForeignPage(HttpRequest request)
    {
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
        {
            return;
        }

        var from = request.Headers["Sec-Fetch-Site"].ToString();
        var origin = request.Headers.Origin.ToString();
        var foreign =
            from is not ("" or "same-origin" or "none")
            || (
                origin.Length > 0
                && !(Uri.TryCreate(origin, UriKind.Absolute, out var uri) && uri.Authority == request.Host.Value)
            );
        if (foreign)
        {
            throw new ForbiddenException(
                StatusCodes.Status403Forbidden,
                "Another site",
                "This was sent by a page that is not Garten's. Nothing was changed. Open Garten at its own address."
            );
        }
    }

    private static void RefuseUnless(Member? member, Right right)
    {
        if (member is null)
        {
            throw new ForbiddenException(
                StatusCodes.Status401Unauthorized,
                "Not signed in",
                "Sign in first. What you typed is kept."
            );
        }

        if (!member.May(right))
        {
            // On screen a steward is an administrator.
            static string Called(Role role) =>
                role == Role.Steward ? "an administrator" : $"a {role.ToString().ToLowerInvariant()}";
            var needed = Called(Member.LeastRole(right));
            throw new ForbiddenException(
                StatusCodes.Status403Forbidden,
                "Not yours to do",
                $"You are here as {Called(member.Role)}; this takes {needed}. Ask an administrator of the survey if it should be yours."
            );
        }
    }

    /// <summary>The number a client gave a change, so that sending it twice makes it once; a new one for who gave none.</summary>
    private static Guid CommandOf(HttpRequest request) =>
        Guid.TryParse(request.Headers["Garten-Command"], out var sent)
        || Guid.TryParse(request.Query["request"], out sent)
            ? sent
            : Guid.CreateVersion7();

    /// <summary>When the client says it asked (RFC 3339); null where it does not say, or says it otherwise.</summary>
    private static DateTimeOffset? AskedOf(HttpRequest request) =>
        DateTimeOffset.TryParseExact(
            request.Headers["Garten-Asked"],
            "yyyy-MM-dd'T'HH:mm:ss.FFFK",
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal,
            out var asked
        )
            ? asked
            : null;

    private static string NameOf(HttpContext context, Endpoint endpoint) =>
        endpoint.Metadata.GetMetadata<IEndpointNameMetadata>()?.EndpointName ?? context.Request.Method;

    private static async Task NoteAsync(HttpContext context, Endpoint endpoint, int status)
    {
        try
        {
            var member = context.RequestServices.GetRequiredService<CurrentPerson>().Member;
            await context
                .RequestServices.GetRequiredService<AuditStore>()
                .NoteAsync(
                    member?.Person,
                    member?.Role,
                    NameOf(context, endpoint),
                    context.Request.Path,
                    status,
                    CancellationToken.None
                );
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            // The work itself is done and acknowledged; a note that fails must not make it look undone.
            LogUnnoted(
                context.RequestServices.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(Gate)),
                context.Request.Path,
                e
            );
        }
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "A entry at {Path} was not noted")]
    private static partial void LogUnnoted(ILogger logger, string path, Exception error);
}
