using System.Collections.Immutable;

namespace Garten.Core.Guides.Text.Making;

/// <summary>A text a guide is made of.</summary>
/// <param name="Source">What it is called where somebody looks for it: the name of its file.</param>
public sealed record SourceText(string Source, GuideText Text);

/// <summary>A guide made of texts, or why there is none.</summary>
/// <param name="Tables">Its tables, fit for <see cref="Guide"/>; null where <paramref name="Hindrances"/> says why not.</param>
/// <param name="Hindrances">What stands in the way, a sentence each, with the text it is in.</param>
/// <param name="Assumed">What was decided where the texts leave it open, a sentence each.</param>
/// <param name="Understood">Statements of leads and descriptions that became features.</param>
/// <param name="LeftAsText">Statements that are shown as they are printed and never weighed.</param>
public sealed record MadeGuide(
    GuideTables? Tables,
    ImmutableArray<string> Hindrances,
    ImmutableArray<string> Assumed,
    int Understood,
    int LeftAsText
);

/// <summary>
/// Makes a working guide of keys and descriptions as text: names, features with their states, keys that can be walked, and what is known of
/// every name.
/// <code>GuideFromTexts.Make(new("willows", "Willows", "1", "", 0), [new("willows.txt", GuideTextReader.Read(text))])</code>
/// A key says something of a name by every lead on the way to it, so that likely names work from a key alone; what a description says of the
/// same feature goes before it. A lead of which nothing was understood is shown as printed and can still be taken.
/// </summary>
public static class GuideFromTexts
{
    /// <summary>Makes a guide.</summary>
    /// <param name="texts">Keys and descriptions in the order they are to stand in.</param>
    public static MadeGuide Make(GuideTitle title, IReadOnlyList<SourceText> texts)
    {
        var hindrances = texts.SelectMany(HindrancesOf).ToImmutableArray();
        if (hindrances.IsEmpty && !texts.Any(t => t.Text is KeyText or DescriptionText))
        {
            hindrances = ["There is neither a key nor a description to make a guide of."];
        }

        if (!hindrances.IsEmpty)
        {
            return new(null, hindrances, [], 0, 0);
        }

        var names = new NamesInTexts();
        var features = new FeaturesInTexts();
        foreach (var text in texts)
        {
            names.Hear(text.Text);
            features.Hear(text.Text);
        }

        features.Settle();
        var keys = new KeysInTexts(names, features);
        var said = new StatementsInTexts(names, features);
        foreach (var text in texts)
        {
            switch (text.Text)
            {
                case KeyText key:
                    keys.Add(text.Source, key);
                    break;
                case DescriptionText description:
                    said.Add(description);
                    break;
            }
        }

        foreach (var key in keys.Built)
        {
            said.AddFrom(key, keys.Built);
        }

        return new(
            new GuideTables(
                title,
                names.Taxa,
                features.Characters,
                said.Statements,
                keys.Built,
                Cautions: [],
                LookAlikes: [],
                Crosses: [],
                said.Windows,
                Glossary: [],
                Misreadings: [],
                Needs: []
            ),
            [],
            [.. names.Assumed, .. features.Assumed, .. keys.Assumed, .. said.Assumed],
            features.Understood,
            features.LeftAsText
        );
    }

    private static IEnumerable<string> HindrancesOf(SourceText text) =>
        text.Text switch
        {
            RefusedText refused => [$"{text.Source}: {refused.Reason}"],
            KeyText key => key.Faults.Select(f => $"{text.Source}: {f.Complaint}"),
            DescriptionText { Taxon: null } =>
            [
                $"{text.Source}: it does not begin with the name it describes. Write the name in its first line.",
            ],
            _ => [],
        };
}
