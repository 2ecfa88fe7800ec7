using Garten.Data;
using Garten.Server.Access;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Npgsql;

namespace Garten.Server.Hosting;

/// <summary>What was sent cannot be accepted; the message says what is wrong and what to do.</summary>
/// <param name="about">The field it is about, as named in the request; may be empty.</param>
/// <param name="message">The sentence.</param>
public sealed class RuleException(string about, string message) : Exception(message)
{
    /// <summary>The field it is about.</summary>
    public string Field { get; } = about;
}

/// <summary>Checks shared by all requests.</summary>
public static class Rules
{
    /// <summary>A text of bounded length, trimmed.</summary>
    /// <param name="field">Name of the field in the request.</param>
    /// <param name="label">Its name for people.</param>
    /// <param name="text">The text.</param>
    /// <param name="most">Most characters.</param>
    /// <param name="required">True when it must not be empty.</param>
    public static string Text(string field, string label, string? text, int most, bool required = false)
    {
        var trimmed = (text ?? "").Trim();
        if (required && trimmed.Length == 0)
        {
            throw new RuleException(field, $"{label} is missing.");
        }

        if (trimmed.Length > most)
        {
            throw new RuleException(field, FormattableString.Invariant($"{label} has {trimmed.Length:N0} characters; {most:N0} is the most. Shorten it."));
        }

        return trimmed.Contains('\0', StringComparison.Ordinal)
            ? throw new RuleException(field, $"{label} holds a character that cannot be kept (NUL).")
            : trimmed;
    }

    /// <summary>A day that has come.</summary>
    /// <param name="date">The day.</param>
    /// <param name="clock">The clock.</param>
    public static DateOnly Past(DateOnly date, TimeProvider clock)
    {
        var today = Today(clock);
        if (date > today)
        {
            throw new RuleException("date", FormattableString.Invariant($"{date:d MMMM yyyy} is in the future; today is {today:d MMMM yyyy}. Give the day the plant was seen."));
        }

        return date.Year >= 1700 ? date : throw new RuleException("date", "That date lies before 1700. Check the year.");
    }

    /// <summary>Today where the server stands.</summary>
    /// <param name="clock">The clock.</param>
    public static DateOnly Today(TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
}

/// <summary>Turns exceptions into problem details (RFC 9457) that say what to do.</summary>
public static partial class Problems
{
    private const string TooLarge = "What was sent is larger than 1 MB. Send less at once.";

    private const string NotUnderstood =
        "What was sent could not be read: a value is missing or of the wrong kind. Check dates and numbers, or reload the page.";

    /// <summary>Answers a failed request.</summary>
    /// <param name="context">The request.</param>
    public static async Task AnswerAsync(HttpContext context)
    {
        var error = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        var (status, title, detail) = Of(error, context.RequestServices);
        var extensions = new Dictionary<string, object?>();
        if (error is RuleException { Field.Length: > 0 } rule)
        {
            extensions["field"] = rule.Field;
        }

        if (error is ChangedMeanwhileException changed)
        {
            extensions["theirs"] = Features.ObservationView.FromTheirs(changed.Theirs, context.RequestServices.GetRequiredService<CurrentGuide>().Guide);
        }

        ProblemHttpResult result = TypedResults.Problem(detail, statusCode: status, title: title, extensions: extensions);
        await result.ExecuteAsync(context);
    }

    /// <summary>What went wrong, in words that say what to do; a fault of Garten's own is noted in the log.</summary>
    /// <param name="error">What was thrown.</param>
    /// <param name="services">Services of the request.</param>
    public static (int Status, string Title, string Detail) Of(Exception? error, IServiceProvider services)
    {
        var (status, title, detail) = error switch
        {
            RuleException e => (StatusCodes.Status400BadRequest, "Not recorded", e.Message),
            ForbiddenException e => (e.Status, e.Title, e.Message),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } =>
                (StatusCodes.Status413PayloadTooLarge, "Too large", TooLarge),
            BadHttpRequestException => (StatusCodes.Status400BadRequest, "Not understood", NotUnderstood),
            NotInStoreException e => (StatusCodes.Status404NotFound, "Not found", e.Message),
            TakenException e => (StatusCodes.Status409Conflict, "Taken", e.Message),
            ChangedMeanwhileException e => (StatusCodes.Status409Conflict, "Changed by somebody else", e.Message),
            PostgresException { SqlState: PostgresErrorCodes.ReadOnlySqlTransaction } => (StatusCodes.Status503ServiceUnavailable, "Only reading here",
                "This server stands before a copy of the survey, which only answers questions. Nothing was saved: make changes at the survey's main address."),
            NpgsqlException { IsTransient: true } => (StatusCodes.Status503ServiceUnavailable, "Database not reached",
                "The database does not answer just now. Nothing was saved; it is tried again by itself."),
            _ => (StatusCodes.Status500InternalServerError, "Something went wrong", "Garten met a fault of its own. Nothing was saved. Try again; if it stays, restart Garten."),
        };
        if (status >= 500)
        {
            LogFault(services.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(Problems)), error);
        }

        return (status, title, detail);
    }

    /// <summary>Says what an answer means that has only a status, as the framework gives for some refusals.</summary>
    /// <param name="status">The answer.</param>
    public static Task FillAsync(StatusCodeContext status)
    {
        var detail = status.HttpContext.Response.StatusCode switch
        {
            StatusCodes.Status413PayloadTooLarge => TooLarge,
            StatusCodes.Status404NotFound => "There is nothing at this address.",
            StatusCodes.Status405MethodNotAllowed => "That cannot be done at this address.",
            StatusCodes.Status415UnsupportedMediaType => "Send JSON.",
            _ => NotUnderstood,
        };
        return TypedResults.Problem(detail, statusCode: status.HttpContext.Response.StatusCode).ExecuteAsync(status.HttpContext);
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "Fault")]
    private static partial void LogFault(ILogger logger, Exception? error);
}
