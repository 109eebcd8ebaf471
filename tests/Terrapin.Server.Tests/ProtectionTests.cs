using System.Net;
using System.Net.Sockets;
using System.Text;

namespace Terrapin.Server.Tests;

/// <summary>What other web pages, broken clients and too much work at once come up against.</summary>
public sealed class ProtectionTests(TestServer server) : IClassFixture<TestServer>
{
    [Theory]
    [InlineData("terrapin.example", HttpStatusCode.BadRequest)]
    [InlineData("127.0.0.1.example", HttpStatusCode.BadRequest)]
    [InlineData("localhost", HttpStatusCode.OK)]
    [InlineData("[::1]", HttpStatusCode.OK)]
    public async Task Only_names_of_this_machine_are_served(string host, HttpStatusCode status)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/sites");
        request.Headers.Host = host;
        Assert.Equal(status, (await server.Http.SendAsync(request)).StatusCode);
    }

    [Theory]
    [InlineData("Origin", "https://elsewhere.example", HttpStatusCode.Forbidden)]
    [InlineData("Origin", "null", HttpStatusCode.Forbidden)]
    [InlineData("Sec-Fetch-Site", "cross-site", HttpStatusCode.Forbidden)]
    [InlineData("Sec-Fetch-Site", "same-site", HttpStatusCode.Forbidden)]
    [InlineData("Sec-Fetch-Site", "same-origin", HttpStatusCode.OK)]
    [InlineData("Origin", "own", HttpStatusCode.OK)]
    public async Task A_page_of_another_site_changes_and_asks_nothing(string header, string value, HttpStatusCode status)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/assessments") { Content = TestServer.Json(TestServer.BlankPlan()) };
        request.Headers.Add(header, value == "own" ? server.Http.BaseAddress!.GetLeftPart(UriPartial.Authority) : value);
        Assert.Equal(status, (await server.Http.SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task A_body_that_does_not_say_what_it_is_is_415()
    {
        using var content = new ByteArrayContent(Encoding.UTF8.GetBytes(TestServer.BlankPlan()));
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, (await server.Http.PostAsync("/api/assessments", content)).StatusCode);
    }

    [Fact]
    public async Task Answers_tell_the_browser_to_keep_out_what_is_not_ours()
    {
        HttpResponseMessage answer = await server.Http.GetAsync("/api/sites");
        Assert.Contains("frame-ancestors 'none'", answer.Headers.GetValues("Content-Security-Policy").Single());
        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Equal("no-referrer", answer.Headers.GetValues("Referrer-Policy").Single());
        Assert.True(answer.Headers.CacheControl!.NoStore);
    }

    [Theory]
    [InlineData("\\ud800")]
    [InlineData("a\\udc00b")]
    [InlineData("\\u0000")]
    [InlineData("\\uffff")]
    public async Task Text_that_no_file_can_carry_is_422_wherever_it_stands(string escape)
    {
        string plan = TestServer.BlankPlan();
        foreach (string body in (string[])[plan.Replace("\"Blank\"", $"\"{escape}\""), plan.Replace("{\"version\"", $"{{\"x{escape}\":1,\"version\""), $"{{\"name\":\"{escape}\"}}"])
        {
            foreach (string path in (string[])["/api/assessments", "/api/sites", "/api/sites/import", "/api/floors/svg", "/api/bench/closing", "/api/floors/rooms/geojson"])
            {
                using var content = new StringContent(body, Encoding.UTF8, path.EndsWith("geojson", StringComparison.Ordinal) ? "application/geo+json" : "application/json");
                HttpResponseMessage answer = await server.Http.PostAsync(path, content);
                Assert.InRange((int)answer.StatusCode, 400, 422);
            }
        }
    }

    [Fact]
    public async Task A_pair_of_escapes_that_is_one_character_is_taken()
    {
        HttpResponseMessage answer = await server.Http.PostAsync("/api/sites", TestServer.Json("{\"name\":\"Quay \\ud83d\\udca7\"}"));
        Assert.Equal(HttpStatusCode.Created, answer.StatusCode);
    }

    [Fact]
    public async Task A_bad_chunk_is_400_and_a_body_that_is_broken_off_harms_nobody()
    {
        string head = $"POST /api/assessments HTTP/1.1\r\nHost: {server.Http.BaseAddress!.Authority}\r\nContent-Type: application/json\r\n";
        Assert.StartsWith("HTTP/1.1 400", await Raw($"{head}Transfer-Encoding: chunked\r\n\r\nZZ\r\n"));
        await Raw($"{head}Content-Length: 500\r\n\r\n{{\"vers", wait: false);
        Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync("/api/sites")).StatusCode);
    }

    [Fact]
    public async Task More_work_than_can_wait_is_told_to_come_back()
    {
        // Bodies that do not end hold every place in the queue, until the server gives them up.
        string head = $"POST /api/assessments HTTP/1.1\r\nHost: {server.Http.BaseAddress!.Authority}\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{{";
        TcpClient[] held = [.. Enumerable.Range(0, Environment.ProcessorCount + 16 + 6).Select(_ => new TcpClient())];
        try
        {
            foreach (TcpClient client in held)
            {
                await client.ConnectAsync(IPAddress.Loopback, server.Http.BaseAddress!.Port);
                await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes(head));
            }

            byte[] answer = new byte[1000];
            Task<int> told = await Task.WhenAny(held.Select(c => c.GetStream().ReadAsync(answer).AsTask()));
            string text = Encoding.ASCII.GetString(answer, 0, await told);
            Assert.StartsWith("HTTP/1.1 503", text);
            Assert.Contains("Retry-After: 2", text);
            Assert.Equal(HttpStatusCode.OK, (await server.Http.GetAsync("/api/sites")).StatusCode);
        }
        finally
        {
            Array.ForEach(held, c => c.Dispose());
        }

        // The server has to see first that they are gone.
        HttpStatusCode after;
        int tries = 0;
        do
        {
            await Task.Delay(50 * tries);
            after = (await server.Http.PostAsync("/api/assessments", TestServer.Json(TestServer.BlankPlan()))).StatusCode;
        }
        while (after == HttpStatusCode.ServiceUnavailable && tries++ < 20);
        Assert.Equal(HttpStatusCode.OK, after);
    }

    private async Task<string> Raw(string request, bool wait = true)
    {
        using var client = new TcpClient();
        await client.ConnectAsync(IPAddress.Loopback, server.Http.BaseAddress!.Port);
        NetworkStream stream = client.GetStream();
        await stream.WriteAsync(Encoding.ASCII.GetBytes(request));
        if (!wait)
        {
            return "";
        }

        byte[] answer = new byte[200];
        int count = await stream.ReadAsync(answer);
        return Encoding.ASCII.GetString(answer, 0, count);
    }
}
