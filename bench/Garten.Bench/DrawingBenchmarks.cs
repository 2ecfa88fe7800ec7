using BenchmarkDotNet.Attributes;
using Garten.Core.Drawing;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Plates;
using Garten.Core.Guides;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Bench;

/// <summary>How long drawings take.</summary>
[MemoryDiagnoser]
[SimpleJob(warmupCount: 3, iterationCount: 10)]
public class DrawingBenchmarks
{
    private Features _leaf = Features.None;
    private Features _plant = Features.None;

    /// <summary>Reads the demo guide.</summary>
    [GlobalSetup]
    public void Load()
    {
        var folder = Environment.GetEnvironmentVariable("GARTEN_GUIDE")
            ?? throw new InvalidOperationException(
                "GARTEN_GUIDE must name the folder of a guide; ./garten bench sets it."
            );
        var guide = GuideReader.Read(PackageFiles.Read(folder)).Guide
            ?? throw new InvalidOperationException($"{folder} is no sound guide.");
        _leaf = Depiction.Of(guide, new TaxonId("alnus-rubra"), Scope.Any);
        _plant = Depiction.Of(guide, new TaxonId("rosa-nutkana"), Scope.Any);
    }

    /// <summary>A toothed leaf, drawn and written.</summary>
    [Benchmark]
    public string Leaf() => SvgWriter.Write(CharacterDrawing.Draw("leaf-division", _leaf, "leaf")!);

    /// <summary>A whole plant on the sheet, drawn and written.</summary>
    [Benchmark]
    public string Plant() => SvgWriter.Write(SheetDrawing.Draw(_plant, null, "plant").Picture);
}
