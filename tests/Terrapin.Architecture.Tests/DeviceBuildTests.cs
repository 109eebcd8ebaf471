using System.Reflection;
using System.Runtime.CompilerServices;
using System.Xml.Linq;
using static System.Reflection.BindingFlags;

namespace Terrapin.Architecture.Tests;

/// <summary>What is left out of Core on the device.</summary>
public class DeviceBuildTests
{
    /// <summary>The compiler writes each record a text of all its parts, which nobody reads there: 17 kB of the download.</summary>
    [Fact]
    public void Records_as_text_are_left_out() => Golden.Check(
        "src/Terrapin.Browser/Substitutions.xml",
        new XElement("linker", new[] { typeof(Terrapin.Core.Assessments.Assessor), typeof(Terrapin.Documents.SiteArchive) }.Select(t => Without(t.Assembly))).ToString() + "\n");

    private static XElement Without(Assembly assembly) => new(
        "assembly",
        new XAttribute("fullname", assembly.GetName().Name!),
        assembly.GetTypes().Where(WritesItsParts).Select(t => t.FullName!.Replace('+', '/')).Order(StringComparer.Ordinal).Select(name => new XElement(
            "type",
            new XAttribute("fullname", name),
            new XElement("method", new XAttribute("signature", "System.String ToString()"), new XAttribute("body", "stub")))));

    private static bool WritesItsParts(Type type) => type.GetMethod("PrintMembers", NonPublic | Instance | DeclaredOnly) is not null
        && type.GetMethod(nameof(ToString), Public | Instance | DeclaredOnly, [])?.IsDefined(typeof(CompilerGeneratedAttribute)) == true;
}
