using System.Text.Json.Serialization;
using Terrapin.Core.Model;

namespace Terrapin.Core.Format;

/// <summary>How the plan's records are read and written, made when the program is built, so that it can be trimmed.</summary>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(Plan))]
[JsonSerializable(typeof(LogEntry))]
internal sealed partial class PlanJsonContext : JsonSerializerContext;
