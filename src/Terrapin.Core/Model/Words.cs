using System.Text.Json;

namespace Terrapin.Core.Model;

/// <summary>Words of an enumeration as they stand in documents and addresses, see <see cref="CamelCase{T}"/>.</summary>
public static class Words
{
    /// <summary>What a word means; <see langword="null"/>: it is none of them.</summary>
    public static T? Read<T>(string? word)
        where T : struct, Enum =>
        Enum.GetValues<T>().Cast<T?>().FirstOrDefault(value => Of(value!.Value) == word);

    public static string Of<T>(T value)
        where T : struct, Enum =>
        JsonNamingPolicy.CamelCase.ConvertName(value.ToString());

    /// <summary>All of them, to be named in a message.</summary>
    public static string All<T>()
        where T : struct, Enum =>
        string.Join(", ", Enum.GetValues<T>().Select(Of));
}
