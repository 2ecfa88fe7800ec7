using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <content>What is said of times, places, smells and other organs, and what a statement holds for.</content>
internal sealed partial class PhraseReader
{
    /// <summary>"Smells of cucumber", "onion smell", "no smell".</summary>
    private bool Smell()
    {
        if (SmellOf().Match(text, Here.Start) is not { Success: true } m)
        {
            return false;
        }

        var value = m.Groups["of"].Success ? m.Groups["of"].Value : m.Groups["what"].Value;
        var none = mode == Mode.Without || m.Groups["no"].Success;
        var said =
            value.Length == 0 ? (none ? "absent" : "present")
            : none ? $"not {value}"
            : value;
        foreach (var organ in Targets())
        {
            Emit(
                organ,
                "smell",
                said.ToLowerInvariant(),
                Begin(organ, Here.Start),
                m.Index + m.Length,
                merges: join is "|"
            );
        }

        SkipTo(m.Index + m.Length);
        return true;
    }

    /// <summary>"The upper ones sessile": which of the organ in hand is meant.</summary>
    private bool Pronoun()
    {
        if (
            subject.Count == 0
            || !PhraseScopes.BeforeOrgan.TryGetValue(Here.Lower, out var sort)
            || at == 0
            || at + 1 >= tokens.Length
            || tokens[at - 1].Lower is not ("the" or "," or "and" or "or" or ";" or "but")
        )
        {
            return false;
        }

        var ones =
            tokens[at + 1] is { Lower: "ones" }
            || text.AsSpan(tokens[at + 1].Start).StartsWith("one ", StringComparison.OrdinalIgnoreCase);
        var alone =
            (
                tokens[at - 1].Lower == "the"
                || (tokens[at - 1].Lower is "," or ";" && (sort == "sex" || subjectScope.ContainsKey(sort)))
            )
            && OrganAt(at + 1) is null
            && PartOf(tokens[at + 1].Lower) is null
            && tokens[at + 1].Lower is not ("surface" or "surfaces" or "side" or "sides" or "half" or "part")
            && NextOrgan(at + 1, false) is null;
        if (!ones && !alone)
        {
            return false;
        }

        // "Than the basal ones" is what is compared with, not what is spoken of.
        if (!Prepositioned())
        {
            subjectScope = new() { [sort] = Here.Lower };
            local = "";
        }

        at += ones ? 2 : 1;
        return true;
    }

    private bool Place()
    {
        if (PhrasePlaces.Phrase(text, tokens, at, subject) is not { } places)
        {
            return false;
        }

        foreach (var place in places.Places)
        {
            Emit("plant", place.Character, place.Value, place.Start, place.End, merges: true);
            join = "|";
        }

        at = places.Next;
        join = "";
        return true;
    }

    private bool Time()
    {
        if (PhraseTimes.At(text, Here.Start) is not { } time)
        {
            return false;
        }

        var character =
            time.Character.Length > 0 ? time.Character
            : subject.Count > 0 && (Words.FruitKinds.Contains(subject[0]) || subject[0] is "fruit" or "seed" or "cone")
                ? "fruiting time"
            : subject.Count == 0
            || subject[0] is "flower" or "plant" or "inflorescence" or "catkin"
            || time.Value.Contains('–', StringComparison.Ordinal)
                ? "flowering time"
            : "";
        if (character.Length == 0)
        {
            return false;
        }

        Emit("plant", character, time.Value, Here.Start, time.End, merges: false);
        if (Here.Lower is "flowers" or "fruits")
        {
            (subject, subjectScope, local, subjectAt) = ([Here.Lower[..^1]], [], "", at);
        }

        SkipTo(time.End);
        return true;
    }

    private bool Comparison()
    {
        if (PhraseComparisons.At(text, Here.Start) is not { } found)
        {
            return false;
        }

        foreach (var organ in Targets())
        {
            Emit(organ, found.Character, Bounded(found.Value), Here.Start, found.End, merges: join is "|" or "(");
        }

        negation = "";
        join = "";
        SkipTo(found.End);
        return true;
    }

    private bool Scope()
    {
        if (PhraseScopes.At(text, Here.Start) is not { } scope)
        {
            return false;
        }

        // "In bud" before anything is said holds for what comes; behind it, for what was said.
        if (segment.Count > 0)
        {
            foreach (var draft in segment)
            {
                Bind(draft, scope);
            }
        }
        else
        {
            pendingScope[scope.Sort] = scope.Words;
        }

        SkipTo(scope.End);
        return true;
    }

    /// <summary>"Rounded at the base" is of the base; "hairy at the base" is where it is hairy.</summary>
    private static void Bind(PhraseDraft draft, FoundScope scope)
    {
        var words = scope.Words.Split(' ');
        var of = words[0] is "at" or "towards" or "toward" or "near" or "along" ? PartOf(words[^1]) : null;
        if (
            of is "apex" or "base" or "margin"
            && draft.Character is "shape" or "apex" or "base" or "lobing" or "margin"
        )
        {
            draft.IsOf(of);
        }
        else
        {
            draft.Scope[scope.Sort] = scope.Words;
        }

        draft.Reach(scope.End);
    }

    private Dictionary<string, string> ScopeBefore()
    {
        var scope = new Dictionary<string, string>();
        for (var i = at - 1; i >= 0 && tokens[i].Kind == TokenKind.Word; i--)
        {
            if (PhraseScopes.BeforeOrgan.TryGetValue(tokens[i].Lower, out var sort))
            {
                scope.TryAdd(sort, tokens[i].Lower);
            }
            else if (tokens[i].Lower is not ("and" or "or" or "the"))
            {
                break;
            }
        }

        return scope;
    }

    /// <summary>"Not more than twice" is at most twice.</summary>
    private string Bounded(string value) =>
        negation.Length == 0 ? value
        : value.StartsWith("> ", StringComparison.Ordinal) ? $"≤ {value[2..]}"
        : value.StartsWith("< ", StringComparison.Ordinal) ? $"≥ {value[2..]}"
        : Negated(value);

    [GeneratedRegex(
        @"\G(?:(?<no>no|without)\s+)?(?:(?:smell|scent|odou?r)(?:s|ing)?\s+(?:strongly\s+|faintly\s+)?(?:of|like)\s+(?<of>\p{L}+(?:\s(?!when|if|and|or)\p{L}+)?)|(?<what>(?!a\b|the\b|with\b)\p{L}+)\s+(?:smell|scent|odou?r)\b(?:\s+of\s+(?<of>\p{L}+(?:\s(?!when|if|and|or)\p{L}+)?))?)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex SmellOf();
}
