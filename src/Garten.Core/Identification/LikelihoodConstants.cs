namespace Garten.Core.Identification;

/// <summary>Every number the arithmetic of a name rests on, each with its reason. Nothing of the kind stands anywhere else.</summary>
public static class LikelihoodConstants
{
    /// <summary>Share of the plants of a taxon that show a state its statement does not list: guides are never complete.</summary>
    public const double Unlisted = 0.02;

    /// <summary>Standard deviations from the middle of a range to its 5th or 95th percentile (the ends b and c).</summary>
    public const double UsualEnd = 1.6449;

    /// <summary>Standard deviations from the middle to the 0.5th or 99.5th percentile (the extremes a and d).</summary>
    public const double ExtremeEnd = 2.5758;

    /// <summary>Spread on the log scale where a single number is stated: about an eighth to either side.</summary>
    public const double SingleValueSpread = 0.12;

    /// <summary>Share of the variance of a measure that lies between the parts of one plant rather than between plants.</summary>
    public const double WithinPlant = 0.5;

    /// <summary>Error of one careful measurement on the log scale: a twentieth.</summary>
    public const double MeasuringError = 0.05;

    /// <summary>Error of one count on the plain scale.</summary>
    public const double CountingError = 0.3;

    /// <summary>How many standard deviations of all the guide's sizes one of "outside the guide" spans.</summary>
    public const double OutsideWidth = 1.5;

    /// <summary>
    /// Spread added on the log scale to parts of saplings, resprouts and shade for which the guide has no range: their
    /// leaves are commonly half as large again, sometimes twice as large.
    /// </summary>
    public const double UnusualSpread = 0.4;

    /// <summary>Share of such parts that show any state, whatever the guide says of full-grown ones.</summary>
    public const double UnusualShare = 0.1;

    /// <summary>Largest number of parts that is told apart one by one; above it counts are compared like sizes.</summary>
    public const int MostCounted = 60;

    /// <summary>Chance that the parts looked at were another organ, where the guide names one it is taken for.</summary>
    public const double OrganMisread = 0.05;

    /// <summary>
    /// Chance that what was recorded of a part belongs to something else, where the name never has that part: a pine's pollen
    /// cone written down as its flower, a neighbour's blossom. Counted against what other names make of it on average.
    /// </summary>
    public const double PartNotThere = 0.02;

    /// <summary>Share of the mistakes at a state with stated neighbours that fall on them; the rest falls anywhere.</summary>
    public const double MistakesNear = 0.9;

    /// <summary>Share of years in which a grown plant flowers.</summary>
    public const double FlowersInYear = 0.8;

    /// <summary>Chance that ripe fruit still hangs: birds take it, wind sheds it.</summary>
    public const double FruitKept = 0.7;

    /// <summary>Chance that a part should be there on a day for which the guide gives no season.</summary>
    public const double UnknownSeason = 0.5;

    /// <summary>Chance that the members of a colony linked by hand are one species.</summary>
    public const double OneColony = 0.85;

    /// <summary>Least share of readings that are blunders of any size: slips of the pen, the wrong part. Harder characters are misread more often.</summary>
    public const double Blunder = 0.01;

    /// <summary>
    /// k observations of one dependence group weigh as much as k to this power independent ones. Half: four hairs are two
    /// pieces of evidence.
    /// </summary>
    public const double GroupExponent = 0.5;

    /// <summary>Chance that a fallen part or old remains are those of another plant.</summary>
    public const double Neighbour = 0.2;

    /// <summary>Chance, before anything is seen, that the plant is not in the guide.</summary>
    public const double OutsidePrior = 0.05;

    /// <summary>
    /// How likely a species that the guide lists and does not describe is before anything is seen, against the mean of those it
    /// describes: what is left out is seldom met.
    /// </summary>
    public const double UntreatedAgainstDescribed = 0.1;

    /// <summary>
    /// Share of the plants outside the guide that are near relatives of one of its names: what a guide of an area leaves out
    /// is mostly a rare or newly come species of a genus it has.
    /// </summary>
    public const double OutsideIsRelative = 0.6;

    /// <summary>
    /// Share of the features in which such a relative differs from the name of the guide nearest to it, where the guide does not
    /// show how often congeners differ.
    /// </summary>
    public const double RelativeDiffers = 0.25;

    /// <summary>How many pairs of congeners that share weighs as much as: a few pairs of a guide are no rule yet.</summary>
    public const double PairsTakenAsSeen = 4;

    /// <summary>
    /// How likely it is held, once a name stands, that the plant is an unlisted relative of it: one in five, so that the looks
    /// that would show it are still asked for when nothing else is left to ask.
    /// </summary>
    public const double DoubtOfName = 0.2;

    /// <summary>Mass an answer must hold to be safe to say.</summary>
    public const double Safe = 0.95;

    /// <summary>
    /// The same for a species or what is below it. More than for a genus: at 0.96 one plant in fifteen of those the guide does not
    /// hold would be called another species, at 0.975 one in twenty-five (docs/accuracy.md has the whole curve).
    /// </summary>
    public const double SafeSpecies = 0.975;

    /// <summary>
    /// Power to which the chances of the guide's names are raised among themselves, what the guide does not hold keeping its
    /// share. Fitted on simulated plants, checked on others (docs/accuracy.md): without it, of names given 80 % nine in ten are right.
    /// </summary>
    public const double Sharpness = 1.3;

    /// <summary>Summed mass of a hazard above which nothing harsher than looking is asked for.</summary>
    public const double HazardMass = 0.02;

    /// <summary>Prior of a place whose kind the guide does not list for the taxon, against one it lists.</summary>
    public const double OddHabitat = 0.2;

    /// <summary>Metres beyond a taxon's limit over which its prior falls to a third.</summary>
    public const double ElevationFall = 150;

    /// <summary>Prior of a flower or fruit seen far outside its season, against one within it.</summary>
    public const double OddSeason = 0.1;

    /// <summary>Least any single factor of the prior may be: the place may hint, never forbid.</summary>
    public const double LeastFactor = 0.02;

    /// <summary>
    /// How many times likelier than at a sure look a mistake is. A second look repeats some mistakes of the first: a quarter
    /// is left, where independent looks would leave their square.
    /// </summary>
    /// <param name="certainty">How sure the observer is.</param>
    public static double MistakeFactor(Certainty certainty) =>
        certainty switch
        {
            Certainty.Checked => 0.25,
            Certainty.Sure => 1,
            Certainty.Fairly => 2,
            _ => 4,
        };

    /// <summary>How many times likelier a mistake is when a feature for the lens or knife was judged by the bare eye.</summary>
    public const double BareEyeFactor = 2;

    /// <summary>Error on the log scale of a size judged by the bare eye: a practised guess is within a fifth.</summary>
    public const double JudgingError = 0.2;

    /// <summary>Error of one reading on the log scale.</summary>
    /// <param name="measured">True when it was measured as the guide asks.</param>
    public static double ReadingError(bool measured) => measured ? MeasuringError : JudgingError;

    /// <summary>
    /// How many independent parts n parts of one plant are worth: the inverse of the share of variance left in their mean.
    /// At most two, however many are counted.
    /// </summary>
    /// <param name="parts">How many, at least 1.</param>
    public static double EffectiveParts(int parts) => 1 / (1 - WithinPlant + (WithinPlant / parts));

    /// <summary>Least weight of evidence in bits that is called strong: eight times likelier.</summary>
    public const double StrongBits = 3;

    /// <summary>Least weight of evidence in bits that is called one at all: twice as likely.</summary>
    public const double PlainBits = 1;

    /// <summary>Least weight of evidence in bits worth a word: a quarter likelier.</summary>
    public const double SlightBits = 0.3;

    /// <summary>Prior of a cross, against its parents: most plants of two species that meet are one or the other.</summary>
    public const double CrossPrior = 0.2;

    /// <summary>Most a chance of mistake can reach; above it the observation would say nothing.</summary>
    public const double MostMistake = 0.45;
}
