using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Terrapin.Server.Tests;

public sealed class StartTests
{
    [Theory]
    [InlineData("--colour", "red", "There is no option --colour.")]
    [InlineData("--port", "many", "is no port")]
    [InlineData("--port", "70000", "is no port")]
    [InlineData("--data", "/dev/null/data", "cannot be written to")]
    public async Task A_wrong_start_is_one_sentence_and_an_exit_code(string option, string value, string words)
    {
        (int code, string output) = await Start(option, value);
        Assert.Equal(1, code);
        Assert.Contains(words, output);
        Assert.Single(output.Trim().Split('\n'));
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

    private static async Task<(int Code, string Output)> Start(params string[] options)
    {
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, .. options]) { RedirectStandardError = true, RedirectStandardOutput = true };
        using Process process = Process.Start(start)!;
        string output = await process.StandardOutput.ReadToEndAsync() + await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, output);
    }
}
