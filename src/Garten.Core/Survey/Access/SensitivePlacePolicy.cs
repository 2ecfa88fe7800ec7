namespace Garten.Core.Survey.Access;

/// <summary>
/// Who may know where plants of sensitive species stand. Every read asks it, in the database, of the rows themselves:
/// what it hides is not there for a question, a sum, a refusal or a distance, and so nothing above has to remember it.
/// <code>var records = new RecordStore(source, SensitivePlacePolicy.For(member));</code>
/// Hidden is a plant that was ever given a sensitive name, whose features lead to one, or that stands in one colony with
/// such a plant, over however many others.
/// </summary>
/// <param name="HidesSensitive">False for those who see everything.</param>
/// <param name="Own">A person who sees what they took up or counted themselves all the same; null for nobody.</param>
public sealed record SensitivePlacePolicy(bool HidesSensitive, PersonId? Own)
{
    /// <summary>Nothing is hidden.</summary>
    public static SensitivePlacePolicy Everything { get; } = new(false, null);

    /// <summary>All that is sensitive is hidden, whoever asks: for readers, strangers and files that leave the house.</summary>
    public static SensitivePlacePolicy NothingSensitive { get; } = new(true, null);

    /// <summary>What holds for a member; for nobody all is hidden.</summary>
    public static SensitivePlacePolicy For(Member? member) =>
        member switch
        {
            { SeesSensitive: true } => Everything,
            { Role: > Role.Reader } => new(true, member.Person),
            _ => NothingSensitive,
        };
}
