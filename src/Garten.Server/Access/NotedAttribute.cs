namespace Garten.Server.Access;

/// <summary>An endpoint whose calls are noted though it changes nothing in the survey: entering, and taking data out.</summary>
[AttributeUsage(AttributeTargets.Method)]
public sealed class NotedAttribute : Attribute;
