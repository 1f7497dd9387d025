namespace Hasp.Core.Shop;

/// <summary>What is gone by in a pass.</summary>
public enum PassMeasure
{
    /// <summary>The feel of plies in firm contact.</summary>
    Contact,

    /// <summary>A torque, N·mm.</summary>
    Torque,

    /// <summary>A turn of the nut against the bolt, rad.</summary>
    Turn,

    /// <summary>A stretch from end to end, mm.</summary>
    Stretch,

    /// <summary>A force, N.</summary>
    Force,

    /// <summary>What shows by itself: a sheared spline, a gap that a feeler gauge no longer enters, a torque that no longer
    /// rises.</summary>
    Sign,
}

/// <summary>Once round all bolts.</summary>
/// <param name="Id">Stable name, by which a record says in which pass it was.</param>
/// <param name="Name">As a traveller prints it.</param>
/// <param name="Does">What is done at each bolt, as an instruction.</param>
/// <param name="Measure">What is gone by.</param>
/// <param name="Value">How much, in held units; 0 where it shows by itself.</param>
/// <param name="Source">Standard and clause, or what it follows from.</param>
public sealed record Pass(string Id, string Name, string Does, PassMeasure Measure, double Value, string Source)
{
    /// <summary>What the wrench is set to, N·mm; the value itself where no wrench is named.</summary>
    public double Set { get; init; } = Value;

    /// <summary>Why the wrench named cannot do it; empty where it can.</summary>
    public string Problem { get; init; } = "";

    /// <summary>What it is to leave, as a share of the preload aimed at; null where nothing is tightened, or it goes by a turn.</summary>
    public double? Reaches { get; init; }

    /// <summary>How far it may fall short and go beyond, in held units; nothing where no limit is laid down.</summary>
    public (double Less, double More)? Tolerance { get; init; }

    /// <summary>True where it is gone round again until nothing turns any more.</summary>
    public bool Repeats { get; init; }

    /// <summary>True where a bolt is as tight as it shall be when it is through.</summary>
    public bool IsFull { get; init; }

    /// <summary>True where work stops after it until somebody else has looked.</summary>
    public bool Holds { get; init; }

    /// <summary>The pass that runs every bolt up to firm contact.</summary>
    public static Pass Snug { get; } = new(
        "snug", "Snug", "Bring the plies into firm contact: the full effort of one person on an ordinary spanner, "
            + "or a few blows of an impact wrench.",
        PassMeasure.Contact, 0, "EN 1090-2, 8.3; RCSC specification, snug-tightened joints");
}
