using System.Text.Json;
using System.Text.Json.Serialization;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Bench;

/// <summary>The JSON by which the browser's copy of the core is asked.</summary>
public sealed class BenchJsonTests
{
    private static readonly BenchRequest Question = new(
        new(
            new PlaceFacts(320, ["wood"]),
            [new Visit(1, Day, [PlantPart.Leaves, PlantPart.Fruit])],
            [
                Observation.OfStates(Arrangement.Id, 1, Day, "opposite") with
                {
                    Altered = [Alteration.Galled],
                    Exposure = Exposure.Shade,
                },
                Observation.OfSample(Length.Id, 1, Day, 55, 61.5),
                Observation.OfRough(Leaflets.Id, 1, Day, new RoughValue(5, 7, null, "5–7")),
                Observation.OfHidden(Fruit.Id, 1, Day, HiddenReason.TooEarly),
            ],
            KeyWalk.From(new(new("main"), 1)).Answer(new(new("main"), 1), null),
            [
                new ColonyMember(
                    "TF-031",
                    new PlaceFacts(null, []),
                    [],
                    [Observation.OfStates(Margin.Id, 1, Day, "serrate")]
                ),
            ]
        ),
        new([PriorFactor.Season], [Glands.Id], false, FieldKit.Usual)
    );

    /// <summary>The page knows an enumeration by its names: a number would be a different word in every version.</summary>
    [Fact]
    public void Every_enumeration_is_written_by_its_names()
    {
        HashSet<Type> seen = [];
        var rows = typeof(BenchJson)
            .GetCustomAttributesData()
            .Where(a => a.AttributeType == typeof(JsonSerializableAttribute))
            .Select(a => (Type)a.ConstructorArguments[0].Value!);
        Queue<Type> next = new(rows);
        while (next.TryDequeue(out var type))
        {
            if (!seen.Add(type) || BenchJson.Default.GetTypeInfo(type) is not { } info)
            {
                continue;
            }

            foreach (
                var part in info
                    .Properties.Select(p => p.PropertyType)
                    .Concat(info.PolymorphismOptions?.DerivedTypes.Select(d => d.DerivedType) ?? [])
                    .Append(info.ElementType)
                    .Append(info.KeyType)
                    .OfType<Type>()
            )
            {
                next.Enqueue(Nullable.GetUnderlyingType(part) ?? part);
            }
        }

        var enums = seen.Where(t => t.IsEnum).ToList();
        enums.Count.ShouldBeGreaterThan(30);
        enums
            .Where(t =>
                !JsonSerializer
                    .Serialize(Enum.GetValues(t).GetValue(0), BenchJson.Default.GetTypeInfo(t)!)
                    .StartsWith('"')
            )
            .Select(t => t.Name)
            .ShouldBeEmpty();
    }

    [Fact]
    public void A_guide_read_back_gives_the_same_answers()
    {
        var json = JsonSerializer.Serialize(
            Tables() with
            {
                Misreadings = [new(Leaflets.Id, new SpanCondition(9, null), null, "Look again.")],
            },
            BenchJson.Default.GuideTables
        );
        var read = JsonSerializer.Deserialize(json, BenchJson.Default.GuideTables)!;
        read.Statements.ShouldBe(Tables().Statements);
        read.Misreadings.ShouldHaveSingleItem().Claim.ShouldBe(new SpanCondition(9, null));
        Write(BenchDesk.Answer(new CandidateModel(new Guide(read)), Question))
            .ShouldBe(
                Write(
                    BenchDesk.Answer(
                        new CandidateModel(new Guide(Tables() with { Misreadings = read.Misreadings })),
                        Question
                    )
                )
            );
    }

    [Fact]
    public void Every_kind_of_statement_is_read_back_as_it_was()
    {
        Statement[] statements =
        [
            new(
                new("alba"),
                Margin.Id,
                new StateShares([new("entire", 0.9, FrequencyWord.Usually), new("serrate", 0.1, null)]),
                Scope.Any,
                SourceClass.GeneralKnowledge
            ),
            new(
                new("alba"),
                Leaflets.Id,
                new CountShares([new(5, 0.75, null), new(7, 0.25, FrequencyWord.Sometimes)]),
                Scope.Any,
                SourceClass.FieldCharacter
            ),
            new(
                new("alba"),
                Length.Id,
                new NumericRange(null, 40, 61.5, null),
                Scope.Any with
                {
                    Stage = LifeStage.Sapling,
                    Season = Season.Winter,
                },
                SourceClass.DemoInvented
            ),
            new(new("alba"), Length.Id, new NumericRange(null, 40, null, null), Scope.Any, SourceClass.DemoInvented),
        ];
        var json = JsonSerializer.Serialize(
            Tables() with
            {
                Statements = [.. statements],
            },
            BenchJson.Default.GuideTables
        );
        json.ShouldContain("""["alba","leaf-length",[null,40,null,null],"DemoInvented"]""");
        JsonSerializer.Deserialize(json, BenchJson.Default.GuideTables)!.Statements.ShouldBe(statements);
    }

    [Theory]
    [InlineData("""["alba","margin",[["entire",1]],"Hearsay"]""", "Hearsay")]
    [InlineData("""["alba","margin",[["entire",1]]]""", "EndArray")]
    [InlineData("""["alba","leaf-length",[1,2,3,4,5],"DemoInvented"]""", "Number")]
    [InlineData("""["alba",7,[["entire",1]],"DemoInvented"]""", "Number")]
    public void A_statement_that_is_none_is_refused(string written, string found)
    {
        var json = JsonSerializer
            .Serialize(Tables() with { Statements = [] }, BenchJson.Default.GuideTables)
            .Replace("\"statements\":[]", $"\"statements\":[{written}]", StringComparison.Ordinal);
        json.ShouldContain(written);
        Should
            .Throw<JsonException>(() => JsonSerializer.Deserialize(json, BenchJson.Default.GuideTables))
            .Message.ShouldContain(found);
    }

    [Fact]
    public void A_question_read_back_is_the_same_question()
    {
        var json = JsonSerializer.Serialize(Question, BenchJson.Default.BenchRequest);
        json.ShouldContain("\"exposure\":\"shade\"");
        json.ShouldNotContain("circumstances");
        var read = JsonSerializer.Deserialize(json, BenchJson.Default.BenchRequest)!;
        JsonSerializer.Serialize(read, BenchJson.Default.BenchRequest).ShouldBe(json);
        read.Plant.Walk.ShouldBe(Question.Plant.Walk);
    }

    [Fact]
    public void A_question_with_a_part_missing_is_refused() =>
        Should.Throw<JsonException>(() =>
            JsonSerializer.Deserialize(
                """{"plant":{"place":{"elevation":null,"habitats":[]}}}""",
                BenchJson.Default.BenchRequest
            )
        );

    [Fact]
    public void Unsound_questions_are_refused_in_words()
    {
        BenchRules.FaultOf(Question).ShouldBeEmpty();
        BenchRules
            .FaultOf(
                Question with
                {
                    Plant = Question.Plant with { Observations = [Observation.OfSample(Length.Id, 1, Day)] },
                }
            )
            .ShouldContain("no values");
        BenchRules
            .FaultOf(
                Question with
                {
                    Plant = Question.Plant with
                    {
                        Observations = [Observation.OfSample(Length.Id, 1, Day, double.NaN)],
                    },
                }
            )
            .ShouldContain("no values");
        BenchRules
            .FaultOf(
                Question with
                {
                    Plant = Question.Plant with { Observations = [Observation.OfStates(Margin.Id, 1, Day)] },
                }
            )
            .ShouldContain("no state");
        BenchRules
            .FaultOf(
                Question with
                {
                    Plant = Question.Plant with
                    {
                        Observations = [Observation.OfRough(Length.Id, 1, Day, new RoughValue(null, null, null, "?"))],
                    },
                }
            )
            .ShouldContain("rough");
        BenchRules
            .FaultOf(Question with { Plant = Question.Plant with { Place = new(double.PositiveInfinity, []) } })
            .ShouldContain("no number");
        var twice = new KeyWalk(new(new("main"), 1), [new(new(new("main"), 1), 1), new(new(new("main"), 1), 2)], null);
        BenchRules
            .FaultOf(Question with { Plant = Question.Plant with { Walk = twice } })
            .ShouldContain("answered twice");
        BenchRules
            .FaultOf(
                Question with
                {
                    Plant = Question.Plant with { Colony = [.. Enumerable.Repeat(Question.Plant.Colony[0], 41)] },
                }
            )
            .ShouldContain("41 plants");
        BenchRules
            .FaultOf(
                Question with
                {
                    Plant = Question.Plant with
                    {
                        Observations = [.. Enumerable.Repeat(Question.Plant.Observations[0], 5001)],
                    },
                }
            )
            .ShouldContain("5000");
        BenchRules.FaultOf(Make(), [new("alba-prima")]).ShouldContain("two to 6");
        BenchRules.FaultOf(Make(), [new("alba-prima"), new("alba-prima")]).ShouldContain("different");
        BenchRules.FaultOf(Make(), [new("alba-prima"), new("nessie")]).ShouldContain("nessie");
    }

    private static string Write(BenchAnswer answer) => JsonSerializer.Serialize(answer, BenchJson.Default.BenchAnswer);
}
