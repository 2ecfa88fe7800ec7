namespace Garten.Core.Survey.Access;

/// <summary>What a person is in a survey; each later one may do all that the earlier ones may.</summary>
public enum Role
{
    /// <summary>Looks at everything but the places of sensitive species, and records nothing.</summary>
    Reader,

    /// <summary>Records plants, features, names of their own and counts.</summary>
    Surveyor,

    /// <summary>Reviews the names others gave.</summary>
    Determiner,

    /// <summary>Lets people in, gives roles, takes in data of others and settles what holds for the whole survey.</summary>
    Steward,
}
