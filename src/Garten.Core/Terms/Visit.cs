using System.Collections.Immutable;

namespace Garten.Core.Terms;

/// <summary>A visit as an account needs it.</summary>
/// <param name="Number">Its number on the sheet, from 1.</param>
/// <param name="Parts">Parts seen on the plant that day.</param>
public sealed record Visit(int Number, DateOnly Date, ImmutableArray<PlantPart> Parts);
