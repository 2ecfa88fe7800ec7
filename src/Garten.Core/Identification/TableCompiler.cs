using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>
/// Compiles what a guide says of its characters into tables. Taxon by taxon, as the statements lie in memory: a large
/// guide is read through once, and not once for each character.
/// </summary>
internal sealed class TableCompiler
{
    private readonly Guide _guide;

    /// <summary>Number of the character each depends on, −1 where it depends on none.</summary>
    private readonly int[] _upon;
    private readonly Compiled[] _compiled;

    /// <summary>Compiles a guide.</summary>
    /// <param name="places">Place of each candidate in the guide's list.</param>
    /// <param name="parents">Place of each taxon's parent in the guide's list, −1 at the top.</param>
    public TableCompiler(Guide guide, ImmutableArray<TaxonId> taxa, int[] places, int[] parents)
    {
        _guide = guide;
        var numbers = guide.Characters.Select((c, i) => (c.Id, i)).ToDictionary(x => x.Id, x => x.i);
        _upon = [.. guide.Characters.Select(c => c.DependsOn is { } d ? numbers[d.Character] : -1)];
        var counted = CountedOf(guide);
        _compiled = [.. guide.Characters.Select((c, i) => new Compiled(c, taxa.Length, counted[i]))];
        for (var t = 0; t < places.Length; t++)
        {
            for (var c = 0; c < _compiled.Length; c++)
            {
                Read(t, c, places[t], parents);
            }
        }

        foreach (var cross in guide.Crosses)
        {
            var (own, first, second) = (
                taxa.IndexOf(cross.Nothotaxon),
                taxa.IndexOf(cross.First),
                taxa.IndexOf(cross.Second)
            );
            foreach (var compiled in own < 0 || first < 0 || second < 0 ? [] : _compiled)
            {
                compiled.FillCross(own, first, second);
            }
        }
    }

    /// <summary>The tables, in the order of the guide's characters; null for those of the place.</summary>
    public CharacterTable?[] Tables => [.. _compiled.Select(c => c.Character.Organ == Organ.Place ? null : c.Table())];

    /// <summary>What holds for a candidate where nothing is known of the part, and what is said in scope beside it.</summary>
    private void Read(int candidate, int number, int place, int[] parents)
    {
        var into = _compiled[number];
        if (_guide.LacksAt(place, number))
        {
            // Of a character that hangs on another of the same part, the other one tells it, once.
            if (_upon[number] < 0 || !_guide.LacksAt(place, _upon[number]))
            {
                into.Lacks(candidate);
            }

            return;
        }

        List<Statement>? scoped = null;
        for (var at = place; at >= 0; at = parents[at])
        {
            foreach (var statement in _guide.StatementsAt(at, number))
            {
                if (statement.Scope.Specificity > 0)
                {
                    (scoped ??= []).Add(statement);
                }
                else if (!IsInapplicable(place, number, parents))
                {
                    into.Say(candidate, statement.Value, scoped);
                    return;
                }
                else
                {
                    return;
                }
            }
        }

        if (scoped is not null && !IsInapplicable(place, number, parents))
        {
            into.Say(candidate, null, scoped);
        }
    }

    /// <summary>How many numbers the table of each count must hold: all the guide states, and some beyond.</summary>
    private static int[] CountedOf(Guide guide)
    {
        var most = new double[guide.Characters.Length];
        for (var t = 0; t < guide.Taxa.Length; t++)
        {
            for (var c = 0; c < most.Length; c++)
            {
                if (guide.Characters[c].Kind != CharacterKind.Count)
                {
                    continue;
                }

                foreach (var statement in guide.StatementsAt(t, c))
                {
                    most[c] = Math.Max(
                        most[c],
                        statement.Value switch
                        {
                            CountShares s => s.Numbers.Max(n => n.Number),
                            NumericRange r => r.Most ?? (r.Low!.Value * 2),
                            _ => 0,
                        }
                    );
                }
            }
        }

        return [.. most.Select(m => (int)Math.Min(m, int.MaxValue / 2) + 3)];
    }

    /// <summary>
    /// True where the taxon never has the part: then the character itself says nothing, and what it asserts of the
    /// character it depends on is counted there, once.
    /// </summary>
    private bool IsInapplicable(int place, int number, int[] parents)
    {
        if (_guide.Characters[number].DependsOn is not { } dependence)
        {
            return false;
        }

        var upon = _upon[number];
        for (var at = place; at >= 0; at = parents[at])
        {
            foreach (var statement in _guide.StatementsAt(at, upon))
            {
                if (statement.Scope.Specificity == 0)
                {
                    return statement.Value is StateShares shares
                        && dependence.States.Sum(s => shares.ShareOf(_guide.Characters[upon], s))
                            < StatementEvaluation.RareShare;
                }
            }
        }

        return false;
    }

    /// <summary>One character while it is compiled.</summary>
    private sealed class Compiled
    {
        private readonly ImmutableArray<string> _states;
        private readonly int _values;
        private readonly Dictionary<string, int[]> _within;
        private readonly double[][] _shares = [];
        private readonly bool[] _known;
        private readonly List<int> _lacking = [];
        private readonly NumericModel?[] _models = [];
        private readonly List<(int Candidate, List<Statement> Statements)> _scoped = [];

        /// <summary>The same few ranges of counts are said of thousands of taxa; each is worked out once.</summary>
        private readonly Dictionary<StatementValue, double[]> _ranges = [];

        public Compiled(Character character, int candidates, int counted)
        {
            Character = character;
            _states = [.. character.States.Where(s => character.States.All(o => o.Parent != s.Id)).Select(s => s.Id)];
            var discrete =
                !character.IsNumeric
                || (character.Kind == CharacterKind.Count && counted <= LikelihoodConstants.MostCounted);
            _values = character.IsNumeric ? counted : _states.Length;
            _known = new bool[candidates];
            _within = character.States.ToDictionary(
                s => s.Id,
                s => Enumerable.Range(0, _states.Length).Where(v => character.Includes(s.Id, _states[v])).ToArray()
            );
            if (discrete)
            {
                _shares = [.. Enumerable.Range(0, _values).Select(_ => new double[candidates + 1])];
            }
            else
            {
                _models = new NumericModel?[candidates];
            }
        }

        public Character Character { get; }

        private bool IsDiscrete => _shares.Length > 0;

        public void Say(int candidate, StatementValue? value, List<Statement>? scoped)
        {
            if (scoped is not null)
            {
                _scoped.Add((candidate, scoped));
            }

            if (value is not null && IsDiscrete)
            {
                Say(candidate, Shares(value));
            }
            else if (value is not null)
            {
                _models[candidate] = NumericModel.Fit(value, Character.Kind);
            }
        }

        /// <summary>The candidate never has the part; where "not there" is a state of its own, it always shows that.</summary>
        public void Lacks(int candidate)
        {
            if (IsDiscrete && Character.AbsentState is { } absent)
            {
                Say(candidate, Shares(new StateShares([new(absent, 1, FrequencyWord.Always)])));
            }
            else
            {
                _lacking.Add(candidate);
            }
        }

        /// <summary>A cross of which nothing is said shows what either parent shows, or sizes between theirs.</summary>
        public void FillCross(int cross, int first, int second)
        {
            if (IsDiscrete)
            {
                if (!_known[cross] && _known[first] && _known[second])
                {
                    Say(cross, [.. _shares.Select(s => (s[first] + s[second]) / 2)]);
                }
            }
            else
            {
                _models[cross] ??=
                    _models[first] is { } a && _models[second] is { } b ? NumericModel.Between(a, b) : null;
            }
        }

        public CharacterTable Table() =>
            IsDiscrete
                ? new DiscreteTable(Character, _states, _values, _shares, _known, [.. _lacking], Rows(Shares))
                : new ContinuousTable(
                    Character,
                    _models,
                    [.. _lacking],
                    Rows(v => NumericModel.Fit(v, Character.Kind))
                );

        private void Say(int candidate, double[] shares)
        {
            _known[candidate] = true;
            for (var v = 0; v < shares.Length; v++)
            {
                _shares[v][candidate] = shares[v];
            }
        }

        private double[] Shares(StatementValue value)
        {
            if (value is StateShares states)
            {
                return DiscreteTable.Shares(_within, _values, states);
            }

            if (!_ranges.TryGetValue(value, out var shares))
            {
                _ranges[value] = shares = DiscreteTable.Shares(Character, _values, value);
            }

            return shares;
        }

        private ScopedRows<T>[] Rows<T>(Func<StatementValue, T> compile) =>
            [
                .. _scoped.Select(s => new ScopedRows<T>(
                    s.Candidate,
                    [.. s.Statements.Select(x => new Scoped<T>(x.Scope, compile(x.Value)))]
                )),
            ];
    }
}
