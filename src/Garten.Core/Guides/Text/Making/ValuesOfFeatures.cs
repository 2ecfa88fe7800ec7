using System.Collections.Immutable;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides.Text.Making;

/// <summary>What a plain value says of a feature of the guide: as a claim of a lead, and as a statement on a taxon.</summary>
internal static class ValuesOfFeatures
{
    /// <summary>The claim; null where a lead cannot claim it ("rarely lobed").</summary>
    public static LeadCondition? Claim(Character character, PlainValue value) =>
        value switch
        {
            PlainValue.States s when s.Each.All(e => e.Frequency is FrequencyWord.Rarely or FrequencyWord.Sometimes) =>
                null,
            PlainValue.States s => new StateCondition([.. s.Each.Select(e => IdOf(character, e.Word))], s.Negated),
            PlainValue.Amount { Range: var r } => new SpanCondition(r.Least, r.Most),
            PlainValue.Numbers n => new SpanCondition(n.Each.Min(e => e.Number), n.Each.Max(e => e.Number)),
            _ => null,
        };

    /// <summary>The statement; null where what it denies leaves nothing to state.</summary>
    public static StatementValue? Statement(Character character, PlainValue value)
    {
        switch (value)
        {
            case PlainValue.Amount { Range: var r }:
                return r;
            case PlainValue.Numbers n:
                var shares = FrequencyWeights.Normalise([.. n.Each.Select(e => e.Word)]);
                return new CountShares([.. n.Each.Select((e, i) => new WeightedNumber(e.Number, shares[i], e.Word))]);
            case PlainValue.States { Negated: true } denied:
                return Shares(Others(character, denied).Select(id => (id, (FrequencyWord?)null)));
            case PlainValue.States said:
                var own = said.Each.Select(e => (IdOf(character, e.Word), e.Frequency)).ToList();
                // "Usually entire" leaves some plants to the other states, and "rarely lobed" most.
                if (own.All(o => Rest(o.Frequency) is not null) && Rest(own[0].Frequency) is { } rest)
                {
                    own.AddRange(Others(character, said).Select(id => (id, (FrequencyWord?)rest)));
                }

                return Shares(own);
            default:
                return null;
        }
    }

    /// <summary>A value of single states, each with its word.</summary>
    public static StateShares? Shares(IEnumerable<(string State, FrequencyWord? Word)> states)
    {
        (string State, FrequencyWord? Word)[] all = [.. states.DistinctBy(s => s.State)];
        if (all.Length == 0)
        {
            return null;
        }

        var weights = FrequencyWeights.Normalise([.. all.Select(s => s.Word)]);
        return new([.. all.Select((s, i) => new WeightedState(s.State, weights[i], s.Word))]);
    }

    private static FrequencyWord? Rest(FrequencyWord? word) =>
        word switch
        {
            FrequencyWord.Usually => FrequencyWord.Rarely,
            FrequencyWord.Often => FrequencyWord.Sometimes,
            FrequencyWord.Sometimes => FrequencyWord.Often,
            FrequencyWord.Rarely => FrequencyWord.Usually,
            _ => null,
        };

    /// <summary>The widest states of a character that none of those named lies within.</summary>
    private static IEnumerable<string> Others(Character character, PlainValue.States named)
    {
        var ids = named.Each.Select(e => IdOf(character, e.Word)).ToImmutableArray();
        return character
            .States.Where(s =>
                s.Parent is null && !ids.Any(id => character.Includes(s.Id, id) || character.Includes(id, s.Id))
            )
            .Select(s => s.Id);
    }

    private static string IdOf(Character character, string word) =>
        character.States.First(s => s.Label == word.Replace("&", "and", StringComparison.Ordinal)).Id;
}
