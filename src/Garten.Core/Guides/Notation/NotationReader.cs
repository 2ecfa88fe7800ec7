using System.Globalization;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Notation;

/// <summary>Reads statement values as a flora writes them: states with frequency words, counts, ranges and bounds.</summary>
public static partial class NotationReader
{
    private const string NumberPattern = @"\d+(?:\.\d+)?";

    /// <summary>Reads a value of a character.</summary>
    /// <param name="text">The notation, for example <c>alternate | subopposite (rarely)</c> or <c>(4–)6–9(–12) cm</c>.</param>
    /// <param name="character">The character; decides between states and numbers, and the unit where none is written.</param>
    public static Reading<StatementValue> Read(string text, Character character)
    {
        var trimmed = text.Trim();
        if (trimmed.Length == 0)
        {
            return Reading<StatementValue>.Failed("nothing", "a value; leave the whole row out when nothing is known");
        }

        return character.IsNumeric ? ReadNumeric(trimmed, character) : ReadStates(trimmed, character);
    }

    private static Reading<StatementValue> ReadStates(string text, Character character)
    {
        var ids = new List<string>();
        var words = new List<FrequencyWord?>();
        foreach (var part in text.Split('|', StringSplitOptions.TrimEntries))
        {
            var failure = SplitWord(part, out var name, out var word);
            if (failure is not null)
            {
                return failure;
            }

            if (character.State(name) is null)
            {
                return Reading<StatementValue>.Failed(
                    $"“{name}”",
                    $"one of the states of {character.Id}: {string.Join(", ", character.States.Select(s => s.Id))}"
                );
            }

            if (ids.Contains(name))
            {
                return Reading<StatementValue>.Failed($"“{name}” twice", "each state once");
            }

            ids.Add(name);
            words.Add(word);
        }

        var shares = FrequencyWeights.Normalise(words);
        return Reading<StatementValue>.Of(
            new StateShares([.. ids.Select((id, i) => new WeightedState(id, shares[i], words[i]))])
        );
    }

    private static Reading<StatementValue>? SplitWord(string part, out string name, out FrequencyWord? word)
    {
        name = part;
        word = null;
        var match = WordedPart().Match(part);
        if (!match.Success)
        {
            return null;
        }

        name = match.Groups["name"].Value.Trim();
        var written = match.Groups["word"].Value.Trim();
        foreach (var candidate in Enum.GetValues<FrequencyWord>())
        {
            if (string.Equals(candidate.ToString(), written, StringComparison.OrdinalIgnoreCase))
            {
                word = candidate;
                return null;
            }
        }

        return Reading<StatementValue>.Failed(
            $"“({written})”",
            "always, usually, often, sometimes, rarely or never in brackets"
        );
    }

    private static Reading<StatementValue> ReadNumeric(string text, Character character)
    {
        if (text.Contains('|', StringComparison.Ordinal) || WordedPart().IsMatch(text))
        {
            return ReadCounts(text, character);
        }

        var plain = text.Replace('-', '–');
        var factor = 1.0;
        var unit = UnitAtEnd().Match(plain);
        if (unit.Success)
        {
            var written = unit.Groups["unit"].Value;
            var millimetres = LengthUnit.Millimetres(written);
            var fits = character.Kind switch
            {
                CharacterKind.Length => millimetres is not null,
                CharacterKind.Angle => written == "°",
                _ => false,
            };
            if (!fits)
            {
                return Reading<StatementValue>.Failed($"“{written}”", ExpectedUnit(character));
            }

            factor = millimetres ?? 1;
            plain = plain[..unit.Index].TrimEnd();
        }
        else if (character.Kind == CharacterKind.Length)
        {
            factor = LengthUnit.Millimetres(character.Unit) ?? 1;
        }

        var bound = BoundForm().Match(plain);
        if (bound.Success)
        {
            var edge = Parse(bound.Groups["n"].Value, factor);
            var upward = bound.Groups["op"].Value is "≥" or ">=" or ">";
            return Reading<StatementValue>.Of(
                upward ? new NumericRange(null, edge, null, null) : new NumericRange(null, null, edge, null)
            );
        }

        var range = RangeForm().Match(plain);
        if (!range.Success)
        {
            return Reading<StatementValue>.Failed(
                $"“{text}”",
                "a number, a range such as (4–)6–9(–12) or a bound such as ≥ 3"
            );
        }

        double? Group(string name) => range.Groups[name].Success ? Parse(range.Groups[name].Value, factor) : null;
        var low = Group("b")!.Value;
        var value = new NumericRange(Group("a"), low, Group("c") ?? low, Group("d"));
        double[] rising = [value.LowExtreme ?? low, low, value.High!.Value, value.HighExtreme ?? value.High.Value];
        for (var i = 1; i < rising.Length; i++)
        {
            if (rising[i] < rising[i - 1])
            {
                return Reading<StatementValue>.Failed($"“{text}”", "numbers that rise from left to right");
            }
        }

        if (character.Kind == CharacterKind.Count && rising.Any(v => v != Math.Floor(v)))
        {
            return Reading<StatementValue>.Failed($"“{text}”", "whole numbers, since this is a count");
        }

        return Reading<StatementValue>.Of(value);
    }

    private static Reading<StatementValue> ReadCounts(string text, Character character)
    {
        if (character.Kind != CharacterKind.Count)
        {
            return Reading<StatementValue>.Failed(
                $"“{text}”",
                "a range such as (4–)6–9(–12); only counts are listed with |"
            );
        }

        var numbers = new List<int>();
        var words = new List<FrequencyWord?>();
        foreach (var part in text.Split('|', StringSplitOptions.TrimEntries))
        {
            var failure = SplitWord(part, out var name, out var word);
            if (failure is not null)
            {
                return failure;
            }

            if (!int.TryParse(name, NumberStyles.None, CultureInfo.InvariantCulture, out var number))
            {
                return Reading<StatementValue>.Failed($"“{name}”", "a whole number");
            }

            if (numbers.Contains(number))
            {
                return Reading<StatementValue>.Failed($"“{number}” twice", "each number once");
            }

            numbers.Add(number);
            words.Add(word);
        }

        var shares = FrequencyWeights.Normalise(words);
        return Reading<StatementValue>.Of(
            new CountShares([.. numbers.Select((n, i) => new WeightedNumber(n, shares[i], words[i]))])
        );
    }

    private static string ExpectedUnit(Character character) =>
        character.Kind switch
        {
            CharacterKind.Length => "a unit of length: mm, cm, m, in or ft",
            CharacterKind.Angle => "degrees (°)",
            _ => "a number without a unit",
        };

    /// <summary>Nine decimals, so that 9.94 cm and 99.4 mm are the same number.</summary>
    private static double Parse(string number, double factor) =>
        Math.Round(double.Parse(number, CultureInfo.InvariantCulture) * factor, 9);

    [GeneratedRegex(@"^(?<name>[^()]*[^()\s])\s*\((?<word>[A-Za-z]+)\)$")]
    private static partial Regex WordedPart();

    [GeneratedRegex(@"(?<=[\d)\s])(?<unit>[A-Za-z]+|°|""|′|″|')$")]
    private static partial Regex UnitAtEnd();

    [GeneratedRegex(@"^(?<op>≥|≤|>=|<=|>|<)\s*(?<n>" + NumberPattern + ")$")]
    private static partial Regex BoundForm();

    [GeneratedRegex(
        @"^(?:\((?<a>"
            + NumberPattern
            + @")–\)\s*)?(?<b>"
            + NumberPattern
            + @")(?:\s*–\s*(?<c>"
            + NumberPattern
            + @"))?(?:\s*\(–(?<d>"
            + NumberPattern
            + @")\))?$"
    )]
    private static partial Regex RangeForm();
}
