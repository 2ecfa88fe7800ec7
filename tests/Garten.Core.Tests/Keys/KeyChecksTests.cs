using Garten.Core.Guides;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Keys;

public sealed class KeyChecksTests
{
    private static readonly LeadTest Any = Claim("Opposite", Arrangement, "opposite");

    [Fact]
    public void Sound_keys_have_no_faults() => KeyChecks.Check([MainKey(), AlbaKey()]).ShouldBeEmpty();

    [Fact]
    public void A_missing_couplet_is_named()
    {
        var fault = KeyChecks
            .Check([Key("k", null, 1, (1, [Lead(1, new ToCouplet(7), Any), Lead(2, new ToTaxon(new("x")), Any)]))])
            .ShouldHaveSingleItem();
        fault.At.Couplet.ShouldBe(1);
        fault.Lead.ShouldBe(1);
        fault.Found.ShouldContain("couplet 7");
    }

    [Fact]
    public void A_loop_is_named_with_its_couplets()
    {
        var fault = KeyChecks
            .Check([
                Key(
                    "k",
                    null,
                    1,
                    (1, [Lead(1, new ToCouplet(2), Any), Lead(2, new ToTaxon(new("x")), Any)]),
                    (2, [Lead(1, new ToCouplet(3), Any), Lead(2, new ToTaxon(new("y")), Any)]),
                    (3, [Lead(1, new ToCouplet(2), Any), Lead(2, new ToTaxon(new("z")), Any)])
                ),
            ])
            .ShouldHaveSingleItem();
        fault.At.Couplet.ShouldBe(3);
        fault.Found.ShouldContain("2 → 3 → 2");
    }

    [Fact]
    public void A_loop_through_two_keys_is_found() =>
        KeyChecks
            .Check([
                Key("a", null, 1, (1, [Lead(1, new ToKey(new("b")), Any), Lead(2, new ToTaxon(new("x")), Any)])),
                Key("b", null, 1, (1, [Lead(1, new ToKey(new("a")), Any), Lead(2, new ToTaxon(new("x")), Any)])),
            ])
            .ShouldHaveSingleItem()
            .Found.ShouldContain("loop");

    [Fact]
    public void A_couplet_with_one_lead_one_nobody_reaches_and_a_missing_start_are_named()
    {
        KeyChecks
            .Check([Key("k", null, 1, (1, [Lead(1, new ToTaxon(new("x")), Any)]))])
            .ShouldHaveSingleItem()
            .Found.ShouldContain("one lead");
        KeyChecks
            .Check([
                Key(
                    "k",
                    null,
                    1,
                    (1, [Lead(1, new ToTaxon(new("x")), Any), Lead(2, new ToTaxon(new("y")), Any)]),
                    (5, [Lead(1, new ToTaxon(new("x")), Any), Lead(2, new ToTaxon(new("y")), Any)])
                ),
            ])
            .ShouldHaveSingleItem()
            .Found.ShouldContain("couplet 5");
        KeyChecks
            .Check([Key("k", null, 3, (1, [Lead(1, new ToTaxon(new("x")), Any), Lead(2, new ToTaxon(new("y")), Any)]))])
            .ShouldHaveSingleItem()
            .Found.ShouldContain("start couplet 3");
    }

    [Fact]
    public void A_lead_to_a_missing_key_is_named() =>
        KeyChecks
            .Check([
                Key("k", null, 1, (1, [Lead(1, new ToKey(new("gone")), Any), Lead(2, new ToTaxon(new("y")), Any)])),
            ])
            .ShouldHaveSingleItem()
            .Found.ShouldContain("gone");

    [Fact]
    public void The_self_walk_finds_a_taxon_its_own_statements_lead_astray()
    {
        KeySelfWalk.Misses(Make()).ShouldBeEmpty();
        var tables = Tables();
        var astray = tables with
        {
            Statements =
            [
                .. tables.Statements.Where(s => s.Taxon.Value != "alba-secunda"),
                Says("alba-secunda", Margin, "serrate"),
            ],
        };
        KeySelfWalk
            .Misses(new Guide(astray))
            .Select(m => (m.Key.Value, m.Taxon.Value, m.At.Couplet))
            .ShouldBe([("main", "alba-secunda", 1), ("albas", "alba-secunda", 1)]);
    }
}
