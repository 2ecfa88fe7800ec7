using Garten.Core.Guides;
using Garten.Core.Guides.Text;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;

namespace Garten.Formats.Tests.Guides;

/// <summary>The keys of the demo guide written as text and read back.</summary>
public sealed class DemoKeysAsTextTests
{
    private static readonly Guide Guide = GuideReader
        .Read(PackageFiles.Read(Repository.PathTo("guides", "tamsin-fork")))
        .Guide!;

    [Theory]
    [InlineData(KeySetting.Lettered)]
    [InlineData(KeySetting.Primed)]
    [InlineData(KeySetting.Dashed)]
    [InlineData(KeySetting.Steps)]
    public void Every_key_is_read_back_as_it_was_written(KeySetting setting)
    {
        Guide.Keys.Length.ShouldBeGreaterThan(15);
        foreach (var key in Guide.Keys)
        {
            var text = KeyTextWriter.Write(Guide, key, setting);
            var read = GuideTextReader.Read(text).ShouldBeOfType<KeyText>(key.Id.ToString());
            read.Title.ShouldBe(key.Title);
            Structure(read).ShouldBe(Structure(key), $"{key.Id}, {setting}:\n{text}");
            // The other keys it leads to are not in the text; nothing else is wrong with it.
            read.Faults.Where(f => !f.Complaint.Contains("leads to Key", StringComparison.Ordinal))
                .Select(f => f.Complaint)
                .ShouldBeEmpty(key.Id.ToString());
        }
    }

    [Fact]
    public void Nearly_every_statement_of_a_lead_is_understood()
    {
        var tests = Guide
            .Keys.SelectMany(k => k.Couplets.Values)
            .SelectMany(c => c.Leads)
            .SelectMany(l => l.Tests)
            .ToList();
        var silent = tests.Where(t => Read(t.Text).IsEmpty).Select(t => t.Text).Distinct().ToList();
        var understood = 1 - (double)tests.Count(t => Read(t.Text).IsEmpty) / tests.Count;
        understood.ShouldBeGreaterThan(0.93, $"{silent.Count} of {tests.Count}:\n{string.Join('\n', silent)}");
    }

    private static System.Collections.Immutable.ImmutableArray<TextStatement> Read(string text) =>
        (
            (KeyText)
                GuideTextReader.Read(
                    $"1. {text} .... 2\n1. Otherwise .... Acer rubrum\n2. Here .... Acer nigrum\n2. There .... Acer album\n"
                )
        )
            .Couplets[0]
            .Leads[0]
            .Statements;

    private static List<string> Structure(KeyText key) =>
        [
            .. key
                .Couplets.SelectMany(c =>
                    c.Leads.Select(l =>
                        $"{c.Number}.{l.Number} {l.Text} → {(l.Target is EndsAtGroup ? "another key" : l.Target.InWords)}"
                    )
                )
                .Order(StringComparer.Ordinal),
        ];

    private static List<string> Structure(DichotomousKey key) =>
        [
            .. key
                .Couplets.Values.SelectMany(c =>
                    c.Leads.Select(l => $"{c.Number}.{l.Number} {l.InWords} → {Target(l.Target)}")
                )
                .Order(StringComparer.Ordinal),
        ];

    private static string Target(LeadTarget target) =>
        target switch
        {
            ToCouplet to => $"{to.Couplet}",
            ToTaxon to => Guide.Taxon(to.Taxon).Name,
            _ => "another key",
        };
}
