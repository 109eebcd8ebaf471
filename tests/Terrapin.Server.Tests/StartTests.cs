using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Terrapin.Server.Hosting;

namespace Terrapin.Server.Tests;

public sealed class StartTests
{
    private Dictionary<string, string> Environment { get; } = [];

    [Theory]
    [InlineData("--colour", "red", "There is no option --colour.")]
    [InlineData("--port", "many", "\"many\" cannot be a port. Give a number from 1 to 65535.")]
    [InlineData("--port", "70000", "\"70000\" cannot be a port. Give a number from 1 to 65535.")]
    [InlineData("--data", "/dev/null/data", "cannot be written to")]
    [InlineData("--telemetry", "nowhere", "Give an address such as http://127.0.0.1:4318.")]
    public async Task A_wrong_start_is_one_sentence_and_an_exit_code(string option, string value, string words)
    {
        (int code, string output) = await Start(option, value);
        Assert.Equal(1, code);
        Assert.Contains(words, output);
        Assert.Single(output.Trim().Split('\n'));
    }

    [Fact]
    public void Options_are_read_from_the_command_line()
    {
        var options = ServerOptions.Read(["--port", "5200", "--host", "one", "--host", "two", "--web", "here", "--telemetry", "http://127.0.0.1:4318"]);
        Assert.Equal((5200, "data", "here", null), (options.Port, options.Data, options.Web, options.Demo));
        Assert.Equal(["one", "two"], options.Hosts);
        Assert.Equal("http://127.0.0.1:4318/", options.Telemetry!.AbsoluteUri);
    }

    [Fact]
    public async Task Options_come_from_the_environment_where_the_command_line_does_not_say_them()
    {
        Environment["TERRAPIN_PORT"] = "from outside";
        Assert.Contains("\"from outside\" cannot be a port.", (await Start()).Output);
        Assert.Contains("\"typed\" cannot be a port.", (await Start("--port", "typed")).Output);
    }

    [Fact]
    public async Task A_port_in_use_is_one_sentence()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        string folder = Directory.CreateTempSubdirectory("terrapin-start-").FullName;
        (int code, string output) = await Start("--port", $"{((IPEndPoint)listener.LocalEndpoint).Port}", "--data", folder);
        Directory.Delete(folder, recursive: true);
        Assert.Equal(1, code);
        Assert.Contains("is in use", output);
        Assert.Single(output.Trim().Split('\n'));
    }

    [Fact]
    public async Task A_file_that_is_no_database_is_one_sentence_and_stays_as_it_is()
    {
        string folder = Directory.CreateTempSubdirectory("terrapin-start-").FullName;
        string file = Path.Combine(folder, "terrapin.db");
        string content = new('x', 4096);
        await File.WriteAllTextAsync(file, content);
        (int code, string output) = await Start("--port", "5399", "--data", folder);
        Assert.Equal(1, code);
        Assert.Contains("cannot be opened", output);
        Assert.Single(output.Trim().Split('\n'));
        Assert.Equal(content, await File.ReadAllTextAsync(file));
        Directory.Delete(folder, recursive: true);
    }

    private async Task<(int Code, string Output)> Start(params string[] options)
    {
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, .. options]) { RedirectStandardError = true, RedirectStandardOutput = true };
        foreach ((string name, string value) in Environment)
        {
            start.Environment[name] = value;
        }

        using Process process = Process.Start(start)!;
        string output = await process.StandardOutput.ReadToEndAsync() + await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, output);
    }
}
