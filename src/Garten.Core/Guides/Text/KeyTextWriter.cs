using System.Collections.Immutable;
using System.Globalization;
using System.Text;

namespace Garten.Core.Guides.Text;

/// <summary>How a key is set when it is written as text.</summary>
public enum KeySetting
{
    /// <summary>"1a … 2", "1b … 5", the leads of a couplet together.</summary>
    Lettered,

    /// <summary>"1. …", "1'. …", with the couplet one comes from: "2(1).".</summary>
    Primed,

    /// <summary>"1 …", "– …".</summary>
    Dashed,

    /// <summary>In steps, each couplet below the lead that leads to it.</summary>
    Steps,
}

/// <summary>
/// Writes a key as plain text that can be printed, passed on, and read back: <see cref="GuideTextReader"/> finds the same couplets, leads and
/// targets in it.
/// <code>KeyTextWriter.Write(guide, guide.Keys[1], KeySetting.Lettered)</code>
/// Other keys it leads to are named by their letter, "Key B", in the order of the guide.
/// </summary>
public static class KeyTextWriter
{
    private const int Step = 2;

    /// <summary>The key as text, a lead a line, ending in a line end.</summary>
    public static string Write(Guide guide, DichotomousKey key, KeySetting setting)
    {
        var text = new StringBuilder(key.Title).Append("\n\n");
        if (setting == KeySetting.Steps)
        {
            Steps(text, guide, key, key.Start, 0, []);
            return text.ToString();
        }

        var from = new Dictionary<int, int>();
        foreach (var couplet in key.Couplets.Values)
        {
            foreach (var to in couplet.Leads.Select(l => l.Target).OfType<ToCouplet>())
            {
                from.TryAdd(to.Couplet, couplet.Number);
            }
        }

        // The couplet one begins with stands first, whatever its number.
        foreach (var couplet in key.Couplets.Values.OrderBy(c => c.Number == key.Start ? 0 : 1))
        {
            foreach (var lead in couplet.Leads)
            {
                var label = setting switch
                {
                    KeySetting.Lettered => $"{couplet.Number}{(char)('a' + lead.Number - 1)}.",
                    KeySetting.Primed => lead.Number == 1
                        ? from.TryGetValue(couplet.Number, out var before)
                            ? $"{couplet.Number}({before})."
                            : $"{couplet.Number}."
                        : $"{couplet.Number}{new string('\'', lead.Number - 1)}.",
                    _ => lead.Number == 1 ? Counted(couplet.Number) : "–",
                };
                text.Append(label)
                    .Append(' ')
                    .Append(lead.InWords)
                    .Append(" .... ")
                    .Append(Target(guide, lead.Target))
                    .Append('\n');
            }
        }

        return text.ToString();
    }

    private static void Steps(
        StringBuilder text,
        Guide guide,
        DichotomousKey key,
        int number,
        int depth,
        HashSet<int> done
    )
    {
        done.Add(number);
        foreach (var lead in key.Couplets[number].Leads)
        {
            text.Append(' ', depth * Step).Append(Counted(number)).Append(". ").Append(lead.InWords);
            if (lead.Target is ToCouplet to && !done.Contains(to.Couplet))
            {
                text.Append('\n');
                Steps(text, guide, key, to.Couplet, depth + 1, done);
            }
            else
            {
                text.Append(" .... ").Append(Target(guide, lead.Target)).Append('\n');
            }
        }
    }

    private static string Target(Guide guide, LeadTarget target) =>
        target switch
        {
            ToCouplet to => Counted(to.Couplet),
            ToTaxon to => guide.Taxon(to.Taxon).Name,
            ToKey to => $"Key {Letter(guide.Keys, to.Key)}",
            _ => throw new ArgumentException("A lead of another sort has no text.", nameof(target)),
        };

    private static string Letter(ImmutableArray<DichotomousKey> keys, KeyId id)
    {
        for (var i = 0; i < keys.Length; i++)
        {
            if (keys[i].Id == id)
            {
                return i < 26 ? $"{(char)('A' + i)}" : Counted(i + 1);
            }
        }

        throw new ArgumentException($"The guide has no key {id}.", nameof(id));
    }

    private static string Counted(int number) => number.ToString(CultureInfo.InvariantCulture);
}
