using Terrapin.Core.Model;
using Terrapin.Core.Validation;

namespace Terrapin.Server.Api;

/// <summary>Reads request bodies whole, up to the size that any document of ours may have.</summary>
internal static class Body
{
    public const int MostBytes = 5 * 1024 * 1024;

    /// <summary>Reads the body and hands it on; answers with the fitting problem where it is too large or refused.</summary>
    public static async Task<IResult> Use<T>(HttpRequest request, Func<ReadOnlyMemory<byte>, T> read, Func<T, Task<IResult>> use, int mostBytes = MostBytes)
    {
        if (await Read(request, mostBytes) is not { } bytes)
        {
            return Problems.Of(
                StatusCodes.Status413PayloadTooLarge,
                "Too large",
                $"At most {mostBytes / (1024 * 1024)} MB are taken here. Make it smaller, or take out what is not needed.");
        }

        try
        {
            return await use(read(bytes));
        }
        catch (RefusedException refused)
        {
            return Problems.Refused(refused);
        }
    }

    /// <summary>Hands on the plan that the request is about: the one in its body, or the one sent before whose address it gives.</summary>
    /// <param name="address">Of a plan that was sent before; <see langword="null"/>: it is in the body.</param>
    public static Task<IResult> UsePlan(HttpRequest request, string? address, RecentPlans plans, Func<Plan, Task<IResult>> use)
    {
        if (address is not null)
        {
            return plans.At(address) is { } known
                ? UseKnown(known, use)
                : Task.FromResult(NoSuchPlan());
        }

        return Use(request, plans.Read, read =>
        {
            request.HttpContext.Response.Headers[RecentPlans.Header] = read.Address;
            return use(read.Plan);
        });
    }

    private static async Task<IResult> UseKnown(Plan plan, Func<Plan, Task<IResult>> use)
    {
        try
        {
            return await use(plan);
        }
        catch (RefusedException refused)
        {
            return Problems.Refused(refused);
        }
    }

    /// <summary>Answers what the plan alone tells.</summary>
    public static Task<IResult> AnswerPlan<T>(HttpRequest request, string? address, RecentPlans plans, Func<Plan, T> answer) =>
        UsePlan(request, address, plans, plan => Task.FromResult<IResult>(TypedResults.Ok(answer(plan))));

    public static IResult NoSuchPlan() =>
        Problems.Of(StatusCodes.Status404NotFound, "No such plan", "Send the plan itself: none was sent lately that has this address.");

    private static async Task<byte[]?> Read(HttpRequest request, int mostBytes)
    {
        if (request.ContentLength > mostBytes)
        {
            return null;
        }

        using var buffer = new MemoryStream();
        byte[] chunk = new byte[64 * 1024];
        int count;
        while ((count = await request.Body.ReadAsync(chunk, request.HttpContext.RequestAborted)) > 0)
        {
            if (buffer.Length + count > mostBytes)
            {
                return null;
            }

            buffer.Write(chunk, 0, count);
        }

        return buffer.ToArray();
    }
}
