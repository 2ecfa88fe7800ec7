using Garten.Core.Terms;

namespace Garten.Testing;

/// <summary>Ids that tests tell apart by a number.</summary>
public static class Numbered
{
    /// <summary>The id of a number, the same each time; of nothing there is where no test made it.</summary>
    public static T Id<T>(int number)
        where T : struct, IEntityId<T> => T.Of(new Guid(number, 0, 0x7000, 0x80, 0, 0, 0, 0, 0, 0, 0));
}
