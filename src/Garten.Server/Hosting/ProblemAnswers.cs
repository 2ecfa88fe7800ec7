using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Garten.Server.Hosting;

/// <summary>Turns exceptions into problem details (RFC 9457).</summary>
public static class ProblemAnswers
{
    /// <summary>Answers a failed request.</summary>
    public static async Task AnswerAsync(HttpContext context)
    {
        var error = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        var (status, title, detail) = Problems.Of(error, context.RequestServices);
        var extensions = new Dictionary<string, object?>();
        if (error is RuleException { Field.Length: > 0 } rule)
        {
            extensions["field"] = rule.Field;
        }

        if (error is ReplacesException)
        {
            // Told apart from other conflicts: this one is settled by asking the person.
            extensions["field"] = "replaces";
        }

        if (error is ChangedMeanwhileException changed)
        {
            extensions["theirs"] = ObservationView.FromTheirs(
                changed.Theirs,
                context.RequestServices.GetRequiredService<CurrentGuide>().Guide
            );
        }

        ProblemHttpResult result = TypedResults.Problem(
            detail,
            statusCode: status,
            title: title,
            extensions: extensions
        );
        await result.ExecuteAsync(context);
    }
}
