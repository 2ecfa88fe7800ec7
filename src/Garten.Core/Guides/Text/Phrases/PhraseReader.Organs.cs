namespace Garten.Core.Guides.Text.Phrases;

/// <content>Organs, their parts, and which of them a piece speaks of.</content>
internal sealed partial class PhraseReader
{
    private bool LifeForm()
    {
        var (form, count) = FormAt(at);
        if (form is null || Prepositioned())
        {
            return false;
        }

        var value = Singular(form);
        var qualified =
            count == 1 && at > 0 && tokens[at - 1].Lower is "small" or "large" or "low" or "dwarf" or "tall";
        if (mode == Mode.With)
        {
            return false;
        }

        subject = ["plant"];
        subjectScope = [];
        local = "";
        var word = qualified ? $"{tokens[at - 1].Lower} {value}" : value;
        Emit(
            "plant",
            Words.Plants[form],
            Negated(word),
            Here.Start,
            tokens[at + count - 1].End,
            merges: join is "|" or "(" or "&" or "," && Last("plant", Words.Plants[form]) is not null
        );
        join = "";
        negation = "";
        subjectAt = at;
        at += count;
        return true;
    }

    private (string? Form, int Count) FormAt(int from)
    {
        for (var count = 2; count > 0; count--)
        {
            if (
                from + count <= tokens.Length
                && PhraseStates.Phrase(tokens, from, count) is { } phrase
                && Words.Plants.ContainsKey(phrase)
            )
            {
                return (phrase, count);
            }
        }

        return (null, 0);
    }

    private static string Singular(string form) =>
        form.EndsWith("shes", StringComparison.Ordinal) || form.EndsWith("sses", StringComparison.Ordinal) ? form[..^2]
        : form.EndsWith('s') && !form.EndsWith("ss", StringComparison.Ordinal) ? form[..^1]
        : form;

    private bool Organ()
    {
        if (OrganAt(at) is not { } found)
        {
            return false;
        }

        var scope = ScopeBefore();
        var inSegment = subjectAt >= 0 && !Between(subjectAt, at, ",");
        if (
            subject is ["fruit"]
            && Words.FruitKinds.Contains(found.Organ)
            && mode == Mode.Plain
            && Between(subjectAt, at, "of")
            && inSegment
            && drafts.All(d => d.Character != "type" || d.Start < tokens[subjectAt].Start)
        )
        {
            Emit("fruit", "type", found.Organ, Begin("fruit", Here.Start), tokens[found.End - 1].End, merges: false);
            at = found.End;
            return true;
        }

        if (Prepositioned() && mode != Mode.Without)
        {
            // "On stalks 1–2 cm long", "in spikes 2–8 cm long": the measure is theirs.
            if (found.End < tokens.Length && tokens[found.End].Quantity is { Unit.Length: > 0 })
            {
                (local, localScope) = (
                    Words.InflorescenceKinds.Contains(found.Organ) ? "inflorescence" : found.Organ,
                    scope
                );
            }

            at = found.End;
            return true;
        }

        // "Fruit a red berry", "inflorescence a raceme": the noun is what the organ is.
        var kind =
            (subject is ["fruit"] && Words.FruitKinds.Contains(found.Organ))
            || (subject is ["inflorescence"] && Words.InflorescenceKinds.Contains(found.Organ));
        if (kind && mode == Mode.Plain && (inSegment || join is "|"))
        {
            Emit(
                subject[0],
                "type",
                Negated(found.Organ),
                Begin(subject[0], Here.Start),
                tokens[found.End - 1].End,
                merges: join is "|" or "("
            );
            join = "";
            at = found.End;
            return true;
        }

        if (mode == Mode.Without)
        {
            Emit(
                found.Organ,
                "presence",
                "absent",
                withFrom >= 0 ? withFrom : Here.Start,
                tokens[found.End - 1].End,
                merges: false
            );
            withFrom = -1;
            at = found.End;
            return true;
        }

        if (mode == Mode.With)
        {
            CloseOther(found.Organ);
            local = found.Organ;
            localScope = scope;
            organStart = found.End - 1;
            if (withFrom < 0)
            {
                withFrom = Here.Start;
            }
        }
        else if (Listed() && subjectAt >= 0 && drafts.All(d => d.End <= tokens[subjectAt].Start))
        {
            subject.Add(found.Organ);
            subjectAt = at;
            local = "";
        }
        else
        {
            subject = [found.Organ];
            subjectScope = scope;
            local = "";
            subjectAt = at;
        }

        if (join is "," or "|" or "&" && attributiveEnd != at)
        {
            join = "";
        }

        if (attributiveEnd == at)
        {
            (attributive, attributivePart, attributiveEnd) = ("", "", -1);
            join = "";
        }

        part = "";
        noun = "";
        frequency = "";
        at = found.End;
        return true;
    }

    private void CloseOther(string organ)
    {
        if (local.Length > 0 && local != organ)
        {
            var from = withFrom;
            CloseWith();
            withFrom = from < 0 ? -1 : Here.Start;
        }
    }

    /// <summary>Whether an organ stands in a list with the one before it: "leaves and stems".</summary>
    private bool Listed()
    {
        if (at == 0 || subject.Count == 0)
        {
            return false;
        }

        var before = at - 1;
        while (
            before > subjectAt
            && (PhraseScopes.BeforeOrgan.ContainsKey(tokens[before].Lower) || tokens[before].Lower is "the")
        )
        {
            before--;
        }

        return tokens[before].Lower is "and" or "or" or "&" or "," && OrganEndsAt(before);
    }

    private bool OrganEndsAt(int end)
    {
        while (end > 0 && tokens[end - 1].Lower is "and" or "or" or "," or "&")
        {
            end--;
        }

        for (var from = Math.Max(0, end - 3); from < end; from++)
        {
            if (OrganAt(from) is { } organ && organ.End == end)
            {
                return true;
            }
        }

        return false;
    }

    private (string Organ, int End)? OrganAt(int from)
    {
        for (var count = Math.Min(3, tokens.Length - from); count > 0; count--)
        {
            if (
                PhraseStates.Phrase(tokens, from, count) is { } phrase
                && Words.Organs.TryGetValue(phrase, out var organ)
            )
            {
                // "Perianth segments", "stem hairs": a noun before a part says whose it is.
                return
                    count == 1
                    && phrase == organ
                    && from + 1 < tokens.Length
                    && Words.Organs.TryGetValue(tokens[from + 1].Lower, out var of)
                    && Owned.Contains(of)
                    ? ($"{organ} {of}", from + 2)
                    : (organ, from + count);
            }
        }

        return null;
    }

    private static readonly HashSet<string> Owned =
    [
        "lobe",
        "segment",
        "tooth",
        "scale",
        "hair",
        "vein",
        "gland",
        "bract",
        "sheath",
        "stalk",
        "blade",
        "scar",
        "ridge",
        "spine",
        "prickle",
    ];

    private bool Part()
    {
        var sided =
            Here.Lower is "upper" or "lower" or "under"
            && at + 1 < tokens.Length
            && tokens[at + 1].Lower is "surface" or "surfaces" or "side" or "sides";
        if (sided || Here.Lower is "underside" or "undersides" or "uppersurface" or "undersurface")
        {
            var words = sided ? $"{Here.Lower} {tokens[at + 1].Lower.TrimEnd('s')}" : Here.Lower.TrimEnd('s');
            at += sided ? 2 : 1;
            // "The upper surface of the leaves": the organ may come behind.
            if (at + 1 < tokens.Length && Here.Lower == "of")
            {
                at += tokens[at + 1].Lower == "the" ? 2 : 1;
                if (at < tokens.Length && OrganAt(at) is { } of)
                {
                    (subject, subjectScope, local, subjectAt) = ([of.Organ], [], "", at);
                    at = of.End;
                }
            }

            pendingScope["position"] = words;
            segment.Clear();
            part = "surface";
            return true;
        }

        if (PartOf(Here.Lower) is not { } named || Prepositioned())
        {
            return false;
        }

        if (attributiveEnd == at)
        {
            (attributive, attributivePart, attributiveEnd) = ("", "", -1);
            join = "";
        }
        else
        {
            part = named;
            segment.Clear();
            join = "";
        }

        at++;
        return true;
    }

    private static string? PartOf(string word) =>
        word switch
        {
            "margin" or "margins" or "edge" or "edges" => "margin",
            "apex" or "apices" or "apexes" or "tip" or "tips" => "apex",
            "base" or "bases" => "base",
            "surface" or "surfaces" => "surface",
            "outline" => "shape",
            _ => null,
        };

    private bool CharacterNoun()
    {
        var named = Here.Lower switch
        {
            "length" => "length",
            "width" or "breadth" => "width",
            "height" => "height",
            "diameter" => "diameter",
            "thickness" => "thickness",
            "colour" or "color" or "coloration" => "colour",
            "shape" or "form" => "shape",
            "arrangement" => "arrangement",
            "texture" => "texture",
            "smell" or "odour" or "odor" or "scent" => "smell",
            "venation" or "nervation" => "venation",
            "pubescence" or "indumentum" => "hair",
            _ => null,
        };
        if (named is null)
        {
            return false;
        }

        noun = named;
        at++;
        return true;
    }

    private bool Prepositioned()
    {
        for (var i = at - 1; i >= 0 && i >= at - 5; i--)
        {
            var word = tokens[i].Lower;
            if (tokens[i].Kind == TokenKind.Sign)
            {
                return false;
            }

            if (
                word
                is "in"
                    or "on"
                    or "at"
                    or "from"
                    or "of"
                    or "along"
                    or "between"
                    or "near"
                    or "towards"
                    or "toward"
                    or "around"
                    or "by"
                    or "under"
                    or "below"
                    or "above"
                    or "beneath"
                    or "into"
                    or "behind"
                    or "per"
                    or "opposite the"
                    or "like"
                    or "than"
                    or "resembling"
                    or "among"
                    or "within"
                    or "over"
                    or "around"
                    or "as"
                    or "before"
                    or "after"
                    or "when"
                    or "if"
            )
            {
                // "Flowers in racemes" says how they stand: the kinds of inflorescence are read where they come.
                if (
                    word == "in"
                    && OrganAt(at) is { } organ
                    && Words.InflorescenceKinds.Contains(organ.Organ)
                    && mode != Mode.Without
                )
                {
                    InflorescenceOf(organ);
                }

                return true;
            }

            if (
                OrganAt(i) is not null && i + 1 != at
                || word is "with" or "without" or "and" or "or" or "to" or "lacking"
            )
            {
                return false;
            }

            if (
                !Words.IsPlain(word)
                && !Modifies(i)
                && PhraseStates.At(tokens, i) is null
                && tokens[i].Kind == TokenKind.Word
                && word is not ("the" or "a" or "an" or "its" or "their" or "each")
            )
            {
                return false;
            }
        }

        return false;
    }

    private void InflorescenceOf((string Organ, int End) organ)
    {
        if (drafts.Count > 0 && drafts[^1].Organ == "inflorescence" && drafts[^1].End >= tokens[organ.End - 1].End)
        {
            return;
        }

        Emit("inflorescence", "type", organ.Organ, Here.Start, tokens[organ.End - 1].End, merges: join == "|");
    }

    /// <summary>The organ or part that states before it belong to: from "red" the berry of "red or purple berries"; null for none.</summary>
    private (string Organ, string Part, int At)? NextOrgan(int from, bool counted)
    {
        // At the beginning of a clause, or behind "with", states may be strung before their organ.
        var commas =
            mode != Mode.Plain
            || subject.Count == 0
            || subjectAt < clauseAt
            || (at > 0 && tokens[at - 1].Lower is "a" or "an");
        for (var i = from; i < tokens.Length; )
        {
            if (OrganAt(i) is { } organ)
            {
                return !counted && Kind(organ.Organ) ? (subject[0], "", i) : (organ.Organ, "", i);
            }

            if (FormAt(i) is { Form: not null } && mode == Mode.Plain)
            {
                return counted ? null : ("plant", "", i);
            }

            if (PartOf(tokens[i].Lower) is { } named && !counted)
            {
                return (
                    local.Length > 0 ? local
                    : subject.Count > 0 ? subject[0]
                    : "leaf",
                    named,
                    i
                );
            }

            if (
                tokens[i].Lower is "and" or "or" or "to" or "more" or "pairs" or "of"
                && (i > from || (commas && i + 1 < tokens.Length && PhraseStates.At(tokens, i + 1) is not null))
            )
            {
                if (tokens[i].Lower == "of" && !(i > 0 && tokens[i - 1].Lower == "pairs"))
                {
                    return null;
                }

                i++;
                continue;
            }

            if (tokens[i].Lower is "pairs" && counted)
            {
                i++;
                continue;
            }

            if (
                tokens[i].Lower == ","
                && commas
                && i + 1 < tokens.Length
                && (PhraseStates.At(tokens, i + 1) is not null || Modifies(i + 1))
            )
            {
                i++;
                continue;
            }

            if (
                PhraseScopes.BeforeOrgan.ContainsKey(tokens[i].Lower)
                || Modifies(i)
                || Words.Frequency.Contains(tokens[i].Lower)
            )
            {
                i++;
                continue;
            }

            if (PhraseStates.At(tokens, i) is { } state)
            {
                i += state.Count;
                continue;
            }

            // "Resin glands": a noun of everyday before the organ says which.
            if (
                tokens[i].Kind == TokenKind.Word
                && !Words.IsPlain(tokens[i].Lower)
                && !Binding.Contains(tokens[i].Lower)
                && i + 1 < tokens.Length
                && OrganAt(i + 1) is not null
            )
            {
                i++;
                continue;
            }

            return null;
        }

        return null;
    }

    private bool Kind(string organ) =>
        mode == Mode.Plain
        && (
            (subject is ["fruit"] && Words.FruitKinds.Contains(organ))
            || (subject is ["inflorescence"] && Words.InflorescenceKinds.Contains(organ))
        )
        && !Between(subjectAt, at, ";")
        && !Between(subjectAt, at, ".");

    private void Attribute((string Organ, string Part, int At) of)
    {
        (attributive, attributivePart, attributiveEnd) = (of.Organ, of.Part, of.At);
        if (join is not ("|" or "&"))
        {
            join = "";
        }
    }
}
