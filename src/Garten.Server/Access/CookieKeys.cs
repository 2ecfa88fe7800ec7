using System.Xml.Linq;
using Garten.Data;
using Garten.Server.Requests;
using Microsoft.AspNetCore.DataProtection.Repositories;

namespace Garten.Server.Access;

/// <summary>Keeps the keys that sign cookies in the database, where all servers before it find them.</summary>
/// <remarks>Until the database is open there are none: the build starts the server without one to write down its API.</remarks>
/// <param name="address">Where the database is.</param>
/// <param name="store">The store, opened with the database.</param>
public sealed class CookieKeys(DatabaseAddress address, Lazy<CookieKeyStore> store) : IXmlRepository
{
    /// <inheritdoc />
    public IReadOnlyCollection<XElement> GetAllElements() =>
        address.ConnectionString is null ? [] : [.. store.Value.All().Select(XElement.Parse)];

    /// <inheritdoc />
    public void StoreElement(XElement element, string friendlyName)
    {
        if (address.ConnectionString is not null)
        {
            store.Value.Keep(friendlyName, element.ToString(SaveOptions.DisableFormatting));
        }
    }
}
