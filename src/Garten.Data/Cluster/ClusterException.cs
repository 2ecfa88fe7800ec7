namespace Garten.Data.Cluster;

/// <summary>The database cannot be started or used; the message says why and what to do, in a sentence.</summary>
public sealed class ClusterException(string message) : Exception(message);
