using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Keys;

/// <summary>Something wrong with a key.</summary>
/// <param name="At">The couplet it is found at.</param>
/// <param name="Lead">The lead; null when the whole couplet is meant.</param>
/// <param name="Found">What stands there.</param>
public sealed record KeyFault(CoupletRef At, int? Lead, string Found, string Expected);

/// <summary>Checks that keys can be walked: no couplet missing, no loop, none unreachable.</summary>
public static class KeyChecks
{
    /// <summary>Checks a set of keys together, since they chain.</summary>
    /// <returns>Faults in reading order; empty when every walk ends at a name.</returns>
    public static ImmutableArray<KeyFault> Check(IReadOnlyCollection<DichotomousKey> keys)
    {
        var faults = ImmutableArray.CreateBuilder<KeyFault>();
        var byId = keys.ToDictionary(k => k.Id);
        var finished = new HashSet<CoupletRef>();
        var onWay = new List<CoupletRef>();
        foreach (var key in keys)
        {
            if (!key.Couplets.ContainsKey(key.Start))
            {
                faults.Add(
                    new(
                        key.First,
                        null,
                        $"start couplet {key.Start}, which is not there",
                        "a start couplet that the key has"
                    )
                );
                continue;
            }

            foreach (var couplet in key.Couplets.Values)
            {
                if (couplet.Leads.Length < 2)
                {
                    faults.Add(
                        new(
                            new(key.Id, couplet.Number),
                            null,
                            $"couplet {couplet.Number} with one lead",
                            "two leads or more"
                        )
                    );
                }
            }

            Visit(key.First);
        }

        foreach (var key in keys)
        {
            foreach (var number in key.Couplets.Keys)
            {
                CoupletRef at = new(key.Id, number);
                if (!finished.Contains(at) && faults.All(f => f.At.Key != key.Id))
                {
                    faults.Add(
                        new(at, null, $"couplet {number}, to which no lead leads", "a lead to it, or no such couplet")
                    );
                }
            }
        }

        return faults.ToImmutable();

        void Visit(CoupletRef at)
        {
            if (finished.Contains(at))
            {
                return;
            }

            onWay.Add(at);
            foreach (var lead in byId[at.Key].Couplets[at.Couplet].Leads)
            {
                switch (lead.Target)
                {
                    case ToCouplet c:
                        Go(at, lead, at with { Couplet = c.Couplet });
                        break;
                    case ToKey k when byId.TryGetValue(k.Key, out var next):
                        Go(at, lead, next.First);
                        break;
                    case ToKey k:
                        faults.Add(
                            new(
                                at,
                                lead.Number,
                                $"a lead to the key “{k.Key}”, which is not there",
                                "the identifier of a key of the guide"
                            )
                        );
                        break;
                }
            }

            onWay.RemoveAt(onWay.Count - 1);
            finished.Add(at);
        }

        void Go(CoupletRef at, Lead lead, CoupletRef next)
        {
            if (!byId[next.Key].Couplets.ContainsKey(next.Couplet))
            {
                faults.Add(
                    new(
                        at,
                        lead.Number,
                        $"a lead to couplet {next.Couplet}, which is missing",
                        "the number of a couplet of the key"
                    )
                );
            }
            else if (onWay.IndexOf(next) is var back && back >= 0)
            {
                var loop = string.Join(
                    " → ",
                    onWay.Skip(back).Append(next).Select(c => c.Key == at.Key ? $"{c.Couplet}" : c.ToString())
                );
                faults.Add(
                    new(
                        at,
                        lead.Number,
                        $"a loop: couplets {loop}",
                        "leads that never come back to a couplet already passed"
                    )
                );
            }
            else
            {
                Visit(next);
            }
        }
    }
}
