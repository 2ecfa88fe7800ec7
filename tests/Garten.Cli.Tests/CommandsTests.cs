using Garten.Testing;

namespace Garten.Cli.Tests;

public sealed class CommandsTests
{
    [Fact]
    public void The_demo_guide_passes_its_check()
    {
        var (code, output, errors) = Run("guide", "check", Repository.PathTo("guides", "tamsin-fork"));
        errors.ShouldBeEmpty();
        output.ShouldContain("Woody plants of Tamsin Fork");
        code.ShouldBe(0);
    }

    [Fact]
    public void A_broken_guide_is_refused_with_its_faults()
    {
        var folder = TestCluster.NewFolder();
        foreach (var file in Directory.EnumerateFiles(Repository.PathTo("guides", "tamsin-fork")))
        {
            File.Copy(file, Path.Combine(folder, Path.GetFileName(file)));
        }

        File.AppendAllText(Path.Combine(folder, "statements.csv"), "acer-macrophyllum,sap,purple,,\n");
        var (code, _, errors) = Run("guide", "check", folder);
        code.ShouldBe(1);
        errors.ShouldContain("column value: found “purple”");
        errors.ShouldContain("1 faults");
    }

    [Fact]
    public void What_is_not_there_and_what_is_not_understood_exit_with_a_sentence()
    {
        Run("guide", "check", "/nowhere").ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Errors.ShouldContain("no folder or file"));
        Run("grow").ShouldSatisfyAllConditions(r => r.Code.ShouldBe(2), r => r.Errors.ShouldContain("Usage"));
    }

    private static (int Code, string Output, string Errors) Run(params string[] args)
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        var code = Commands.Run(args, output, errors);
        return (code, output.ToString(), errors.ToString());
    }
}
