namespace Terrapin.Server.Hosting;

/// <summary>The program cannot start, or cannot do what was asked; the message is one plain sentence, the remedy first.</summary>
internal sealed class StartFailure(string sentence, Exception? inner = null) : Exception(sentence, inner);
