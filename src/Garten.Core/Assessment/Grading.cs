using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Assessment;

/// <summary>A name given to a plant.</summary>
/// <param name="Person">Who gave it.</param>
public sealed record GivenName(TaxonId Taxon, IdentificationQualifier Qualifier, string Person, DateOnly Date)
{
    /// <summary>The name as it was written; it is all there is of a name in words.</summary>
    public string FullName { get; init; } = "";
}

/// <summary>A plant whose grade is asked.</summary>
/// <param name="Names">Its names, the latest first.</param>
public sealed record GradeQuestion(Plant Plant, ImmutableArray<GivenName> Names)
{
    /// <summary>What others said last of the latest name.</summary>
    public ImmutableArray<NameReview> Reviews { get; init; } = [];

    /// <summary>Numbers of the specimens kept of the plant.</summary>
    public ImmutableArray<string> Vouchers { get; init; } = [];
}

/// <summary>A grade with its reasons.</summary>
/// <param name="Name">The name it is of: the latest one given, else the one that leads; null when none does.</param>
/// <param name="Reasons">The reasons, those of the lower grades first.</param>
public sealed record GradeAnswer(Grade Grade, TaxonName? Name, ImmutableArray<GradeReason> Reasons)
{
    /// <summary>What stands between the plant and the next grade.</summary>
    public ImmutableArray<GradeReason> Missing => [.. Reasons.Where(g => !g.Met && g.From <= Grade + 1)];
}

/// <summary>
/// Computes grades from reasons: the highest grade all of whose reasons, and those of the grades below it, are met. Leaning and
/// settled are one person's work; confirmed asks for what the guide wants of that taxon, over as many seasons as it takes.
/// </summary>
public static class Grading
{
    /// <summary>Weight from which a name leads: it is likelier than all others together.</summary>
    private const double Leading = 0.5;

    /// <summary>Organs one must have seen.</summary>
    private const int LeastOrgans = 2;

    /// <summary>Computes the grade of a plant.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="question">The plant and its names.</param>
    public static GradeAnswer Of(CandidateModel model, GradeQuestion question)
    {
        var guide = model.Guide;
        var plant = question.Plant;
        var evidence = plant.Sheet(guide);
        using var weighing = new Weighing(model, evidence, plant.Place, plant.Visits);
        var given = question.Names.FirstOrDefault(n => n.Taxon.IsInWords || guide.FindTaxon(n.Taxon) is not null);
        if (given is { Taxon.IsInWords: true })
        {
            return InWordsGrading.Of(guide, question, given);
        }

        var leading =
            weighing.Leading(1) is [var first] && weighing.Masses[first] >= Leading
                ? model.Taxa[first]
                : (TaxonId?)null;
        if ((given?.Taxon ?? leading) is not { } taxon)
        {
            return new(
                Grade.Unplaced,
                null,
                [
                    new(
                        ReasonKind.Named,
                        Grade.Leaning,
                        false,
                        "No name was given, and none is likelier than all others together."
                    ),
                ]
            );
        }

        var name = guide.Taxon(taxon);
        var mass = weighing.MassOf(taxon);
        var account = SpeciesAccount.Compose(guide, taxon, evidence, plant.Place, plant.Visits);
        var trace = plant.Walk is { } walk ? KeyWalkTrace.Of(guide, walk) : null;
        var ends = trace is { Open.IsEmpty: true, Steps.Length: > 0 } ? trace.Ends.Select(e => e.Taxon).ToArray() : [];
        var keyed = trace is { IsClean: true } && ends is [var end] && guide.IsWithin(end, taxon);
        var needs = guide.NeedsOf(taxon);
        var seen = SeenOn(guide, plant);
        var organs = OrgansOf(guide, seen);
        var dangerous = IsDangerous(guide, taxon);
        GradeReason[] reasons =
        [
            Named(),
            new(
                ReasonKind.Leads,
                Grade.Leaning,
                keyed || mass >= Leading,
                keyed
                    ? "The key ends at it."
                    : $"It holds {Percent(mass)} of the weight by the features; more than half is needed."
            ),
            School(),
            new(
                ReasonKind.Weight,
                Grade.Settled,
                mass >= LikelihoodConstants.Safe,
                $"It holds {Percent(mass)} of the weight by all that was recorded; {Percent(LikelihoodConstants.Safe)} is needed."
            ),
            Agreement(),
            Organs(organs),
            Place(),
            LookAlikes(),
            new(
                ReasonKind.Reproductive,
                Grade.Confirmed,
                !needs.Reproductive || organs.Any(IsReproductive),
                !needs.Reproductive ? "The guide asks for no flower or fruit."
                    : organs.Any(IsReproductive) ? "A flower, fruit or cone was seen."
                    : "The guide asks for a flower, fruit or cone of this name."
            ),
            Seasons(),
            Samples(),
            SecondPerson(question, given),
        ];
        Array.Sort(reasons, (a, b) => (a.From, a.Kind).CompareTo((b.From, b.Kind)));
        return new(HighestMet(reasons), TaxonName.Of(name), [.. reasons]);

        GradeReason Named()
        {
            if (given is null)
            {
                return new(
                    ReasonKind.Named,
                    Grade.Settled,
                    false,
                    $"{name.Name} leads, but nobody has given the name yet."
                );
            }

            var unqualified = given.Qualifier == IdentificationQualifier.None && name.Rank >= TaxonRank.Species;
            return new(
                ReasonKind.Named,
                Grade.Settled,
                unqualified,
                unqualified ? $"Named by {given.Person} on {Day(given.Date)}."
                    : given.Qualifier != IdentificationQualifier.None
                        ? $"Named with a qualifier ({DeterminationName.Written(given.Qualifier)}) by {given.Person}."
                    : $"Named only to {name.Rank.ToString().ToLowerInvariant()}."
            );
        }

        GradeReason School()
        {
            if (keyed)
            {
                return new(
                    ReasonKind.School,
                    Grade.Settled,
                    true,
                    "The key was walked to its end without an open step."
                );
            }

            var settles = mass >= LikelihoodConstants.Safe && weighing.Features >= LeastFeatures;
            return new(
                ReasonKind.School,
                Grade.Settled,
                settles,
                settles
                    ? $"{weighing.Features} features settle it."
                    : $"Neither does the key end at it without an open step, nor do {LeastFeatures} features or more settle it."
            );
        }

        GradeReason Agreement()
        {
            var against = account
                .Lines.Where(l =>
                    l.Marking.Mark == Mark.Conflicts && guide.FindCharacter(l.Character) is { Organ: not Organ.Place }
                )
                .Select(l => l.Label.ToLowerInvariant())
                .ToArray();
            var elsewhere = ends.Length > 0 && !ends.Any(e => guide.IsWithin(e, taxon));
            return new(
                ReasonKind.Agreement,
                Grade.Settled,
                against.Length == 0 && !elsewhere,
                elsewhere ? $"The key ends at {string.Join(" or ", ends.Take(3).Select(e => guide.Taxon(e).Name))}."
                    : against.Length > 0 ? $"Not as the guide says: {string.Join(", ", against)}."
                    : "Nothing recorded speaks against it."
            );
        }

        GradeReason Place()
        {
            var odd = account.PlaceAlerts;
            return new(
                ReasonKind.Place,
                Grade.Settled,
                odd.IsEmpty,
                odd.IsEmpty ? "Date, kind of place and height fit." : string.Join(' ', odd)
            );
        }

        GradeReason LookAlikes()
        {
            var left = account.LookAlikes.Where(l => !l.RuledOut).ToArray();
            var says =
                account.LookAlikes.IsEmpty ? "The guide names no look-alike."
                : left.Length == 0
                    ? $"Ruled out by what was seen: {string.Join(", ", account.LookAlikes.Select(l => l.Other.Name))}."
                : $"Not ruled out: {string.Join(", ", left.Select(l => $"{l.Other.Name} (look at {l.CharacterLabel.ToLowerInvariant()})"))}.";
            return new(ReasonKind.LookAlikes, dangerous ? Grade.Settled : Grade.Confirmed, left.Length == 0, says);
        }

        GradeReason Seasons()
        {
            var seasons = seen.Select(o => SeasonOfYear.Of(o.Date, plant.Place.Latitude)).Distinct().Order().ToArray();
            var listed = string.Join(", ", seasons.Select(s => s.ToString().ToLowerInvariant()));
            return new(
                ReasonKind.Seasons,
                Grade.Confirmed,
                seasons.Length >= needs.Seasons,
                needs.Seasons == 1
                    ? $"Seen in {(listed.Length > 0 ? listed : "no season")}; one is enough."
                    : $"Seen in {(listed.Length > 0 ? listed : "no season")}; the guide asks for {needs.Seasons} seasons."
            );
        }

        GradeReason Samples()
        {
            // A height is measured once; of what a plant has many of, several are asked for.
            var small = seen.Where(o =>
                    o.Finding is Finding.Sample
                    && guide.Character(o.Character) is { Organ: not Organ.Habit }
                    && o.Values.Length < needs.Parts
                )
                .DistinctBy(o => o.Character)
                .ToArray();
            return new(
                ReasonKind.Samples,
                Grade.Confirmed,
                small.Length == 0,
                small.Length == 0
                    ? "Samples are large enough."
                    : $"Measure {needs.Parts} parts or more of: {string.Join(", ", small.Select(o => guide.Character(o.Character).Label.ToLowerInvariant()))}."
            );
        }
    }

    /// <summary>What was seen on the plant itself, and weighs.</summary>
    internal static Observation[] SeenOn(Guide guide, Plant plant) =>
        [.. plant.Observations.Where(o => o.Weighs && guide.FindCharacter(o.Character) is { Organ: not Organ.Place })];

    /// <summary>The organs that was seen on, each once.</summary>
    internal static Organ[] OrgansOf(Guide guide, Observation[] seen) =>
        [.. seen.Select(o => guide.Character(o.Character).Organ).Distinct().Order()];

    /// <summary>The highest grade all of whose reasons, and those of the grades below it, are met.</summary>
    internal static Grade HighestMet(GradeReason[] reasons)
    {
        var grade = Grade.Confirmed;
        while (grade > Grade.Unplaced && Array.Exists(reasons, r => r.From <= grade && !r.Met))
        {
            grade--;
        }

        return grade;
    }

    /// <summary>Whether enough of the plant was seen.</summary>
    /// <param name="organs">The organs something was recorded of.</param>
    internal static GradeReason Organs(IReadOnlyCollection<Organ> organs) =>
        new(
            ReasonKind.Organs,
            Grade.Settled,
            organs.Count >= LeastOrgans,
            organs.Count == 0
                ? "No organ was looked at."
                : $"Seen: {string.Join(", ", organs.Select(Word))}. Two organs are needed."
        );

    /// <summary>Whether somebody else gave the same name, agrees with it, or a voucher stands for it.</summary>
    /// <param name="given">The latest name; null where none was given.</param>
    internal static GradeReason SecondPerson(GradeQuestion question, GivenName? given)
    {
        var others = question
            .Names.Where(n =>
                given is not null
                && n.Person != given.Person
                && n.Qualifier == IdentificationQualifier.None
                && n.Taxon == given.Taxon
            )
            .Select(n => n.Person)
            .Distinct()
            .ToArray();
        var open = question.Reviews.FirstOrDefault(r => r.Verdict != Verdict.Agrees);
        string[] says =
        [
            .. others.Length > 0 ? [$"{string.Join(", ", others)} gave the same name."] : Array.Empty<string>(),
            .. question.Reviews.Where(r => r.Verdict == Verdict.Agrees).Select(r => $"{r.Person} agrees."),
            .. question.Vouchers.Take(1).Select(v => $"Voucher {v} stands for it."),
        ];
        return new(
            ReasonKind.SecondPerson,
            Grade.Confirmed,
            open is null && says.Length > 0,
            open is not null
                    ? $"{open.Person} {(open.Verdict == Verdict.Differs ? "differs" : "asks for more")}: {open.Remark}"
                : says.Length > 0 ? string.Join(" ", says)
                : "No second person has given the same name, and no voucher stands for it."
        );
    }

    /// <summary>Features that must be weighed before they count as settling a name by themselves.</summary>
    private const int LeastFeatures = 4;

    /// <summary>True for names that kill, and for those that are taken for such: of them more is asked.</summary>
    public static bool IsDangerous(Guide guide, TaxonId taxon) =>
        guide
            .LookAlikesOf(taxon)
            .Select(l => l.Taxon == taxon ? l.Other : l.Taxon)
            .Append(taxon)
            .Any(t => guide.CautionsFor(t).Any(c => c.Hazard == Hazard.Deadly));

    private static bool IsReproductive(Organ organ) => organ is Organ.Flower or Organ.Inflorescence or Organ.Fruit;

    private static string Word(Organ organ) =>
        organ switch
        {
            Organ.Habit => "the whole plant",
            Organ.Inflorescence => "flower cluster",
            _ => organ.ToString().ToLowerInvariant(),
        };

    private static string Percent(double share) =>
        share > 0.99 ? "more than 99 %" : string.Create(CultureInfo.InvariantCulture, $"{Math.Floor(100 * share):0} %");

    internal static string Day(DateOnly date) => date.ToString("d MMM yyyy", CultureInfo.InvariantCulture);
}
