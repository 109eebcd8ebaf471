namespace Terrapin.Server.Hosting;

/// <summary>What whoever opens the app asks first is asked by the server itself, so that none of it is compiled while a person waits.</summary>
internal static class WarmUp
{
    private const int Times = 3;

    /// <param name="address">Where the server listens.</param>
    public static async Task Of(string address)
    {
        using var http = new HttpClient();
        for (int i = 0; i < Times; i++)
        {
            (await http.GetAsync($"{address}/api/sites")).Dispose();
        }
    }
}
