namespace Garten.Core.Assessment;

/// <summary>What a reason of a grade is about.</summary>
public enum ReasonKind
{
    /// <summary>A name was given.</summary>
    Named,

    /// <summary>It leads.</summary>
    Leads,

    /// <summary>The key was walked through, or the features settle it.</summary>
    School,

    /// <summary>Its weight among all names.</summary>
    Weight,

    /// <summary>Nothing recorded speaks against it, and key and features agree.</summary>
    Agreement,

    /// <summary>Organs seen.</summary>
    Organs,

    /// <summary>Date, kind of place and height fit.</summary>
    Place,

    /// <summary>Every look-alike is ruled out.</summary>
    LookAlikes,

    /// <summary>A flower, fruit or cone was seen, where the taxon needs it.</summary>
    Reproductive,

    /// <summary>Seen in as many seasons as the taxon needs.</summary>
    Seasons,

    /// <summary>Samples are large enough.</summary>
    Samples,

    /// <summary>A second person agrees.</summary>
    SecondPerson,

    /// <summary>A voucher stands for a name that the guide does not describe.</summary>
    Specimen,
}

/// <summary>A reason of a grade.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="From">The lowest grade that needs it.</param>
/// <param name="Met">True when it is met.</param>
/// <param name="Says">What was found, and what is missing, in words.</param>
public sealed record GradeReason(ReasonKind Kind, Grade From, bool Met, string Says);
