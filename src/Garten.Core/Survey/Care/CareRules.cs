namespace Garten.Core.Survey.Care;

/// <summary>What can be said of finding a plant again, of its threats, and of its population.</summary>
public static class CareRules
{
    private const int MostLandmarks = 5;
    private const double Farthest = 5000;
    private const int MostMarked = 1_000_000;

    /// <summary>The way to a plant in words, for example "12 m at 40° from the split boulder".</summary>
    public static string Way(IEnumerable<Landmark> landmarks) =>
        string.Join(
            "; ",
            landmarks.Select(l => FormattableString.Invariant($"{l.Metres:0.#} m at {l.Bearing:0}° from {l.Name}"))
        );

    /// <summary>Landmarks as they are kept.</summary>
    /// <param name="input">What was written.</param>
    public static Landmark[] Check(Landmark[] input)
    {
        if (input.Length > MostLandmarks)
        {
            throw new RuleException(
                "landmarks",
                $"{MostLandmarks} landmarks are the most; keep those that are easiest to find."
            );
        }

        foreach (var landmark in input)
        {
            if (landmark.Bearing is not (>= 0 and < 360))
            {
                throw new RuleException(
                    "bearing",
                    "The bearing from the landmark to the plant must lie from 0 to below 360 degrees."
                );
            }

            if (landmark.Metres is not (> 0 and <= Farthest))
            {
                throw new RuleException(
                    "metres",
                    $"The way from the landmark to the plant must lie between 0 and {Farthest:0} m."
                );
            }
        }

        return
        [
            .. input.Select(l => l with { Name = Rules.Text("name", "The landmark", l.Name, 200, required: true) }),
        ];
    }

    /// <summary>A threat as it is kept, seen by today.</summary>
    /// <exception cref="RuleException">It cannot be so.</exception>
    public static ThreatContent Check(ThreatContent input, DateOnly today)
    {
        Rules.Past(input.SeenOn, today);
        return Check(input);
    }

    /// <summary>A threat as it is kept, whatever day it is.</summary>
    /// <param name="input">What was written.</param>
    public static ThreatContent Check(ThreatContent input)
    {
        var told = Rules.Text("told", "Who was told", input.Told, 200);
        if (told.Length > 0 != input.ToldOn is not null)
        {
            throw new RuleException("told", "Say both who was told and on which day, or neither.");
        }

        if (input.SettledOn < input.SeenOn || input.ToldOn < input.SeenOn)
        {
            throw new RuleException(
                "settledOn",
                "Nobody can be told of a threat, nor can it be settled, before it was seen. Check the days."
            );
        }

        var outcome = Rules.Text("outcome", "The outcome", input.Outcome, 2000);
        if (input.SettledOn is not null && outcome.Length == 0)
        {
            throw new RuleException("outcome", "Say in a few words how it was settled.");
        }

        var note = Rules.Text("note", "The note", input.Note, 2000, required: input.Kind == ThreatKind.Other);
        return input with { Note = note, Told = told, Outcome = outcome };
    }

    /// <summary>A count of a population as it is kept, made by today.</summary>
    /// <exception cref="RuleException">It cannot be so.</exception>
    public static PopulationCount Check(PopulationCount input, DateOnly today)
    {
        Rules.Past(input.MarkedOn, today);
        if (input.FloweringOn is { } counted)
        {
            Rules.Past(counted, today);
        }

        return Check(input);
    }

    /// <summary>A count of a population as it is kept, whatever day it is.</summary>
    /// <param name="input">What was written.</param>
    public static PopulationCount Check(PopulationCount input)
    {
        if (input.Marked is not (>= 1 and <= MostMarked))
        {
            throw new RuleException("marked", $"From 1 to {MostMarked:N0} can be marked.");
        }

        if (input.Flowering is null != input.FloweringOn is null)
        {
            throw new RuleException(
                "flowering",
                "Say both how many flowered and on which day they were counted, or neither."
            );
        }

        if (input.Flowering < 0 || input.Flowering > input.Marked)
        {
            throw new RuleException(
                "flowering",
                FormattableString.Invariant(
                    $"{input.Flowering} cannot have flowered of {input.Marked} marked. Count only those marked."
                )
            );
        }

        if (input.FloweringOn < input.MarkedOn)
        {
            throw new RuleException(
                "floweringOn",
                "The flowering was counted before the rosettes were marked. Check the days."
            );
        }

        // Rosettes marked in winter flower in the year that follows: the year is that of the flowering where it is known.
        if (input.Year != input.MarkedOn.Year && input.Year != input.MarkedOn.Year + 1)
        {
            throw new RuleException(
                "year",
                "The year is that in which they flower: the one they were marked in, or the next."
            );
        }

        return input;
    }
}
