using BenchmarkDotNet.Attributes;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;

namespace Garten.Bench;

/// <summary>The arithmetic of a name on a generated guide of 5,000 species and 300 characters, on one core.</summary>
[MemoryDiagnoser]
[SimpleJob(warmupCount: 3, iterationCount: 10)]
public class GeneratedGuideBenchmarks : IDisposable
{
    /// <summary>Starts the numbers of the generated guide.</summary>
    public const int Seed = 7;

    private static readonly PlaceFacts Nowhere = new(null, []);
    private GuideTables _tables = null!;
    private CandidateModel _model = null!;
    private EvidenceSheet _sheet = null!;
    private EvidenceSheet _little = null!;
    private Weighing _early = null!;

    /// <summary>Generates the guide, and a plant of it.</summary>
    [GlobalSetup]
    public void Load()
    {
        _tables = GeneratedGuide.Tables(5000, 300, Seed);
        var guide = new Guide(_tables);
        _model = new CandidateModel(guide);
        _sheet = new EvidenceSheet(guide, GeneratedGuide.Plant(guide, new("species-2500"), 40));
        _little = new EvidenceSheet(guide, GeneratedGuide.Plant(guide, new("species-2500"), 2));

        // Early in a plant's life all names are still in play; later the same work parts fewer.
        _early = new Weighing(_model, _little, Nowhere, []);
    }

    /// <summary>Gives the columns back.</summary>
    [GlobalCleanup]
    public void Dispose()
    {
        _early.Dispose();
        GC.SuppressFinalize(this);
    }

    [Benchmark]
    public double Rank()
    {
        using var weighing = new Weighing(_model, _sheet, Nowhere, []);
        return weighing.Masses[weighing.Leading(8)[0]];
    }

    [Benchmark]
    public int LookNextAtThreeOf300() =>
        LookNext
            .Weigh(_model, _early, _little, [new Visit(1, new(2026, 6, 1), [PlantPart.Leaves])], FieldKit.Usual)
            .Suggest(3)
            .Length;

    [Benchmark]
    public int TellApartTwo() =>
        TellApart.Compare(_model.Guide, [new("species-2500"), new("species-2501")], _sheet).Length;

    [Benchmark]
    public CandidateModel Open() => new(new Guide(_tables));
}
