using Garten.Core.Commands;

namespace Garten.Data;

/// <summary>
/// Makes changes of one kind: in one transaction the rows, their history, the entry in the audit and the assessment of every plant it
/// touches. Each command has one handler, whoever sends it; sent twice under one number it is made once.
/// </summary>
/// <typeparam name="TCommand">The change.</typeparam>
/// <typeparam name="TAnswer">What is known after it.</typeparam>
public interface IHandles<in TCommand, TAnswer>
    where TCommand : Command
{
    /// <summary>Makes the change.</summary>
    /// <exception cref="NotInStoreException">What it changes is not there, or not for this person.</exception>
    /// <exception cref="ChangedMeanwhileException">Somebody else changed it since the revision it starts from.</exception>
    /// <exception cref="TakenException">What it asks for cannot be: a name that is given already, a review of one's own.</exception>
    Task<TAnswer> HandleAsync(CommandHead head, TCommand command, CancellationToken cancel);
}
