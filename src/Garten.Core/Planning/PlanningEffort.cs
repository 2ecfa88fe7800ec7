namespace Garten.Core.Planning;

/// <summary>Effort a plan may take, counted in steps of arithmetic and not in time, so that the same question has the same answer everywhere.</summary>
/// <param name="progress">Told what share is spent, again and again; null to tell nobody.</param>
internal sealed class PlanningEffort(long steps, IProgress<double>? progress = null, CancellationToken cancel = default)
{
    private readonly long _all = steps;

    /// <summary>Steps there still are; below 0 when more were taken.</summary>
    public long Left { get; private set; } = steps;

    /// <summary>True when nothing is left, or nobody waits any more.</summary>
    public bool IsSpent => Left <= 0 || cancel.IsCancellationRequested;

    /// <summary>Takes steps.</summary>
    public void Spend(long steps)
    {
        Left -= steps;
        progress?.Report(Math.Min((double)(_all - Left) / _all, 1));
    }

    /// <summary>Takes steps for a part of the work.</summary>
    public PlanningEffort Part(long part)
    {
        Spend(part);
        return new(part, null, cancel);
    }
}
