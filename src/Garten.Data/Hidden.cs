using Garten.Core.Survey.Access;

namespace Garten.Data;

/// <summary>
/// The policy of sensitive places as conditions of SQL. Only ids of persons ever become part of a statement. Used as
/// <c>where p.id = $1 and {policy.Shows("p.id")}</c>.
/// </summary>
internal static class Hidden
{
    /// <summary>The taxa whose lines are hidden from who asks.</summary>
    private const string Taxa = "array(select taxon from sensitive_taxon)";

    extension(SensitivePlacePolicy policy)
    {
        /// <summary>True for plants that were not deleted and the person may know of.</summary>
        /// <param name="plant">The column that holds the plant.</param>
        public string Shows(string plant) =>
            $"({plant} not in (select gone.id from plant gone where gone.removed_at is not null) and {policy.ShowsDeleted(plant)})";

        /// <summary>True for plants the person may know of, whether they were deleted or not.</summary>
        /// <param name="plant">The column that holds the plant.</param>
        public string ShowsDeleted(string plant) =>
            policy.HidesSensitive
                ? $"{plant} not in (select h.id from sensitive_plant h where h.taken_by is distinct from {policy.OwnOrNull()})"
                : "true";

        /// <summary>True for lines of counts the person may know of.</summary>
        /// <param name="line">Name of the table of lines.</param>
        /// <param name="visit">Name of the table of visits.</param>
        public string ShowsLine(string line, string visit) =>
            !policy.HidesSensitive ? "true"
            : policy.Own is null ? policy.ShowsTaxon(line)
            : $"({policy.ShowsTaxon(line)} or {line}.person = {policy.OwnOrNull()} or {visit}.recorder = {policy.OwnOrNull()})";

        /// <summary>True for lines whose name is not hidden, whoever counted them: sums over the whole survey leave out one's own as well.</summary>
        /// <param name="line">Name of the table of lines.</param>
        public string ShowsTaxon(string line) => policy.HidesSensitive ? $"{line}.taxon <> all({Taxa})" : "true";

        /// <summary>True for lines whose name is hidden.</summary>
        /// <param name="line">Name of the table of lines.</param>
        public string HidesTaxon(string line) => policy.HidesSensitive ? $"{line}.taxon = any({Taxa})" : "false";

        /// <summary>True for pictures that show no plant the person may not know of; a picture on a visit that was deleted still shows its plant.</summary>
        /// <param name="photo">The column that holds the picture.</param>
        public string ShowsPhoto(string photo) =>
            policy.HidesSensitive
                ? $"not exists (select from plant_picture pu join every_plant_visit pw on pw.id = pu.plant_visit where pu.photo = {photo} and not {policy.Shows("pw.plant")})"
                : "true";

        /// <summary>True where the person may know where a picture was taken.</summary>
        /// <param name="keeper">The column that holds who kept it.</param>
        public string TellsPlaceOf(string keeper) =>
            policy.HidesSensitive ? $"({keeper} is not distinct from {policy.OwnOrNull()})" : "true";

        private string OwnOrNull() => policy.Own is { } own ? $"'{own.Value:D}'::uuid" : "null::uuid";
    }
}
