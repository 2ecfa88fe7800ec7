namespace Garten.Bench;

/// <summary>The page of measurements, whose sections are measured apart.</summary>
internal static class PerformancePage
{
    /// <summary>Writes a section anew and leaves the others as they are.</summary>
    /// <param name="path">The page; made if missing.</param>
    /// <param name="title">Title of the section; empty for what stands before the first.</param>
    /// <param name="content">What stands in it.</param>
    public static void SetSection(string path, string title, string content)
    {
        const string Head = "\n## ";
        var page = File.Exists(path) ? File.ReadAllText(path) : "";
        var sections = page.Split(Head)
            .Select(
                (s, i) =>
                    i == 0
                        ? (Title: "", Content: s)
                        : (
                            Title: s[..s.IndexOf('\n', StringComparison.Ordinal)],
                            Content: s[(s.IndexOf('\n', StringComparison.Ordinal) + 1)..]
                        )
            )
            .ToList();
        var at = sections.FindIndex(s => s.Title == title);
        var made = (title, title.Length == 0 ? content : "\n" + content);
        if (at < 0)
        {
            sections.Add(made);
        }
        else
        {
            sections[at] = made;
        }

        File.WriteAllText(
            path,
            string.Join(
                Head,
                sections.Select(s =>
                    s.Title.Length == 0 ? s.Content.TrimEnd() + "\n" : $"{s.Title}\n{s.Content.TrimEnd()}\n"
                )
            )
        );
    }
}
