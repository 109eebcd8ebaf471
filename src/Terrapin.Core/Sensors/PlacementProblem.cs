namespace Terrapin.Core.Sensors;

/// <summary>How well a set of places hears the leaks; less is better, the first difference decides.</summary>
/// <param name="Unheard">Weights of the leaks that nothing hears, added up.</param>
/// <param name="WorstM3">The most that is out of any heard leak before one of the places knows, m³.</param>
/// <param name="SumM3">That of all heard leaks, each times its weight, m³.</param>
public readonly record struct PlacementScore(double Unheard, double WorstM3, double SumM3) : IComparable<PlacementScore>
{
    public int CompareTo(PlacementScore other)
    {
        int byUnheard = Unheard.CompareTo(other.Unheard);
        int byWorst = WorstM3.CompareTo(other.WorstM3);
        return byUnheard != 0 ? byUnheard : byWorst != 0 ? byWorst : SumM3.CompareTo(other.SumM3);
    }
}

/// <summary>Where sensors could lie, and what each place hears.</summary>
/// <param name="TripM3">Of each candidate, for each leak: what is out before it knows, m³; infinite: never.</param>
/// <param name="Price">Of each candidate: of two that hear alike the cheaper is taken.</param>
/// <param name="Weights">Of each leak, above zero.</param>
/// <param name="HeardM3">What is out of each leak before a sensor that stays knows, m³; infinite: none does.</param>
public sealed record PlacementProblem(IReadOnlyList<float[]> TripM3, IReadOnlyList<double> Price, double[] Weights, double[] HeardM3);

/// <summary>Which candidates to take, for one number of sensors.</summary>
/// <param name="Candidates">Indices into the problem's candidates, as many as were asked for or as help.</param>
/// <param name="Score">With those that stay.</param>
public sealed record PlacementChoice(IReadOnlyList<int> Candidates, PlacementScore Score);
