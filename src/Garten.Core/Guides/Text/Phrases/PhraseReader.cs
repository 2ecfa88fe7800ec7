using System.Collections.Immutable;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>
/// Reads the statements of a lead or a sentence, piece by piece from left to right:
/// <code>PhraseReader.Read("Leaves opposite or rarely whorled, 3–8 cm long") // leaf arrangement; leaf length</code>
/// An organ is spoken of until the next one is named, across commas, semicolons and sentences. What is not understood is passed over and says
/// nothing: a text that is half understood gives half its statements, and none that it does not make.
/// </summary>
internal sealed partial class PhraseReader
{
    private enum Mode
    {
        Plain,
        With,
        Without,
    }

    private readonly string text;
    private readonly ImmutableArray<Token> tokens;
    private readonly List<PhraseDraft> drafts = [];

    /// <summary>Statements since the last comma or "and": what "beneath" behind them binds.</summary>
    private readonly List<PhraseDraft> segment = [];

    private readonly Dictionary<string, string> pendingScope = [];
    private List<string> subject = [];
    private Dictionary<string, string> subjectScope = [];
    private string local = "";
    private Dictionary<string, string> localScope = [];
    private string part = "";
    private string noun = "";
    private string attributive = "";
    private string attributivePart = "";
    private int attributiveEnd = -1;
    private bool attributiveAside;
    private Mode mode;
    private string join = "";
    private string frequency = "";
    private string negation = "";

    /// <summary>Where "not" or "usually" began that the next value takes; -1 for none.</summary>
    private int leadIn = -1;
    private int organStart = -1;
    private int withFrom = -1;
    private int subjectAt = -1;
    private int brackets;
    private int at;
    private int clauseAt;

    private PhraseReader(string text)
    {
        this.text = text;
        tokens = PhraseTokens.Of(text);
    }

    /// <summary>The statements of a text, in its order.</summary>
    public static ImmutableArray<TextStatement> Read(string text) => [.. Placed(text).Select(p => p.Statement)];

    /// <summary>The statements of a text with the places they begin at.</summary>
    public static IReadOnlyList<(TextStatement Statement, int Start)> Placed(string text)
    {
        var reader = new PhraseReader(text);
        reader.Walk();
        return
        [
            .. reader
                .drafts.Select(d => (Statement: d.Done(text), d.Start))
                .DistinctBy(p => (p.Statement.Text, p.Statement.Organ, p.Statement.Character, p.Statement.Value)),
        ];
    }

    private Token Here => tokens[at];

    private void Walk()
    {
        BeginClause();
        while (at < tokens.Length)
        {
            var before = at;
            if (Here.Kind == TokenKind.Sign)
            {
                Sign();
            }
            else
            {
                _ =
                    Pronoun()
                    || Smell()
                    || Place()
                    || Time()
                    || Comparison()
                    || Scope()
                    || Amount()
                    || LifeForm()
                    || Organ()
                    || Part()
                    || CharacterNoun()
                    || State()
                    || SmallWord()
                    || Pass();
            }

            if (at == before)
            {
                at++;
            }
        }

        CloseWith();
        CloseSilent();
    }

    private static readonly HashSet<string> Binding = new(StringComparer.Ordinal)
    {
        "the",
        "a",
        "an",
        "is",
        "are",
        "being",
        "be",
        "it",
        "its",
        "their",
        "each",
        "into",
        "by",
        "as",
        "that",
        "which",
        "only",
        "also",
        "then",
        "than",
        "per",
        "times",
        "on",
        "with",
        "without",
        "from",
        "along",
        "between",
        "becoming",
        "turning",
        "when",
        "while",
        "but",
        "or",
        "and",
        "to",
        "in",
        "of",
        "at",
    };

    private List<string> Targets() =>
        local.Length > 0 ? [local]
        : subject.Count > 0 ? subject
        : part.Length > 0 ? ["leaf"]
        : ["plant"];

    private string Negated(string value) => negation.Length > 0 ? $"{negation} {value}" : value;

    /// <summary>Where a statement begins: at its organ, where that stands right before it.</summary>
    private int Begin(string organ, int start)
    {
        if (
            subjectAt < 0
            || !subject.Contains(organ)
            || drafts.Any(d => d.End > tokens[subjectAt].Start && d.Start >= tokens[subjectAt].Start)
        )
        {
            return start;
        }

        var from = tokens[subjectAt].Start;
        return from <= start && text.IndexOfAny([';', '.'], from, start - from) < 0 ? from : start;
    }

    private bool Between(int from, int to, string sign)
    {
        for (var i = from; i < to; i++)
        {
            if (tokens[i].Lower == sign)
            {
                return true;
            }
        }

        return false;
    }

    private PhraseDraft? Last(string organ, string character)
    {
        for (var i = drafts.Count - 1; i >= Math.Max(0, drafts.Count - 4); i--)
        {
            if (drafts[i].Organ == organ && drafts[i].Character == character)
            {
                return
                    text.AsSpan(
                            drafts[i].End,
                            Math.Max(0, tokens[Math.Min(at, tokens.Length - 1)].Start - drafts[i].End)
                        )
                        .IndexOfAny(';', '.') < 0
                    ? drafts[i]
                    : null;
            }
        }

        return null;
    }

    private void Emit(string organ, string character, string value, int start, int end, bool merges)
    {
        var scope = new Dictionary<string, string>(pendingScope);
        foreach (
            var (sort, words) in local.Length > 0 && organ == local ? localScope
            : subject.Contains(organ) ? subjectScope
            : []
        )
        {
            scope.TryAdd(sort, words);
        }

        if (
            merges
            && Last(organ, character) is { } last
            && scope.All(s => last.Scope.TryGetValue(s.Key, out var words) && words == s.Value)
            && (join != "&" || last.Scope.Count == scope.Count)
        )
        {
            last.Add(value, frequency, join == "&" ? "&" : "|", end);
            segment.Remove(last);
            segment.Add(last);
            frequency = brackets > 0 ? frequency : "";
            return;
        }

        var begin =
            leadIn >= 0 && leadIn < start && text.AsSpan(leadIn, start - leadIn).IndexOfAny(',', ';', '.') < 0
                ? leadIn
                : start;
        leadIn = -1;
        var draft = new PhraseDraft(organ, character, Math.Min(begin, end));
        draft.Add(value, frequency, "", end);
        foreach (var (sort, words) in scope)
        {
            draft.Scope[sort] = words;
        }

        frequency = "";
        drafts.Add(draft);
        segment.Add(draft);
    }

    private void SkipTo(int end)
    {
        while (at < tokens.Length && tokens[at].Start < end)
        {
            at++;
        }
    }
}
