using Garten.Core.Guides;
using Garten.Core.Survey.Places;

namespace Garten.Core.Survey.Counting;

/// <summary>What a count by a protocol can be: its plots, its measures, its times and its lines.</summary>
public static class SheetRules
{
    private const double LongestLine = 50_000;

    /// <summary>A visit to a plot or transect on the map as it is kept: its size is that of the place, where it is not said otherwise.</summary>
    /// <param name="place">The place; null where there is no such place.</param>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public static SheetContent At(PlaceContent? place, SheetContent input, DateOnly today)
    {
        if (place is not { Kind: PlaceKind.Plot or PlaceKind.Transect })
        {
            throw new RuleException(
                "place",
                "There is no such plot or transect on the map. Choose one from the list, or none."
            );
        }

        if (place.Site is { } site && site != input.Site)
        {
            throw new RuleException(
                "place",
                $"{place.Name} belongs to another site. Choose one of this site, or none."
            );
        }

        var shape = place.Shape;
        return Check(
            input with
            {
                PlotAreaM2 = input.PlotAreaM2
                    ?? (input.Plots == 1 && shape.Area > 0 ? Math.Round(shape.Area, 1) : null),
                LengthM = input.LengthM ?? (shape.Form == ShapeForm.Line ? Math.Round(shape.Length, 1) : null),
            },
            today
        );
    }

    /// <summary>A visit as it is kept: what its protocol does not ask for is left out.</summary>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public static SheetContent Check(SheetContent input, DateOnly today)
    {
        Rules.Past(input.Date, today);
        var plots = ProtocolRules.HasPlots(input.Protocol);
        if (plots && input.Plots is not (>= 1 and <= ProtocolRules.MostPlots))
        {
            throw new RuleException("plots", $"A visit has from 1 to {ProtocolRules.MostPlots} plots.");
        }

        if (plots && input.PlotAreaM2 is not (> 0 and <= ProtocolRules.LargestPlot))
        {
            throw new RuleException(
                "plotAreaM2",
                "Give the area of a plot in square metres; density and basal area are worked out from it."
            );
        }

        if (input.Protocol == Protocol.LineTransect && input.LengthM is not (> 0 and <= LongestLine))
        {
            throw new RuleException("lengthM", "Give the length of the line in metres.");
        }

        if (input.Ended <= input.Started)
        {
            throw new RuleException("ended", "The visit ended before it began. Check the times.");
        }

        return input with
        {
            Plots = plots ? input.Plots : 1,
            PlotAreaM2 = plots ? input.PlotAreaM2 : null,
            LengthM = input.Protocol == Protocol.LineTransect ? input.LengthM : null,
            Companions = Rules.Text("companions", "Who else was there", input.Companions, 500),
            Weather = Rules.Text("weather", "The weather", input.Weather, 200),
            Note = Rules.Text("note", "The note", input.Note, 2000),
        };
    }

    /// <summary>Refuses fewer plots than have lines.</summary>
    /// <param name="lines">The lines of the sheet.</param>
    /// <exception cref="RuleException">A plot that would go has lines.</exception>
    public static void KeepPlots(SheetContent changed, IReadOnlyCollection<SheetLine> lines)
    {
        if (lines.Count > 0 && lines.Max(l => l.Plot) is var last && last > changed.Plots)
        {
            throw new RuleException(
                "plots",
                $"Plot {last} has lines already. Take them away first, or leave the number of plots."
            );
        }
    }

    /// <summary>A number as a line of its unit can have it.</summary>
    /// <exception cref="RuleException">The line cannot have it.</exception>
    public static double? Amount(SheetLine line, double? amount) =>
        ProtocolRules.FaultOf(line.Unit, amount) is { Length: > 0 } fault
            ? throw new RuleException("amount", fault)
            : amount;

    /// <summary>Refuses to count up what is measured or only noted.</summary>
    /// <exception cref="RuleException">The line is no count.</exception>
    public static void CountsUp(SheetLine line)
    {
        if (!ProtocolRules.AddsUp(line.Unit))
        {
            throw new RuleException("line", "Only counts can be counted up one by one.");
        }
    }

    /// <summary>Said of a name that is entered anew where only its line can change.</summary>
    public static RuleException StandsAlready(SheetLine line, SheetContent sheet) =>
        new(
            "text",
            $"{line.Name} is on the sheet already{(ProtocolRules.HasPlots(sheet.Protocol) ? $" for plot {line.Plot}" : "")}. Change its line instead."
        );

    /// <summary>Said of a line that would be the same as another.</summary>
    public static RuleException GrowsSoAlready(SheetLine line) =>
        new("origin", $"{line.Name} stands there already as growing so. Change that line's number instead.");

    /// <summary>The lines a typed line stands for.</summary>
    /// <param name="input">What was typed.</param>
    /// <param name="sheet">How the visit is made.</param>
    /// <exception cref="RuleException">It cannot be taken.</exception>
    public static SheetLine[] Lines(LineInput input, SheetContent sheet, Guide guide)
    {
        if (input.Plot < 1 || input.Plot > sheet.Plots)
        {
            throw new RuleException("plot", $"The visit has the plots 1 to {sheet.Plots}.");
        }

        var reading = QuickEntry.Read(
            guide,
            sheet.Protocol,
            Rules.Text("text", "The line", input.Text, 200, required: true)
        );
        var chosen = input.Taxon is null
            ? null
            : reading.Taxa.FirstOrDefault(t => t.Id.Value == input.Taxon)
                ?? throw new RuleException("taxon", "The letters do not stand for that name.");
        if (reading.Fault.Length > 0 && !(chosen is not null && reading.Taxa.Length > 1))
        {
            throw new RuleException("text", reading.Fault);
        }

        var name = chosen ?? reading.Taxa[0];
        if (
            reading.Amounts.Select(a => ProtocolRules.FaultOf(reading.Unit, a)).FirstOrDefault(f => f.Length > 0) is
            { } fault
        )
        {
            throw new RuleException("text", fault);
        }

        return
        [
            .. reading.Amounts.Select(
                (a, i) =>
                    new SheetLine(
                        i == 0 ? input.Id ?? default : default,
                        input.Plot,
                        name.Id.Value,
                        name.Name,
                        reading.Qualifier,
                        input.Origin,
                        reading.Unit,
                        a,
                        ""
                    )
            ),
        ];
    }
}
