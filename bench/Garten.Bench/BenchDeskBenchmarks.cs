using BenchmarkDotNet.Attributes;
using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Bench;

/// <summary>What a person waits for on the bench, measured on the demo guide: opening it, a couplet, an account, a suspicion.</summary>
[MemoryDiagnoser]
[SimpleJob(warmupCount: 3, iterationCount: 10)]
public class BenchDeskBenchmarks
{
    private static readonly DateOnly Day = new(2026, 4, 22);
    private PackageFiles _package = null!;
    private Guide _guide = null!;
    private CandidateModel _model = null!;
    private BenchRequest _request = null!;
    private EvidenceSheet _sheet = null!;

    /// <summary>Loads the guide from the folder named by GARTEN_GUIDE.</summary>
    [GlobalSetup]
    public void Load()
    {
        var folder = Environment.GetEnvironmentVariable("GARTEN_GUIDE")
            ?? throw new InvalidOperationException(
                "GARTEN_GUIDE must name the folder of a guide; ./garten bench sets it."
            );
        _package = PackageFiles.Read(folder);
        _guide = GuideReader.Read(_package).Guide ?? throw new InvalidOperationException("The guide is not sound.");
        _model = new CandidateModel(_guide);
        _request = new(
            new(
                new PlaceFacts(118, ["river-bank"]),
                [new Visit(1, Day, [PlantPart.Leaves])],
                [
                    Observation.OfStates(new("leaf-arrangement"), 1, Day, "opposite"),
                    Observation.OfStates(new("leaf-division"), 1, Day, "pinnate"),
                    Observation.OfSample(new("leaflet-count"), 1, Day, 5, 7, 7),
                    Observation.OfStates(new("pith-colour"), 1, Day, "brown"),
                ],
                KeyWalk.From(new(new("woody-in-leaf"), 1)),
                []
            ),
            null
        );
        _sheet = _request.Plant.Sheet(_guide);
    }

    [Benchmark]
    public GuideReading OpenGuide() => GuideReader.Read(_package);

    [Benchmark]
    public CandidateModel MakeReady() => new(_guide);

    [Benchmark]
    public LikelyNames Weigh()
    {
        using var weighing = new Weighing(_model, _sheet, _request.Plant.Place, _request.Plant.Visits);
        return LikelyNames.Of(_model, weighing, 8);
    }

    [Benchmark]
    public BenchAnswer Couplet() => BenchDesk.Answer(_model, _request);

    [Benchmark]
    public SpeciesAccount Account() =>
        SpeciesAccount.Compose(_guide, new("sambucus-racemosa"), _sheet, _request.Plant.Place, _request.Plant.Visits);

    [Benchmark]
    public Suspicion Suspect() => Suspicion.Examine(_guide, new("sambucus-racemosa"), _sheet);
}
