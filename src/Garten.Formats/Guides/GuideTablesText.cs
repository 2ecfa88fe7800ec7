using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Formats.Packages;

namespace Garten.Formats.Guides;

/// <summary>A table of a package as its cells.</summary>
/// <param name="Rows">As many cells in each as there are columns.</param>
internal sealed record TableText(string File, string[] Columns, List<string[]> Rows)
{
    /// <summary>The table without the columns nothing stands in; the reader takes them as left out.</summary>
    /// <remarks>Columns that every such table must have are never empty, but for "parent", "plain" and the like: these are kept.</remarks>
    public TableText WithoutEmptyColumns()
    {
        string[] needed = ["id", "parent", "plain", "taxon", "character", "label"];
        int[] kept =
        [
            .. Enumerable
                .Range(0, Columns.Length)
                .Where(i => needed.Contains(Columns[i]) || Rows.Exists(r => r[i].Length > 0)),
        ];
        return new(File, [.. kept.Select(i => Columns[i])], [.. Rows.Select(r => kept.Select(i => r[i]).ToArray())]);
    }
}

/// <summary>The tables of a guide as docs/guide-format.md describes them.</summary>
internal static class GuideTablesText
{
    public static IEnumerable<TableText> Of(Guide guide)
    {
        var tables = guide.Tables;
        yield return Table(
            "taxa.csv",
            "id,parent,rank,name,author,common_names,synonyms,status,commonness,protection,sensitive,conservatism,misapplied",
            tables.Taxa.Select(t =>
                Cells(
                    t.Id.Value,
                    t.Parent?.Value,
                    Word<TaxonRank>(t.Rank),
                    t.Name,
                    t.Author,
                    List(t.CommonNames),
                    List(t.Synonyms),
                    t.Status == AreaStatus.Unknown ? "" : Word<AreaStatus>(t.Status),
                    t.Commonness == Commonness.Unknown ? "" : Word<Commonness>(t.Commonness),
                    t.Protection,
                    t.Sensitive ? "yes" : "",
                    Number(t.Conservatism),
                    List(t.Misapplied)
                )
            )
        );
        yield return Table(
            "characters.csv",
            "id,organ,label,kind,unit,depends_on,how_to,group,effort_seconds,tool,harm,difficulty,minimum,maximum,absent_state,altered_by,ratio_of,drawn_as",
            tables.Characters.Select(CharacterRow)
        );
        yield return Table(
            "states.csv",
            "character,id,label,parent,term,near,drawn_as",
            tables.Characters.SelectMany(c =>
                c.States.Select(s => Cells(c.Id.Value, s.Id, s.Label, s.Parent, s.Term, List(s.Near), s.DrawnAs))
            )
        );
        yield return Table(
            "statements.csv",
            "taxon,character,value,stage,sex,exposure,position,age,season,source",
            tables.Statements.Select(s =>
                Cells(
                    s.Taxon.Value,
                    s.Character.Value,
                    NotationWriter.Write(s.Value, guide.Character(s.Character).Unit),
                    Word(s.Scope.Stage),
                    Word(s.Scope.Sex),
                    Word(s.Scope.Exposure),
                    Word(s.Scope.Position),
                    Word(s.Scope.Age),
                    Word(s.Scope.Season),
                    Word<SourceClass>(s.Source)
                )
            )
        );
        foreach (var table in Keys(guide))
        {
            yield return table;
        }

        yield return Table(
            "glossary.csv",
            "id,label,plain,definition",
            tables.Glossary.Select(t => Cells(t.Id, t.Label, t.Plain, t.Definition))
        );
        foreach (var table in AboutTaxa(guide))
        {
            yield return table;
        }
    }

    private static IEnumerable<TableText> Keys(Guide guide)
    {
        var leads = guide.Keys.SelectMany(k =>
            k.Couplets.Values.SelectMany(c =>
                c.Leads.Select(l => (Key: k.Id.Value, Couplet: Number(c.Number), Lead: l))
            )
        );
        yield return Table(
            "keys.csv",
            "id,title,start,use_when,scope",
            guide.Keys.Select(k => Cells(k.Id.Value, k.Title, Number(k.Start), k.UseWhen, k.Scope?.Value))
        );
        yield return Table(
            "leads.csv",
            "key,couplet,lead,to,target,text",
            leads.Select(l =>
            {
                var (to, target) = l.Lead.Target switch
                {
                    ToCouplet c => ("couplet", Number(c.Couplet)),
                    ToTaxon t => ("taxon", t.Taxon.Value),
                    ToKey k => ("key", k.Key.Value),
                    _ => throw new ArgumentException("A lead of another sort has no row.", nameof(guide)),
                };
                return Cells(l.Key, l.Couplet, Number(l.Lead.Number), to, target, l.Lead.Wording);
            })
        );
        yield return Table(
            "lead_statements.csv",
            "key,couplet,lead,text,character,claim",
            leads.SelectMany(l =>
                l.Lead.Tests.Select(t =>
                    Cells(
                        l.Key,
                        l.Couplet,
                        Number(l.Lead.Number),
                        t.Text,
                        t.Character.Value,
                        Claim(t.Condition, guide.Character(t.Character))
                    )
                )
            )
        );
    }

    private static IEnumerable<TableText> AboutTaxa(Guide guide)
    {
        var tables = guide.Tables;
        yield return Table(
            "cautions.csv",
            "taxon,hazard,text",
            tables.Cautions.Select(c => Cells(c.Taxon.Value, Word<Hazard>(c.Hazard), c.Text))
        );
        yield return Table(
            "lookalikes.csv",
            "taxon,other,character,text",
            tables.LookAlikes.Select(l => Cells(l.Taxon.Value, l.Other.Value, l.Character.Value, l.Text))
        );
        yield return Table(
            "crosses.csv",
            "taxon,first,second",
            tables.Crosses.Select(c => Cells(c.Nothotaxon.Value, c.First.Value, c.Second.Value))
        );
        yield return Table(
            "seasons.csv",
            "taxon,phenophase,from,to,sex",
            tables.Windows.Select(w =>
                Cells(w.Taxon.Value, Word<Phenophase>(w.Phase), Day(w.From), Day(w.To), Word(w.Sex))
            )
        );
        yield return Table(
            "misreadings.csv",
            "character,claim,instead,prompt",
            tables.Misreadings.Select(m =>
                Cells(
                    m.Character.Value,
                    m.Claim is { } claim ? Claim(claim, guide.Character(m.Character)) : "",
                    m.Instead?.Value,
                    m.Prompt
                )
            )
        );
        yield return Table(
            "needs.csv",
            "taxon,reproductive,seasons,parts",
            tables.Needs.Select(n =>
                Cells(n.Taxon.Value, n.Reproductive ? "yes" : "no", Number(n.Seasons), Number(n.Parts))
            )
        );
        yield return Table("areas.csv", "id,name", tables.Areas.Select(a => Cells(a.Id, a.Name)));
        yield return Table(
            "area_status.csv",
            "taxon,area,status",
            tables.AreaStatuses.Select(s => Cells(s.Taxon.Value, s.Area, Word<AreaStatus>(s.Status)))
        );
        yield return Table(
            "lacking.csv",
            "taxon,organs,characters",
            tables.Lacking.Select(l =>
                Cells(
                    l.Taxon.Value,
                    List(l.Organs.Select(o => Word<Organ>(o))),
                    List(l.Characters.Select(c => c.Value))
                )
            )
        );
        yield return Table(
            "untreated.csv",
            "name,within,common_name,hazards,character,value",
            tables.Untreated.SelectMany(u =>
                u.Known.Select(s =>
                        (s.Character.Value, Said: NotationWriter.Write(s.Value, guide.Character(s.Character).Unit))
                    )
                    .DefaultIfEmpty((Value: "", Said: ""))
                    .Select(
                        (s, row) =>
                            Cells(
                                u.Name,
                                u.Within.Value,
                                u.Common,
                                row == 0 ? List(u.Hazards.Select(h => Word<Hazard>(h))) : "",
                                s.Value,
                                s.Said
                            )
                    )
            )
        );
    }

    private static string[] CharacterRow(Character c)
    {
        var factor = c.Kind == CharacterKind.Length ? LengthUnit.Millimetres(c.Unit) ?? 1 : 1;
        return Cells(
            c.Id.Value,
            Word<Organ>(c.Organ),
            c.Label,
            Word<CharacterKind>(c.Kind),
            c.Unit,
            c.DependsOn is { } on ? $"{on.Character} = {string.Join(" | ", on.States)}" : "",
            c.HowTo,
            c.Group,
            Number(c.EffortSeconds),
            Word<Tool>(c.Tool),
            Word<HarmLevel>(c.Harm),
            Number(c.Difficulty),
            Number(c.Minimum / factor),
            Number(c.Maximum / factor),
            c.AbsentState,
            List(c.AlteredBy.Select(a => Word<Alteration>(a))),
            c.RatioOf is { } of ? $"{of.Over} / {of.Under}" : "",
            c.DrawnAs
        );
    }

    private static string Claim(LeadCondition condition, Character character) =>
        condition switch
        {
            StateCondition s => (s.Negated ? "not " : "") + string.Join(" | ", s.States),
            SpanCondition s => NotationWriter.Write(new NumericRange(null, s.Low, s.High, null), character.Unit),
            _ => throw new ArgumentOutOfRangeException(nameof(condition)),
        };

    private static TableText Table(string file, string columns, IEnumerable<string[]> rows) =>
        new(file, columns.Split(','), [.. rows]);

    private static string[] Cells(params string?[] cells) => [.. cells.Select(c => c ?? "")];

    private static string List(IEnumerable<string> words) => string.Join(';', words);

    private static string Day(DayInYear day) =>
        string.Create(CultureInfo.InvariantCulture, $"{day.Month:00}-{day.Day:00}");

    private static string Number(double? number) =>
        number is { } n ? Math.Round(n, 9).ToString("0.#########", CultureInfo.InvariantCulture) : "";

    private static string Word<T>(T? value)
        where T : struct, Enum => value is { } v ? Row.Hyphenated(v.ToString()) : "";
}
