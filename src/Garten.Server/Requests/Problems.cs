using Garten.Data;
using Microsoft.AspNetCore.Diagnostics;
using Npgsql;

namespace Garten.Server.Requests;

/// <summary>Says of exceptions what went wrong and what to do.</summary>
public static partial class Problems
{
    private const string TooLarge = "What was sent is larger than 1 MB. Send less at once.";

    private const string NotUnderstood =
        "What was sent could not be read: a value is missing or of the wrong kind. Check dates and numbers, or reload the page.";

    /// <summary>What went wrong, in words that say what to do; a fault of Garten's own is noted in the log.</summary>
    /// <param name="error">What was thrown.</param>
    /// <param name="services">Services of the request.</param>
    public static (int Status, string Title, string Detail) Of(Exception? error, IServiceProvider services)
    {
        var (status, title, detail) = error switch
        {
            RuleException e => (StatusCodes.Status400BadRequest, "Not recorded", e.Message),
            ForbiddenException e => (e.Status, e.Title, e.Message),
            BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge } => (
                StatusCodes.Status413PayloadTooLarge,
                "Too large",
                TooLarge
            ),
            BadHttpRequestException => (StatusCodes.Status400BadRequest, "Not understood", NotUnderstood),

            // One of several kinds was sent without saying which.
            NotSupportedException { Source: "System.Text.Json" } => (
                StatusCodes.Status400BadRequest,
                "Not understood",
                NotUnderstood
            ),
            NotInStoreException e => (StatusCodes.Status404NotFound, "Not found", e.Message),
            TakenException e => (StatusCodes.Status409Conflict, "Taken", e.Message),
            ReplacesException e => (StatusCodes.Status409Conflict, "Would take the place of something", e.Message),
            ChangedMeanwhileException e => (StatusCodes.Status409Conflict, "Changed by somebody else", e.Message),
            PostgresException { SqlState: PostgresErrorCodes.UniqueViolation, ConstraintName: { } name }
                when name.EndsWith("_pkey", StringComparison.Ordinal) => (
                StatusCodes.Status409Conflict,
                "Taken",
                "Something else bears the id that was sent. Send it under an id of its own."
            ),
            PostgresException { SqlState: PostgresErrorCodes.ReadOnlySqlTransaction } => (
                StatusCodes.Status503ServiceUnavailable,
                "Only reading here",
                "This server stands before a copy of the survey, which only answers questions. Nothing was saved: make changes at the survey's main address."
            ),
            NpgsqlException { IsTransient: true } => (
                StatusCodes.Status503ServiceUnavailable,
                "Database not reached",
                "The database does not answer just now. Nothing was saved; it is tried again by itself."
            ),
            _ => (
                StatusCodes.Status500InternalServerError,
                "Something went wrong",
                "Garten met a fault of its own. Nothing was saved. Try again; if it stays, restart Garten."
            ),
        };
        // That a copy changes nothing is no fault of it.
        if (status >= 500 && error is not PostgresException { SqlState: PostgresErrorCodes.ReadOnlySqlTransaction })
        {
            LogFault(services.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(Problems)), error);
        }

        return (status, title, detail);
    }

    /// <summary>Says what an answer means that has only a status, as the framework gives for some refusals.</summary>
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
        return TypedResults
            .Problem(detail, statusCode: status.HttpContext.Response.StatusCode)
            .ExecuteAsync(status.HttpContext);
    }

    [LoggerMessage(Level = LogLevel.Error, Message = "Fault")]
    private static partial void LogFault(ILogger logger, Exception? error);
}
