namespace Garten.Core.Guides.Text.Phrases;

/// <content>Where clauses, lists and brackets begin and end, and the small words between their pieces.</content>
internal sealed partial class PhraseReader
{
    private void BeginClause()
    {
        clauseAt = at;
        if (at < tokens.Length && PhrasePlaces.Clause(text, tokens, at) is { } places)
        {
            foreach (var place in places.Places)
            {
                Emit("plant", place.Character, place.Value, place.Start, place.End, merges: true);
                join = "|";
            }

            at = places.Next;
            join = "";
            segment.Clear();
        }
    }

    private void Sign()
    {
        switch (Here.Lower)
        {
            case ";" or ".":
                EndClause();
                at++;
                BeginClause();
                return;
            case ",":
                EndSegment();
                join = ",";
                break;
            case "(":
                brackets++;
                join = "(";
                break;
            case ")":
                brackets = Math.Max(0, brackets - 1);
                frequency = "";
                break;
            case "/":
                join = "|";
                break;
            case "&":
                join = "&";
                segment.Clear();
                break;
            case "–" or "—" or "-":
                EndSegment();
                join = "|";
                break;
        }

        at++;
    }

    private void EndSegment()
    {
        CloseWith();
        if (local.Length > 0 && subject.Count > 0 && subject[0] != "plant" && brackets == 0)
        {
            local = "";
        }

        if (!GoesOn())
        {
            part = "";
        }

        noun = "";
        negation = "";
        mode =
            mode == Mode.Without
            && at + 1 < tokens.Length
            && (OrganAt(at + 1) is not null || tokens[at + 1].Lower is "or" or "and")
                ? Mode.Without
                : Mode.Plain;
        pendingScope.Clear();
        segment.Clear();
    }

    /// <summary>Whether another value of the same part comes behind a comma: "apex acute, rarely obtuse".</summary>
    private bool GoesOn() =>
        at + 1 < tokens.Length
        && tokens[at + 1].Kind == TokenKind.Word
        && (Words.Frequency.Contains(tokens[at + 1].Lower) || tokens[at + 1].Lower is "or" or "to");

    private void EndClause()
    {
        CloseWith();
        CloseSilent();
        (local, part, noun, join, frequency, negation) = ("", "", "", "", "", "");
        mode = Mode.Plain;
        pendingScope.Clear();
        segment.Clear();
        brackets = 0;
        attributiveEnd = -1;
    }

    /// <summary>"With prickles": an organ of which nothing else is said is there.</summary>
    private void CloseWith()
    {
        if (
            withFrom >= 0
            && local.Length > 0
            && drafts.All(d => d.Organ != local || d.Start < withFrom)
            && local is not ("leaf" or "stem" or "flower" or "plant" or "fruit")
            && !DescribedSince(withFrom)
        )
        {
            Emit(
                local,
                "presence",
                "present",
                withFrom,
                organStart >= 0 ? tokens[organStart].End : withFrom,
                merges: false
            );
        }

        withFrom = -1;
    }

    /// <summary>
    /// A clause that names an organ and says nothing else of it: where it stands ("spines at the joints only"), of which sort it is ("racemes or
    /// panicles"), or that it is there.
    /// </summary>
    private void CloseSilent()
    {
        if (
            subjectAt < clauseAt
            || subjectAt >= at
            || OrganAt(subjectAt) is not { } named
            || drafts.Any(d => d.Start >= tokens[clauseAt].Start)
        )
        {
            return;
        }

        var end = at - 1;
        var start = tokens[subjectAt].Start;
        if (named.End > end)
        {
            var first = clauseAt == subjectAt || at - clauseAt <= 4;
            var (organ, character, value) =
                Words.InflorescenceKinds.Contains(named.Organ) ? ("inflorescence", "type", string.Join(" | ", subject))
                : Words.FruitKinds.Contains(named.Organ) ? ("fruit", "type", string.Join(" | ", subject))
                : (named.Organ, "presence", "present");
            if (first && named.Organ is not ("plant" or "habit"))
            {
                Emit(organ, character, value, tokens[clauseAt].Start, tokens[end].End, merges: false);
            }
        }
        else if (
            tokens[named.End].Lower
            is "at"
                or "on"
                or "along"
                or "between"
                or "below"
                or "above"
                or "near"
                or "around"
                or "beneath"
                or "in"
        )
        {
            foreach (var organ in subject)
            {
                Emit(
                    organ,
                    "position",
                    text[tokens[named.End].Start..tokens[end].End],
                    start,
                    tokens[end].End,
                    merges: false
                );
            }
        }
    }

    /// <summary>Whether an organ behind "with" was described by a word that is not understood: "with darker veins" says not that it is there.</summary>
    private bool DescribedSince(int start) =>
        tokens.Any(t =>
            t.Start > start
            && organStart >= 0
            && t.End <= tokens[organStart].Start
            && t.Kind == TokenKind.Word
            && (t.Lower.EndsWith("er", StringComparison.Ordinal) || t.Lower.EndsWith("est", StringComparison.Ordinal))
            && !Words.IsPlain(t.Lower)
        );

    private bool SmallWord()
    {
        switch (Here.Lower)
        {
            case "and":
                join = "&";
                segment.Clear();
                CloseWith();
                break;
            case "or" or "to" or "nor":
                join = "|";
                break;
            case "pair"
                when at + 2 < tokens.Length
                    && tokens[at + 1].Lower == "of"
                    && NextOrgan(at + 2, true) is { Part.Length: 0 } paired:
                Emit(paired.Organ, "number", "2", Here.Start, tokens[paired.At].End, false);
                at++;
                break;
            case "except":
                while (at + 1 < tokens.Length && tokens[at + 1].Kind != TokenKind.Sign)
                {
                    at++;
                }

                break;
            case "all" or "both":
                subjectScope = [];
                break;
            case "becoming" or "turning" or "then" or "eventually":
                // What something becomes is not what it was.
                subjectScope = [];
                join = "";
                break;
            case "but":
                join = ",";
                negation = "";
                break;
            case "with" or "having" or "bearing" or "has" or "have" or "bears" or "bear" or "producing" or "exuding":
                mode = Mode.With;
                withFrom = Here.Start;
                join = "";
                break;
            case "without" or "lacking" or "wanting" or "missing" or "no" or "lack" or "lacks":
                mode = Mode.Without;
                withFrom = Here.Start;
                join = "";
                break;
            case "not" or "neither" or "non" or "never":
                negation = "not";
                leadIn = Here.Start;
                break;
            default:
                if (!Words.Frequency.Contains(Here.Lower))
                {
                    return false;
                }

                frequency = Here.Lower;
                leadIn = Here.Start;
                break;
        }

        at++;
        return true;
    }

    private bool Pass()
    {
        if (
            mode == Mode.Without
            && Here.Kind == TokenKind.Word
            && Here.Lower.Length > 3
            && !Words.IsPlain(Here.Lower)
            && !Binding.Contains(Here.Lower)
            && OrganAt(Math.Min(at + 1, tokens.Length - 1)) is null
            && (
                at + 1 == tokens.Length
                || tokens[at + 1].Kind == TokenKind.Sign
                || tokens[at + 1].Lower is "or" or "and"
            )
        )
        {
            foreach (var organ in Targets())
            {
                Emit(organ, Here.Lower, "absent", withFrom >= 0 ? withFrom : Here.Start, Here.End, merges: false);
            }

            withFrom = -1;
        }

        // What is not understood ends what was being joined, unless it is one of the words that only hold a sentence together.
        if (
            Here.Kind == TokenKind.Word
            && !Binding.Contains(Here.Lower)
            && Here.Lower is not ("in" or "of" or "at" or "on")
        )
        {
            join = join is "," or "(" ? join : "";
            negation = "";
        }

        at++;
        return true;
    }
}
