using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>Compiles what a guide says of its characters into tables.</summary>
internal sealed class TableCompiler
{
    private readonly Guide _guide;
    private readonly ImmutableArray<TaxonId> _taxa;
    private readonly (int Cross, int First, int Second)[] _crosses;

    public TableCompiler(Guide guide, ImmutableArray<TaxonId> taxa)
    {
        _guide = guide;
        _taxa = taxa;
        _crosses =
        [
            .. guide.Crosses.Select(c => (taxa.IndexOf(c.Nothotaxon), taxa.IndexOf(c.First), taxa.IndexOf(c.Second)))
                .Where(c => c.Item1 >= 0 && c.Item2 >= 0 && c.Item3 >= 0),
        ];
    }

    /// <summary>Compiles one character.</summary>
    /// <param name="character">A character that is not of the place.</param>
    public CharacterTable Compile(Character character)
    {
        var plain = new StatementValue?[_taxa.Length];
        var scoped = new List<(int Candidate, List<Statement> Statements)>();
        for (var t = 0; t < _taxa.Length; t++)
        {
            if (IsInapplicable(_taxa[t], character))
            {
                continue;
            }

            List<Statement>? own = null;
            foreach (var statement in _guide.StatementsFor(_taxa[t], character.Id))
            {
                if (statement.Scope.Specificity == 0)
                {
                    plain[t] = statement.Value;
                    break;
                }

                (own ??= []).Add(statement);
            }

            if (own is not null)
            {
                scoped.Add((t, own));
            }
        }

        if (!character.IsNumeric)
        {
            ImmutableArray<string> states = [.. character.States.Where(s => character.States.All(o => o.Parent != s.Id)).Select(s => s.Id)];
            return Discrete(character, states, states.Length, plain, scoped, v => v is StateShares s ? DiscreteTable.Shares(character, states, s) : null);
        }

        if (character.Kind == CharacterKind.Count && Counted(plain, scoped) is var values && values <= LikelihoodConstants.MostCounted)
        {
            return Discrete(character, [], values, plain, scoped, v => DiscreteTable.Shares(character, values, v));
        }

        var models = plain.Select(v => v is null ? null : NumericModel.Fit(v, character.Kind)).ToArray();
        foreach (var (cross, first, second) in _crosses)
        {
            models[cross] ??= models[first] is { } a && models[second] is { } b ? NumericModel.Between(a, b) : null;
        }

        return new ContinuousTable(character, models, Rows(scoped, v => NumericModel.Fit(v, character.Kind)));
    }

    private DiscreteTable Discrete(
        Character character, ImmutableArray<string> states, int values, StatementValue?[] plain,
        List<(int Candidate, List<Statement> Statements)> scoped, Func<StatementValue, double[]?> shares)
    {
        var rows = plain.Select(v => v is null ? null : shares(v)).ToArray();
        foreach (var (cross, first, second) in _crosses)
        {
            // A cross of which nothing is said shows what either parent shows.
            rows[cross] ??= rows[first] is { } a && rows[second] is { } b ? [.. a.Zip(b, (x, y) => (x + y) / 2)] : null;
        }

        return new(character, states, values, rows, Rows(scoped, v => shares(v)!));
    }

    private static ScopedRows<T>[] Rows<T>(List<(int Candidate, List<Statement> Statements)> scoped, Func<StatementValue, T> compile) =>
        [.. scoped.Select(s => new ScopedRows<T>(s.Candidate, [.. s.Statements.Select(x => new Scoped<T>(x.Scope, compile(x.Value)))]))];

    /// <summary>How many numbers a table of counts must hold: all the guide states, and some beyond.</summary>
    private static int Counted(StatementValue?[] plain, List<(int Candidate, List<Statement> Statements)> scoped)
    {
        double most = 1;
        foreach (var value in plain.Concat(scoped.SelectMany(s => s.Statements.Select(x => (StatementValue?)x.Value))))
        {
            most = Math.Max(most, value switch
            {
                CountShares c => c.Numbers.Max(n => n.Number),
                NumericRange r => r.Most ?? (r.Low!.Value * 2),
                _ => 0,
            });
        }

        return (int)Math.Min(most, int.MaxValue / 2) + 3;
    }

    /// <summary>
    /// True where the taxon never has the part: then the character itself says nothing, and what it asserts of the
    /// character it depends on is counted there, once.
    /// </summary>
    private bool IsInapplicable(TaxonId taxon, Character character) =>
        character.DependsOn is { } d
        && _guide.StatementFor(taxon, d.Character, Scope.Any)?.Value is StateShares parent
        && d.States.Sum(s => parent.ShareOf(_guide.Character(d.Character), s)) < StatementEvaluation.RareShare;
}
