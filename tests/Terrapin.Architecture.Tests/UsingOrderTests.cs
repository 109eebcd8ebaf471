namespace Terrapin.Architecture.Tests;

/// <summary>The order of usings, which the compiler does not look at and for which a formatter would load the whole solution.</summary>
public class UsingOrderTests
{
    private static readonly string[] Folders = ["src", "tests", "bench"];

    [Fact]
    public void Usings_are_in_the_order_of_the_formatter()
    {
        string[] files =
            [
                .. Folders.SelectMany(f => Directory.EnumerateFiles(Path.Combine(Golden.Root(), f), "*.cs", SearchOption.AllDirectories))
                    .Select(f => Path.GetRelativePath(Golden.Root(), f))
                    .Where(f => !f.Split(Path.DirectorySeparatorChar).Any(part => part is "bin" or "obj" or "Migrations")),
            ];
        Assert.NotEmpty(files);
        string[] disordered = [.. files.Where(f => !InOrder(File.ReadLines(Path.Combine(Golden.Root(), f))))];
        Assert.True(disordered.Length == 0, $"Run 'dotnet format' to put the usings in order: {string.Join(", ", disordered)}.");
    }

    [Theory]
    [InlineData(true, "using System;", "using System.Net;", "using Microsoft.Net;", "using static System.Math;", "using Short = System.String;", "", "using (x) {}")]
    [InlineData(true, "// Why.", "using Systematic;", "namespace X;", "using A;")]
    [InlineData(false, "using Terrapin.Core;", "using System;")]
    [InlineData(false, "using Terrapin.Core.Rules;", "using Terrapin.Core;")]
    [InlineData(false, "using static System.Math;", "using System;")]
    [InlineData(false, "using Short = System.String;", "using static System.Math;")]
    public void Order_is_told_from_disorder(bool inOrder, params string[] lines) => Assert.Equal(inOrder, InOrder(lines));

    /// <summary>Namespaces, then what is static, then other names for types; in each System first and the rest by the alphabet.</summary>
    private static bool InOrder(IEnumerable<string> lines)
    {
        (int Kind, bool NotSystem, string Name)[] usings =
            [
                .. lines.TakeWhile(l => !l.StartsWith("namespace ", StringComparison.Ordinal))
                    .Where(l => l.StartsWith("using ", StringComparison.Ordinal) && l.EndsWith(';'))
                    .Select(l => Place(l["using ".Length..^1])),
            ];
        return usings.SequenceEqual(usings.OrderBy(u => u.Kind).ThenBy(u => u.NotSystem).ThenBy(u => u.Name, StringComparer.OrdinalIgnoreCase));
    }

    private static (int Kind, bool NotSystem, string Name) Place(string named)
    {
        bool isStatic = named.StartsWith("static ", StringComparison.Ordinal);
        string name = isStatic ? named["static ".Length..] : named;
        return (isStatic ? 1 : name.Contains('=', StringComparison.Ordinal) ? 2 : 0, name.Split('.', ' ')[0] != "System", name);
    }
}
