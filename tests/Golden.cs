using System.Runtime.CompilerServices;

namespace Terrapin;

/// <summary>Holds a generated file against the one in the repository; UPDATE_GOLDEN=1 writes it anew.</summary>
internal static class Golden
{
    public static void Check(string pathInRepository, string content)
    {
        string path = Path.Combine(Root(), pathInRepository);
        if (Environment.GetEnvironmentVariable("UPDATE_GOLDEN") == "1")
        {
            File.WriteAllText(path, content);
        }

        Assert.True(File.Exists(path), $"{pathInRepository} is missing; run the tests once with UPDATE_GOLDEN=1.");
        Assert.True(content == File.ReadAllText(path), $"{pathInRepository} is stale; run the tests once with UPDATE_GOLDEN=1 and look at the change.");
    }

    /// <summary>The repository's folder, found from this file's own place.</summary>
    public static string Root() => Path.GetFullPath(Path.Combine(Path.GetDirectoryName(ThisFile())!, ".."));

    private static string ThisFile([CallerFilePath] string here = "") => here;
}
