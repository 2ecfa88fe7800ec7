using System.Xml.Linq;
using ArchUnitNET.Loader;
using Garten.Core.Commands;
using Garten.Data;
using Garten.Testing;

namespace Garten.Floors.Tests;

/// <summary>Dependencies point one way: down the floors of the core and of the server, and along the references between projects.</summary>
public sealed class FloorsTests
{
    private static readonly Plan Core = new(
        "Garten.Core",
        [
            ["Terms", "Geometry"],
            ["Guides"],
            ["Seasons", "Measuring"],
            ["Evidence"],
            ["Keys", "Drawing", "Survey"],
            ["Identification"],
            ["Assessment", "Planning", "Training"],
            ["Commands"],
            ["Sheets"],
            ["Bench"],
        ],
        []
    );

    private static readonly Plan Server = new(
        "Garten.Server",
        [
            ["Requests", "Devices"],
            ["Access"],
            ["Endpoints"],
            ["Demo"],
            ["Hosting"],
        ],
        []
    );

    private static readonly Dictionary<string, string[]> Projects = new()
    {
        ["Garten.Core"] = [],
        ["Garten.Pictures"] = ["Garten.Core"],
        ["Garten.Browser"] = ["Garten.Core"],
        ["Garten.Formats"] = ["Garten.Core"],
        ["Garten.Data"] = ["Garten.Formats"],
        ["Garten.Cli"] = ["Garten.Formats"],
        ["Garten.Server"] = ["Garten.Core", "Garten.Data", "Garten.Formats", "Garten.Pictures"],
    };

    [Fact]
    public void In_the_core_nothing_needs_what_stands_above_it() =>
        Core.Faults(ArrowsOf("Garten.Core")).ShouldBeEmpty();

    [Fact]
    public void In_the_server_nothing_needs_what_stands_above_it() =>
        Server.Faults(ArrowsOf("Garten.Server")).ShouldBeEmpty();

    [Fact]
    public void An_arrow_up_or_across_is_told_and_one_down_is_not()
    {
        Core.Faults([new("Garten.Core.Guides.Guide", "Garten.Core.Keys.KeyWeights")])
            .ShouldHaveSingleItem()
            .ShouldContain("Guides needs Keys, which stands above it");
        Core.Faults([new("Garten.Core.Keys.KeyWeights", "Garten.Core.Survey.Find")])
            .ShouldHaveSingleItem()
            .ShouldContain("beside it");
        Core.Faults([new("Garten.Core.Attic.Trunk", "Garten.Core.Terms.Season")])
            .ShouldHaveSingleItem()
            .ShouldContain("stands on no floor");
        Core.Faults([
                new("Garten.Core.Bench.BenchDesk", "Garten.Core.Terms.Season"),
                new("Garten.Core.Survey.Find", "Garten.Core.Survey.Places.Coordinates"),
            ])
            .ShouldBeEmpty();
    }

    [Fact]
    public void The_core_needs_no_package_and_projects_refer_only_to_those_below()
    {
        foreach (var (project, below) in Projects)
        {
            var file = XDocument.Load(Repository.PathTo("src", project, $"{project}.csproj"));
            file.Descendants("ProjectReference")
                .Select(r => Path.GetFileNameWithoutExtension((string)r.Attribute("Include")!))
                .ShouldBeSubsetOf(below, project);
            if (project is "Garten.Core" or "Garten.Browser")
            {
                file.Descendants("PackageReference").ShouldBeEmpty(project);
            }
        }
    }

    [Fact]
    public void Each_change_of_the_survey_has_one_handler_and_each_handler_goes_through_the_journal()
    {
        var data = typeof(IHandles<,>).Assembly;
        var handlers = data.GetTypes()
            .SelectMany(t =>
                t.GetInterfaces()
                    .Where(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IHandles<,>))
                    .Select(i => (Handler: t, Command: i.GetGenericArguments()[0]))
            )
            .ToList();
        var commands = typeof(Command).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(Command)) && !t.IsAbstract);
        handlers.Select(h => h.Command).ShouldBe(commands, ignoreOrder: true);
        foreach (var handler in handlers.Select(h => h.Handler).Distinct())
        {
            handler
                .GetConstructors()
                .Single()
                .GetParameters()
                .ShouldContain(p => p.ParameterType == typeof(CommandJournal), handler.Name);
        }
    }

    private static IEnumerable<Arrow> ArrowsOf(string assembly) =>
        new ArchLoader()
            .LoadAssemblies(System.Reflection.Assembly.Load(assembly))
            .Build()
            .Types.SelectMany(t => t.Dependencies.Select(d => new Arrow(t.FullName, d.Target.FullName)));
}
