namespace Garten.Core.Guides.Notation;

/// <summary>Reads the claim of a lead: <c>opposite | whorled</c>, <c>not entire</c>, <c>≥ 5</c>, <c>3–5 cm</c>.</summary>
public static class LeadConditionReader
{
    /// <summary>Reads a claim about a character.</summary>
    public static Reading<LeadCondition> Read(string text, Character character)
    {
        var plain = text.Trim();
        var negated = !character.IsNumeric && plain.StartsWith("not ", StringComparison.Ordinal);
        var reading = NotationReader.Read(negated ? plain[4..] : plain, character);
        if (!reading.Ok)
        {
            return Reading<LeadCondition>.Failed(reading.Found, reading.Expected);
        }

        return reading.Value switch
        {
            StateShares s when s.States.All(x => x.Word is null) => Reading<LeadCondition>.Of(
                new StateCondition([.. s.States.Select(x => x.State)], negated)
            ),
            NumericRange r => Reading<LeadCondition>.Of(new SpanCondition(r.Least, r.Most)),
            _ => Reading<LeadCondition>.Failed($"“{text}”", "states without frequency words, a range or a bound"),
        };
    }
}
