using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Places;
using Garten.Formats.Records;

namespace Garten.Formats.Tests.Records;

/// <summary>What an archive carries beside the terms of the standard.</summary>
public sealed class ArchiveExtrasTests
{
    private static readonly ExtraSite Mill = new("Flat “by the mill”", ["river-bank"], new(6, 5), "valley");

    [Fact]
    public void A_count_is_read_as_it_was_written()
    {
        CountExtras count = new(
            Mill,
            "R. Ostrow",
            "M. Falk",
            new("Plot 1", PlaceKind.Plot, ShapeForm.Area, [new(45, -123.7), new(45.001, -123.7), new(45.001, -123.699)])
        );
        ArchiveExtras.TryRead(ArchiveExtras.Write(count), out CountExtras? read).ShouldBeTrue();
        read!.Place!.Points.ShouldBe(count.Place!.Points);
        (read with { Place = null, Site = Mill }).ShouldBe(count with { Place = null });
        (read.Site.Description, read.Site.SnowGone, read.Site.FloraArea).ShouldBe(
            (Mill.Description, Mill.SnowGone, Mill.FloraArea)
        );
    }

    [Fact]
    public void A_plant_is_read_as_it_was_written()
    {
        using var reasons = JsonDocument.Parse("""{"mass":0.97}""");
        ExtraFeature measured = new(
            "leaf-length",
            FindingKind.Sample,
            [],
            [new("6.4 cm", Exposure.Shade, PartPosition.LowBranch), new("58 mm", null, null)],
            null,
            null,
            Certainty.Fairly,
            EvidenceSource.Fallen,
            [Alteration.Browsed],
            null,
            null,
            Tool.Ruler,
            "wet",
            "M. Falk"
        );
        PlantExtras plant = new(
            Mill,
            new(Guid.NewGuid()),
            Origin.Wild,
            LifeStage.Sapling,
            null,
            [PlantPart.Flowers],
            [],
            new(45, -123.7),
            8,
            [measured],
            [
                new(
                    "acer-macrophyllum",
                    IdentificationQualifier.Cf,
                    "R. Ostrow",
                    new(2026, 5, 1),
                    "by the bark",
                    reasons.RootElement,
                    [new("M. Falk", Verdict.Differs, "no sap", DateTimeOffset.UnixEpoch)]
                ),
            ],
            [new("RO 1", "hut", new(2026, 5, 2), 40, 1, "", "R. Ostrow")],
            new(
                [new("the gate", 40, 12.5)],
                [new(ThreatKind.Mowing, "", new(2026, 5, 3), "the owner", new(2026, 5, 4), "", null, "M. Falk")],
                [new(2026, 40, new(2026, 2, 1), null, null)]
            ),
            new(
                new("roses", 1, [new("roses", 1, 2), new("roses", 2, null)], new("roses", 1, null)),
                [
                    new(Grade.Leaning, "far away", "M. Falk", DateTimeOffset.UnixEpoch),
                    new(null, "seen", "M. Falk", DateTimeOffset.UnixEpoch),
                ],
                [new(new(Guid.NewGuid()), "M. Falk")]
            ),
            [new(new(Guid.NewGuid()), "image/jpeg", "leaf.jpg", "M. Falk", ["leaf-length"])]
        );
        ArchiveExtras.TryRead(ArchiveExtras.Write(plant), out PlantExtras? read).ShouldBeTrue();
        ArchiveExtras.Write(read!).ShouldBe(ArchiveExtras.Write(plant));
        read!.Features[0].Parts.ShouldBe(measured.Parts);
        read.Names[0].Reasons.GetProperty("mass").GetDouble().ShouldBe(0.97);
        read.Care!.Threats.ShouldBe(plant.Care!.Threats);
        read.Study!.Walk!.Answers.ShouldBe(plant.Study!.Walk!.Answers);

        // Archives written before carry nothing of this.
        var bare = ArchiveExtras.Write(plant with { Care = null, Study = null, Pictures = null });
        ArchiveExtras
            .TryRead(
                bare.Replace(",\"care\":null,\"study\":null,\"pictures\":null", "", StringComparison.Ordinal),
                out PlantExtras? older
            )
            .ShouldBeTrue();
        (older!.Care, older.Study, older.Pictures).ShouldBe((null, null, null));
        ArchiveExtras.Write(older).ShouldBe(bare);
    }

    [Theory]
    [InlineData("")]
    [InlineData("no JSON")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("""{"recorder":"A"}""")]
    [InlineData("""{"site":null,"recorder":"A","companions":"","place":null}""")]
    [InlineData(
        """{"site":{"description":"","habitats":null,"snowGone":null,"floraArea":""},"recorder":"A","companions":"","place":null}"""
    )]
    [InlineData(
        """{"site":{"description":"","habitats":[null],"snowGone":null,"floraArea":""},"recorder":"A","companions":"","place":null}"""
    )]
    [InlineData(
        """{"site":{"description":"","habitats":[],"snowGone":{"month":13,"day":1},"floraArea":""},"recorder":"A","companions":"","place":null}"""
    )]
    [InlineData(
        """{"site":{"description":"","habitats":[],"snowGone":null,"floraArea":""},"recorder":"A","companions":"","place":{"name":"P","kind":"plot","form":"area","points":null}}"""
    )]
    [InlineData(
        """{"site":{"description":"","habitats":[],"snowGone":null,"floraArea":""},"recorder":"A","companions":"","place":{"name":"P","kind":"moon","form":"area","points":[]}}"""
    )]
    [InlineData(
        """{"site":{"description":"","habitats":[],"snowGone":null,"floraArea":""},"recorder":"A","companions":"","place":{"name":"P","kind":99,"form":"area","points":[]}}"""
    )]
    public void Anything_else_is_refused(string text) =>
        ArchiveExtras.TryRead(text, out CountExtras? _).ShouldBeFalse();

    [Theory]
    [InlineData("\"landmarks\":[{", "\"landmarks\":[null,{")]
    [InlineData("\"threats\":[]", "\"threats\":null")]
    [InlineData("\"threats\":[],", "")]
    [InlineData("\"name\":\"the gate\"", "\"name\":null")]
    [InlineData("\"bearing\":40", "\"bearing\":\"east\"")]
    [InlineData("\"rosettes\":[]", "\"rosettes\":[7]")]
    public void Care_that_is_none_is_refused(string sound, string faulty)
    {
        PlantExtras plant = new(
            Mill,
            new(Guid.NewGuid()),
            Origin.Wild,
            null,
            null,
            [],
            [],
            null,
            null,
            [],
            [],
            [],
            new([new("the gate", 40, 12.5)], [], [])
        );
        var text = ArchiveExtras.Write(plant);
        text.ShouldContain(sound);
        ArchiveExtras.TryRead(text, out PlantExtras? _).ShouldBeTrue();
        ArchiveExtras
            .TryRead(text.Replace(sound, faulty, StringComparison.Ordinal), out PlantExtras? _)
            .ShouldBeFalse();
    }
}
