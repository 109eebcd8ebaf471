using System.Reflection;
using System.Reflection.Emit;
using System.Runtime.CompilerServices;
using System.Xml.Linq;
using static System.Reflection.BindingFlags;

namespace Terrapin.Architecture.Tests;

/// <summary>What is left out of Core on the device.</summary>
public class DeviceBuildTests
{
    private const BindingFlags Declared = Public | NonPublic | Instance | Static | DeclaredOnly;
    private const int GenericMethodToken = 0x2B;

    private static readonly Assembly[] OnDevice = [typeof(Terrapin.Core.Assessments.Assessor).Assembly, typeof(Terrapin.Documents.SiteArchive).Assembly];

    /// <summary>What writes something of any type as text.</summary>
    private static readonly string[] Writers = ["AppendFormatted", "AppendJoin", "Append", "Join"];

    /// <summary>The compiler writes each record a text of all its parts, which nobody reads: 17 kB of the download.</summary>
    [Fact]
    public void Records_as_text_are_left_out() => Golden.Check(
        "src/Terrapin.Browser/Substitutions.xml",
        new XElement("linker", OnDevice.Select(Without)).ToString() + "\n");

    /// <summary>There a record has no text: whoever takes it for a key or a message would take all records for one.</summary>
    [Fact]
    public void No_code_writes_a_record_as_text() =>
        Assert.Empty(OnDevice.SelectMany(a => a.GetTypes()).SelectMany(t => t.GetMethods(Declared).Cast<MethodBase>().Concat(t.GetConstructors(Declared)))
            .Where(m => m.Name != "PrintMembers" && GenericCallsOf(m).Any(c => Writers.Contains(c.Name) && c.GetGenericArguments().Any(HoldsRecord)))
            .Select(m => $"{m.DeclaringType!.FullName}.{m.Name}"));

    private static bool HoldsRecord(Type type) => WritesItsParts(type) || type.GetGenericArguments().Any(HoldsRecord);

    private static IEnumerable<MethodBase> GenericCallsOf(MethodBase method)
    {
        byte[] code = method.GetMethodBody()?.GetILAsByteArray() ?? [];
        for (int i = 0; i + sizeof(int) < code.Length; i++)
        {
            bool calls = code[i] == OpCodes.Call.Value || code[i] == OpCodes.Callvirt.Value;
            if (calls && code[i + sizeof(int)] == GenericMethodToken && Resolve(method, BitConverter.ToInt32(code, i + 1)) is { } called)
            {
                yield return called;
            }
        }
    }

    /// <returns><see langword="null"/> where what looks like a call is part of something else.</returns>
    private static MethodBase? Resolve(MethodBase caller, int token)
    {
        try
        {
            return caller.Module.ResolveMethod(token, caller.DeclaringType!.GetGenericArguments(), caller is ConstructorInfo ? null : caller.GetGenericArguments());
        }
        catch (ArgumentException)
        {
            return null;
        }
    }

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
