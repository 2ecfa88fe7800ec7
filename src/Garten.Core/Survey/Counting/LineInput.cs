namespace Garten.Core.Survey.Counting;

/// <summary>Lines to enter.</summary>
/// <param name="Plot">Number of the plot; 1 where there are none.</param>
/// <param name="Text">What was typed.</param>
/// <param name="Taxon">The taxon chosen where the letters stand for several; null otherwise.</param>
/// <param name="Origin">Wild, planted or not known.</param>
/// <param name="Id">Id of the first of them, made by who enters it; null for that of the command. The others get one of their own.</param>
public sealed record LineInput(int Plot, string Text, string? Taxon, Origin Origin, LineId? Id = null);
