using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text;
using Terrapin.Core.Assessments;
using Terrapin.Core.Floors;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Documents.Questions;

[assembly: SupportedOSPlatform("browser")]

namespace Terrapin.Browser;

/// <summary>
/// Core on the device: questions come from JavaScript and go back as text, three digits of the status and then the answer. Plans are
/// read once and then known by the number that whoever asks gives them.
/// </summary>
internal static partial class DeviceAnswers
{
    /// <summary>Undo and redo go back and forth among these.</summary>
    private const int MostPlans = 8;

    private const long MostFieldBytes = 96L << 20;

    private static readonly AssessmentMemory Memory = new(new FloorMemory(MostFieldBytes));

    /// <summary>What the browser writes of an object has each key once.</summary>
    private static readonly PlanReader Reader = new(keysAreOnce: true);
    private static readonly LinkedList<(int Number, Plan Plan)> Plans = [];

    /// <summary>Nothing runs until something is asked.</summary>
    public static void Main()
    {
    }

    /// <summary>What it answers about a plan, and what about none: paths apart by spaces, the two by a line's end.</summary>
    [JSExport]
    internal static string Paths() => $"{string.Join(' ', PlanQuestions.PathsAboutPlans)}\n{string.Join(' ', PlanQuestions.PathsAboutNoPlan)}";

    /// <summary>The version of plans that are read as they stand.</summary>
    [JSExport]
    internal static int PlanVersion() => Plan.CurrentVersion;

    /// <summary>Whether a plan is still known by its number.</summary>
    [JSExport]
    internal static bool Knows(int number) => Held(number) is not null;

    /// <summary>Reads a plan.</summary>
    /// <param name="number">By which it is asked about from now on.</param>
    /// <param name="json">The plan.</param>
    /// <param name="like">The number of a plan that is known: what is left out of this one is as in there. 0: nothing is left out.</param>
    /// <returns>Empty, or what is wrong with it.</returns>
    [JSExport]
    internal static string Hold(int number, string json, int like)
    {
        if (PlanQuestions.Read(Reader, Encoding.UTF8.GetBytes(json), Held(like), out PlanAnswer? refused) is not { } plan)
        {
            return Text(refused!);
        }

        Plans.AddFirst((number, plan));
        if (Plans.Count > MostPlans)
        {
            Plans.RemoveLast();
        }

        return "";
    }

    /// <summary>Answers about a plan that is held.</summary>
    /// <param name="path">The server's path of the question.</param>
    /// <param name="query">Words and their values by turns.</param>
    /// <param name="number">The plan's.</param>
    /// <param name="today">Days since 1 January 1970 where the device is: .NET comes without its time zones.</param>
    [JSExport]
    internal static string About(string path, string[] query, int number, int today)
    {
        var words = query.Chunk(2).ToDictionary(pair => pair[0], pair => pair[1]);
        return Text(PlanQuestions.About(path, new PlanQuestion(Held(number)!, words, Memory, DateOnly.FromDateTime(DateTime.UnixEpoch).AddDays(today))));
    }

    /// <summary>Answers what is asked about no plan.</summary>
    /// <param name="path">The server's path of the question.</param>
    /// <param name="body">What is asked, as JSON.</param>
    [JSExport]
    internal static string Of(string path, string body) => Text(PlanQuestions.Of(path, Encoding.UTF8.GetBytes(body)));

    private static Plan? Held(int number) => Plans.FirstOrDefault(p => p.Number == number).Plan;

    private static string Text(PlanAnswer answer) => $"{answer.Status}{Encoding.UTF8.GetString(answer.Json)}";
}
