using Garten.Core.Guides.Text;
using Garten.Testing;

namespace Garten.Core.Tests.Guides.Text;

/// <summary>
/// How much of texts is understood, and how much of what is understood is right. Their truth was written from the texts alone, before they were
/// read for the first time; a statement is right when organ, character and value are.
/// </summary>
public sealed class TextTruthTests
{
    private const string Mark = "== ";

    [Theory]
    [InlineData("bracketed-gentians", 0.85, 0.80)]
    [InlineData("dashed-sedges", 0.85, 0.80)]
    [InlineData("indented-oaks", 0.85, 0.80)]
    [InlineData("description-telegraphic", 0.80, 0.70)]
    [InlineData("description-sentences", 0.80, 0.70)]
    [InlineData("description-notes", 0.80, 0.70)]
    public void Most_is_understood_and_nearly_all_of_that_is_right(string name, double precision, double recall)
    {
        var lines = File.ReadAllLines(
            Repository.PathTo("tests", "Garten.Core.Tests", "Guides", "Text", "Texts", $"{name}.txt")
        );
        var truth = lines
            .Where(l => l.StartsWith(Mark, StringComparison.Ordinal))
            .Select(l => l[Mark.Length..])
            .ToList();
        var text = string.Join('\n', lines.Where(l => !l.StartsWith(Mark, StringComparison.Ordinal)));
        var said = Statements(GuideTextReader.Read(text))
            .Select(s => $"{s.Organ} | {s.Character} | {s.Value}")
            .ToList();

        var left = truth.ToList();
        var wrong = said.Where(s => !left.Remove(s)).ToList();
        var right = said.Count - wrong.Count;
        var report =
            $"{name}: {right} of {said.Count} right, of {truth.Count} to be found\nwrong:\n  {string.Join("\n  ", wrong)}\nmissed:\n  {string.Join("\n  ", left)}";
        TestContext.Current.SendDiagnosticMessage(report);
        ((double)right / said.Count).ShouldBeGreaterThanOrEqualTo(precision, report);
        ((double)right / truth.Count).ShouldBeGreaterThanOrEqualTo(recall, report);
    }

    private static IEnumerable<TextStatement> Statements(GuideText text) =>
        text switch
        {
            KeyText key => key.Couplets.SelectMany(c => c.Leads).SelectMany(l => l.Statements),
            DescriptionText description => description.Statements,
            _ => [],
        };
}
