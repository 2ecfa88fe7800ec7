using System.Text.Json;
using System.Threading.Channels;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Garten.Server.Requests;

/// <summary>
/// Answers long work. Who accepts lines is told how far it is as it goes, one JSON object a line: a share from 0 to 1, and at last the
/// answer or what went wrong. Who does not is answered when it is done. Who hangs up has stopped it.
/// </summary>
public static class LongWork
{
    /// <summary>The media type of lines.</summary>
    public const string Lines = "application/x-ndjson";

    /// <summary>Shares closer to the one told before are left out.</summary>
    private const double Worthwhile = 0.005;

    /// <summary>Does the work and answers.</summary>
    /// <typeparam name="T">What it gives.</typeparam>
    /// <param name="work">The work, which says what share of it is done.</param>
    public static async Task<IResult> AnswerAsync<T>(HttpRequest request, Func<IProgress<double>, Task<T>> work)
    {
        if (!request.Headers.Accept.ToString().Contains(Lines, StringComparison.Ordinal))
        {
            return TypedResults.Ok(await work(new Told(null)));
        }

        var services = request.HttpContext.RequestServices;
        var json = services.GetRequiredService<IOptions<JsonOptions>>().Value.SerializerOptions;
        return TypedResults.Stream(stream => TellAsync(stream, json, services, work), Lines);
    }

    private static async Task TellAsync<T>(
        Stream stream,
        JsonSerializerOptions json,
        IServiceProvider services,
        Func<IProgress<double>, Task<T>> work
    )
    {
        var shares = Channel.CreateUnbounded<double>();
        var done = Task.Run(async () =>
        {
            try
            {
                return await work(new Told(shares.Writer));
            }
            finally
            {
                shares.Writer.Complete();
            }
        });
        await foreach (var share in shares.Reader.ReadAllAsync())
        {
            await LineAsync(stream, new { share = Math.Round(share, 3) }, json);
        }

        try
        {
            await LineAsync(stream, new { answer = await done }, json);
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            var problem = Problems.Of(e, services);
            await LineAsync(
                stream,
                new
                {
                    problem = new
                    {
                        problem.Status,
                        problem.Detail,
                        Field = (e as RuleException)?.Field ?? "",
                    },
                },
                json
            );
        }
    }

    private static async Task LineAsync<T>(Stream stream, T line, JsonSerializerOptions json)
    {
        await JsonSerializer.SerializeAsync(stream, line, json);
        await stream.WriteAsync("\n"u8.ToArray());
        await stream.FlushAsync();
    }

    /// <summary>Tells shares that only ever grow.</summary>
    private sealed class Told(ChannelWriter<double>? writer) : IProgress<double>
    {
        private double _last;

        public void Report(double value)
        {
            if (value >= _last + Worthwhile)
            {
                _last = value;
                writer?.TryWrite(Math.Min(value, 1));
            }
        }
    }
}
