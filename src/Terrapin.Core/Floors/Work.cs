namespace Terrapin.Core.Floors;

/// <summary>Work that every core can take a part of.</summary>
internal static class Work
{
    /// <summary>Does so many things that do not depend on one another; the first fault is thrown as it is.</summary>
    /// <exception cref="OperationCanceledException">It was stopped.</exception>
    public static void InParallel(int count, CancellationToken cancel, Action<int> each)
    {
        cancel.ThrowIfCancellationRequested();
        if (count == 1 || OperatingSystem.IsBrowser())
        {
            for (int i = 0; i < count; i++)
            {
                cancel.ThrowIfCancellationRequested();
                each(i);
            }

            return;
        }

        try
        {
            Parallel.For(0, count, new ParallelOptions { CancellationToken = cancel, MaxDegreeOfParallelism = Environment.ProcessorCount }, each);
        }
        catch (AggregateException several)
        {
            cancel.ThrowIfCancellationRequested();
            System.Runtime.ExceptionServices.ExceptionDispatchInfo.Throw(several.InnerExceptions[0]);
        }
    }
}
