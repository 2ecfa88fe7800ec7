using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>One group of a comparison.</summary>
/// <param name="Said">What the guide says, in words; empty when it says nothing.</param>
/// <param name="States">Shares of the states, for named states; otherwise empty.</param>
/// <param name="Least">a, the lowest extreme, in the character's unit; null for named states or when not written.</param>
/// <param name="Low">b, the lower end of the usual range.</param>
/// <param name="High">c, the upper end.</param>
/// <param name="Most">d, the highest extreme.</param>
public sealed record NameGroup(
    TaxonName Taxon,
    string Said,
    ImmutableArray<double> States,
    double? Least,
    double? Low,
    double? High,
    double? Most
);

/// <summary>A character that parts the names compared.</summary>
/// <param name="Unit">Unit of the numbers.</param>
/// <param name="StateLabels">Its states, in the order of the shares.</param>
/// <param name="Apart">How far apart the two nearest of the names are: 0 alike, 1 never alike.</param>
/// <param name="Worth">Separation times reliability, by which the characters are ordered.</param>
/// <param name="ShowsToday">True when the organ can be seen on the plant today; true without a plant.</param>
/// <param name="HowTo">How to look.</param>
/// <param name="Parts">How many parts to measure to be 95 % sure between the two nearest; null for named states or when more would not help.</param>
/// <param name="Groups">What is said of each name.</param>
/// <param name="Own">What was recorded on the plant, in words; empty when nothing.</param>
/// <param name="OwnMean">Mean of the plant's own sample in the unit; null when there is none.</param>
public sealed record Separation(
    CharacterId Character,
    Organ Organ,
    string Label,
    string Unit,
    ImmutableArray<string> StateLabels,
    double Apart,
    double Worth,
    bool ShowsToday,
    string HowTo,
    int? Parts,
    ImmutableArray<NameGroup> Groups,
    string Own,
    double? OwnMean
);

/// <summary>What tells two or more names apart, the best character first.</summary>
public static class TellApart
{
    /// <summary>Most names compared at once.</summary>
    public const int MostNames = 6;

    /// <summary>Most parts it is worth measuring; two names that need more are better told apart otherwise.</summary>
    public const int MostParts = 50;

    /// <summary>Separation below which a character is not worth naming.</summary>
    public const double LeastApart = 0.05;

    /// <summary>How far apart two names must lie in something that is only looked at for nothing to be cut or dug up on their account.</summary>
    public const double PartedByLooking = 0.5;

    /// <summary>True where a character asks for a cut or a dig.</summary>
    public static bool Wounds(Character character) => character.Harm >= HarmLevel.Cut;

    /// <summary>Compares names.</summary>
    /// <param name="taxa">Two to six taxa of the guide.</param>
    /// <param name="evidence">What was recorded on a plant; null without a plant.</param>
    /// <param name="parts">Parts that can be seen on the plant today; null without a plant.</param>
    /// <returns>
    /// Characters that part at least two of the names: what is recorded or shows today first, and of those the best first; what
    /// wounds the plant stands behind where looking parts the names.
    /// </returns>
    /// <exception cref="ArgumentException">Fewer than two names, or more than six.</exception>
    public static ImmutableArray<Separation> Compare(
        Guide guide,
        ImmutableArray<TaxonId> taxa,
        EvidenceSheet? evidence,
        ImmutableArray<PlantPart>? parts = null
    )
    {
        if (taxa.Length is < 2 or > MostNames)
        {
            throw new ArgumentException($"Two to {MostNames} names can be compared, not {taxa.Length}.", nameof(taxa));
        }

        Separation[] parting =
        [
            .. guide
                .Characters.Where(c => c.Organ != Organ.Place)
                .Select(c => Judge(guide, c, taxa, evidence, parts is not { } p || LookNext.ShowsToday(c.Organ, p)))
                .OfType<Separation>(),
        ];
        bool Hurts(Separation s) => Wounds(guide.Character(s.Character)) && s.Own.Length == 0;
        var lookingParts = Array.Exists(parting, s => !Hurts(s) && s.Apart >= PartedByLooking);
        return
        [
            .. parting
                .OrderBy(s => lookingParts && Hurts(s))
                .ThenByDescending(s => s.ShowsToday || s.Own.Length > 0)
                .ThenByDescending(s => s.Worth),
        ];
    }

    private static Separation? Judge(
        Guide guide,
        Character character,
        ImmutableArray<TaxonId> taxa,
        EvidenceSheet? evidence,
        bool shows
    )
    {
        var values = taxa.Select(t => guide.StatementFor(t, character.Id, Scope.Any)?.Value).ToArray();
        double? apart = null;
        int? parts = null;
        for (var a = 0; a < values.Length; a++)
        {
            for (var b = a + 1; b < values.Length; b++)
            {
                if (values[a] is { } one && values[b] is { } other)
                {
                    var pair = Apart(character, one, other);
                    if (apart is null || pair < apart)
                    {
                        apart = pair;
                        parts = character.IsNumeric ? PartsNeeded(character, one, other) : null;
                    }
                }
            }
        }

        if (apart is not { } nearest || nearest < LeastApart)
        {
            return null;
        }

        var scale = LengthUnit.Millimetres(character.Unit) ?? 1;
        var own = evidence?.Decisive(character.Id);
        return new(
            character.Id,
            character.Organ,
            character.Label,
            character.Unit,
            [.. character.States.Select(s => s.Label)],
            nearest,
            nearest * (1 - character.Difficulty),
            shows,
            character.HowTo,
            parts,
            [.. taxa.Select((t, i) => GroupOf(guide, character, t, values[i], scale))],
            own is null ? "" : Wording.Recorded(character, own),
            own is { Finding: Finding.Sample } ? UnusualParts.LeftOut(character, own).Average() / scale : null
        );
    }

    private static NameGroup GroupOf(
        Guide guide,
        Character character,
        TaxonId taxon,
        StatementValue? value,
        double scale
    )
    {
        var name = TaxonName.Of(guide.Taxon(taxon));
        return value switch
        {
            StateShares s => new(
                name,
                NotationWriter.InWords(s, character),
                [.. character.States.Select(x => ShareOf(s, x.Id))],
                null,
                null,
                null,
                null
            ),
            CountShares c => new(
                name,
                NotationWriter.InWords(c, character),
                [],
                null,
                c.Numbers.Min(n => n.Number),
                c.Numbers.Max(n => n.Number),
                null
            ),
            NumericRange r => new(
                name,
                NotationWriter.InWords(r, character),
                [],
                r.LowExtreme / scale,
                r.Low / scale,
                r.High / scale,
                r.HighExtreme / scale
            ),
            _ => new(name, "", [], null, null, null, null),
        };
    }

    private static double ShareOf(StateShares shares, string state) =>
        shares.States.Where(s => s.State == state).Sum(s => s.Weight);

    /// <summary>Share of plants that could not belong to both: 1 minus the overlap of the two distributions.</summary>
    /// <param name="one">What is said of one name.</param>
    /// <param name="other">What is said of the other.</param>
    internal static double Apart(Character character, StatementValue one, StatementValue other)
    {
        if (one is StateShares a && other is StateShares b)
        {
            double shared = 0;
            foreach (var x in a.States)
            {
                // A wide state overlaps with each of its kinds as far as both reach.
                shared += Math.Min(
                    x.Weight,
                    b.States.Where(y => character.Includes(x.State, y.State) || character.Includes(y.State, x.State))
                        .Sum(y => y.Weight)
                );
            }

            return Math.Clamp(1 - shared, 0, 1);
        }

        var p = NumericModel.Fit(one, character.Kind);
        var q = NumericModel.Fit(other, character.Kind);
        const int Steps = 200;
        var from = Math.Min(p.Middle - (4 * p.Below), q.Middle - (4 * q.Below));
        var to = Math.Max(p.Middle + (4 * p.Above), q.Middle + (4 * q.Above));
        var step = (to - from) / Steps;
        double overlap = 0;
        for (var i = 0; i < Steps; i++)
        {
            var x = from + ((i + 0.5) * step);
            overlap += Math.Min(p.DensityAt(x), q.DensityAt(x)) * step;
        }

        return Math.Clamp(1 - overlap, 0, 1);
    }

    /// <summary>
    /// Parts to measure so that a mean lying at the middle of the one is 95 % sure against the other. With n parts the
    /// spread is σ²(1 − w + w/n); more parts shrink only what varies within a plant.
    /// </summary>
    /// <param name="one">What is said of one name.</param>
    /// <param name="other">What is said of the other.</param>
    internal static int? PartsNeeded(Character character, StatementValue one, StatementValue other)
    {
        var p = NumericModel.Fit(one, character.Kind);
        var q = NumericModel.Fit(other, character.Kind);
        for (var n = 1; n <= MostParts; n++)
        {
            var own = p.Density(p.Middle, n, 0) / (p.Density(p.Middle, n, 0) + q.Density(p.Middle, n, 0));
            var others = q.Density(q.Middle, n, 0) / (p.Density(q.Middle, n, 0) + q.Density(q.Middle, n, 0));
            if (Math.Min(own, others) >= LikelihoodConstants.Safe)
            {
                return n;
            }
        }

        return null;
    }
}
