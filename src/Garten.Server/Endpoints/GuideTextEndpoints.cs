using System.IO.Compression;
using Garten.Core.Guides;
using Garten.Core.Guides.Text;
using Garten.Core.Guides.Text.Making;
using Garten.Core.Survey.Access;
using Garten.Formats.Guides;
using Garten.Server.Access;

namespace Garten.Server.Endpoints;

/// <summary>Keys and descriptions as text.</summary>
/// <param name="Title">What the guide made of them is to be called; may be empty.</param>
/// <param name="Text">The texts, apart by lines of three hyphens or more.</param>
public sealed record TextsToRead(string Title, string Text)
{
    /// <summary>Most characters that are read on a page; larger ones are read from the command line.</summary>
    private const int Most = 200_000;

    /// <exception cref="RuleException">It is too long to be read while one waits.</exception>
    internal (int Line, string Text)[] Parted() =>
        Text.Length > Most
            ? throw new RuleException(
                "text",
                $"The text has more than {Most:N0} characters. Read it in several parts, or with ./garten guide read."
            )
            : [.. GuideTextReader.Parted(Text)];
}

/// <summary>A run of a text.</summary>
/// <param name="Meanings">What was understood of it, a line each; none where nothing was.</param>
public sealed record ReadPiece(string Text, IReadOnlyList<string> Meanings);

/// <summary>A lead as it was read.</summary>
/// <param name="Label">As printed.</param>
/// <param name="To">Where it leads, in words.</param>
public sealed record ReadLead(string Label, IReadOnlyList<ReadPiece> Pieces, string To);

/// <summary>A couplet as it was read.</summary>
/// <param name="Place">Its number, behind its group where there are groups.</param>
/// <param name="Line">Line of what was sent, from 1.</param>
public sealed record ReadCouplet(string Place, int Line, IReadOnlyList<ReadLead> Leads);

/// <summary>What is wrong with a text.</summary>
/// <param name="Line">Line of what was sent, from 1; null where it is of the whole.</param>
public sealed record ReadFault(string Complaint, int? Line);

/// <summary>A text as it was read.</summary>
/// <param name="Heading">What it is: a key with its title, or a description of a name; empty where it was not read.</param>
/// <param name="Couplets">Of a key.</param>
/// <param name="Pieces">Of a description.</param>
public sealed record ReadText(
    string Heading,
    IReadOnlyList<ReadCouplet> Couplets,
    IReadOnlyList<ReadPiece> Pieces,
    IReadOnlyList<ReadFault> Faults
);

/// <summary>Texts as they were read, and what becomes of them as a guide.</summary>
/// <param name="Made">What the guide holds, in a sentence; empty where faults stand in the way.</param>
/// <param name="Assumed">What was decided where the texts leave it open.</param>
public sealed record TextsRead(IReadOnlyList<ReadText> Texts, string Made, IReadOnlyList<string> Assumed);

/// <summary>Keys and descriptions as text, read and made into guides.</summary>
public static class GuideTextEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/guide/texts", (TextsToRead input) =>
            {
                var parted = input.Parted();
                (int Line, GuideText Text)[] texts = [.. parted.Select(p => (p.Line, GuideTextReader.Read(p.Text)))];
                var made = Make(input.Title, texts);
                return new TextsRead(
                    [.. texts.Select((t, i) => View(t.Text, t.Line - 1, parted[i].Text))],
                    made.Tables is { } tables ? InWords(tables, made) : "",
                    made.Assumed
                );
            })
            .Needs(Right.Look)
            .WithName("readTexts")
            .Produces<TextsRead>();

        api.MapPost("/guide/texts.zip", (TextsToRead input) =>
            {
                var made = Make(input.Title, [.. input.Parted().Select(p => (p.Line, GuideTextReader.Read(p.Text)))]);
                return made.Tables is { } tables
                    ? TypedResults.File(Zip(new Guide(tables)), "application/zip", $"{tables.Title.Id}.zip")
                    : throw new RuleException("text", string.Join(" ", made.Hindrances.Take(5)));
            })
            .Needs(Right.Look)
            .WithName("guideOfTexts")
            .Produces<string>(contentType: "application/zip");
    }

    private static MadeGuide Make(string title, IEnumerable<(int Line, GuideText Text)> texts)
    {
        var name = string.IsNullOrWhiteSpace(title) ? "Own guide" : Rules.Text("title", "The title", title, 200);
        return GuideFromTexts.Make(
            new(Slug.Of(name), name, "1", "", 0),
            [.. texts.Select(t => new SourceText($"The text from line {t.Line}", t.Text))]
        );
    }

    private static string InWords(GuideTables tables, MadeGuide made) =>
        $"{Counted(tables.Taxa.Count(t => t.IsSpeciesLevel), "name")}, {Counted(tables.Characters.Length, "feature")} and "
        + $"{Counted(tables.Keys.Sum(k => k.Couplets.Count), "step")} of {Counted(tables.Keys.Length, "key")}. "
        + $"{Counted(made.Understood, "statement")} became features; shown as printed: {made.LeftAsText}.";

    private static string Counted(int count, string noun) => $"{count} {noun}{(count == 1 ? "" : "s")}";

    private static ReadText View(GuideText text, int before, string source) =>
        text switch
        {
            KeyText key => new(
                key.Title.Length > 0 ? $"A key: {key.Title}" : "A key",
                [
                    .. key.Couplets.Select(c => new ReadCouplet(
                        c.Group.Length > 0 ? $"{c.Group}, {c.Number}" : c.Number,
                        c.Line + before,
                        [.. c.Leads.Select(l => new ReadLead(l.Label, Pieces(l.Text, l.Statements), l.Target.InWords))]
                    )),
                ],
                [],
                [.. key.Faults.Select(f => new ReadFault(f.Complaint, f.LineIn(key) + before))]
            ),
            DescriptionText { Taxon: { } taxon } d => new(
                $"A description of {taxon.Name}",
                [],
                Pieces(OneLine(source), d.Statements),
                []
            ),
            DescriptionText d => new(
                "A description",
                [],
                Pieces(OneLine(source), d.Statements),
                [new("It does not begin with the name it describes. Write the name in its first line.", before + 1)]
            ),
            RefusedText refused => new("", [], [], [new(refused.Reason, before + 1)]),
            _ => throw new ArgumentOutOfRangeException(nameof(text)),
        };

    /// <summary>Statements are verbatim but for line ends.</summary>
    private static string OneLine(string text) =>
        string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

    private static ReadPiece[] Pieces(
        string text,
        System.Collections.Immutable.ImmutableArray<TextStatement> statements
    ) =>
        [
            .. TextPieces
                .Of(text, statements)
                .Select(p => new ReadPiece(p.Text, [.. p.Statements.Select(s => s.InWords)])),
        ];

    private static byte[] Zip(Guide guide)
    {
        using var content = new MemoryStream();
        using (var archive = new ZipArchive(content, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (path, file) in GuideWriter.Write(guide).All)
            {
                using var entry = archive.CreateEntry(path).Open();
                entry.Write(file);
            }
        }

        return content.ToArray();
    }
}
