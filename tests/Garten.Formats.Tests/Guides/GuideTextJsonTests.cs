using System.Text.Json;
using Garten.Core.Guides.Text;
using Garten.Formats.Guides;

namespace Garten.Formats.Tests.Guides;

public sealed class GuideTextJsonTests
{
    [Fact]
    public void A_key_has_its_couplets_targets_statements_and_faults()
    {
        var key = Read(
            """
            Key to trees
            1. Leaves usually opposite .... 2
            1. Leaves green above ........ Acer rubrum L. (red maple)
            2(1). Buds sessile .... Alnus alba or A. incana
            2. Buds stalked .... 9
            """
        );
        key.GetProperty("kind").GetString().ShouldBe("key");
        key.GetProperty("style").GetString().ShouldBe("bracketed");
        key.GetProperty("title").GetString().ShouldBe("Key to trees");
        key.TryGetProperty("remarks", out _).ShouldBeFalse();
        var couplets = key.GetProperty("couplets");
        couplets.GetArrayLength().ShouldBe(2);
        couplets[1].GetProperty("from").GetString().ShouldBe("1");
        var leads = couplets[0].GetProperty("leads");
        leads[0].GetProperty("label").GetString().ShouldBe("1");
        leads[0].GetProperty("target").GetProperty("couplet").GetString().ShouldBe("2");
        var statement = leads[0].GetProperty("statements")[0];
        statement.GetProperty("value").GetString().ShouldBe("opposite");
        statement.GetProperty("frequency").GetString().ShouldBe("usually");
        leads[1]
            .GetProperty("statements")[0]
            .GetProperty("scope")
            .GetProperty("position")
            .GetString()
            .ShouldBe("above");
        var name = leads[1].GetProperty("target");
        name.GetProperty("name").GetString().ShouldBe("Acer rubrum");
        name.GetProperty("authors").GetString().ShouldBe("L.");
        name.GetProperty("common").GetString().ShouldBe("red maple");
        var several = couplets[1].GetProperty("leads")[0].GetProperty("target");
        several.GetProperty("names").GetArrayLength().ShouldBe(2);
        several.GetProperty("join").GetString().ShouldBe("or");
        key.GetProperty("names")
            .EnumerateArray()
            .Select(n => n.GetString())
            .ShouldBe(["Acer rubrum", "Alnus alba", "Alnus incana"]);
        var fault = key.GetProperty("faults")[0];
        fault.GetProperty("kind").GetString().ShouldBe("missing-couplet");
        fault.GetProperty("couplet").GetString().ShouldBe("2");
        fault.GetProperty("lead").GetInt32().ShouldBe(2);
    }

    [Fact]
    public void A_description_has_its_taxon_and_what_says_nothing()
    {
        var description = Read(
            "Alnus exemplaris Fict. — Tree to 20 m tall. Bark grey.\nNamed after nobody in particular."
        );
        description.GetProperty("kind").GetString().ShouldBe("description");
        description.GetProperty("taxon").GetString().ShouldBe("Alnus exemplaris");
        description.GetProperty("statements").GetArrayLength().ShouldBe(3);
        description.GetProperty("noStatement")[0].GetString().ShouldBe("Named after nobody in particular.");
    }

    [Fact]
    public void A_refusal_has_its_reason()
    {
        var refused = Read("1. Leaves 2,5–3,5 cm long ... 2\n1. Leaves 4,5–5,5 cm long ... 3");
        refused.GetProperty("refused").GetBoolean().ShouldBeTrue();
        refused.GetProperty("reason").GetString()!.ShouldContain("decimal commas");
    }

    private static JsonElement Read(string text) =>
        JsonDocument.Parse(GuideTextJson.Write(GuideTextReader.Read(text))).RootElement;
}
