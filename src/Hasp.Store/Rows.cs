namespace Hasp.Store;

/// <summary>A project: a name over a number of joints.</summary>
public sealed class ProjectRow
{
    public int Id { get; set; }
    public required string Name { get; set; }
    public required string Note { get; set; }
    public DateTime? DeletedAt { get; set; }
}

/// <summary>A joint: its project and which revision stands. Everything else is in the revision's document.</summary>
public sealed class JointRow
{
    public int Id { get; set; }
    public int ProjectId { get; set; }

    /// <summary>The revision that stands. Undo and redo move this; no revision is ever changed or removed.</summary>
    public int Current { get; set; }

    public DateTime? DeletedAt { get; set; }
}

/// <summary>One state of a joint, kept for good.</summary>
public sealed class RevisionRow
{
    public int JointId { get; set; }
    public int Number { get; set; }

    /// <summary>The revision it was made from; null for the first.</summary>
    public int? Parent { get; set; }

    public required string Document { get; set; }
    public required string Summary { get; set; }
    public DateTime At { get; set; }
}

/// <summary>What one browser has typed that is not yet valid: kept so that nothing typed is lost.</summary>
public sealed class DraftRow
{
    public int JointId { get; set; }
    public required string Editor { get; set; }
    public int BaseRevision { get; set; }
    public required string Document { get; set; }
    public DateTime At { get; set; }
}

/// <summary>A grade or material of the user's own, as an element of <c>own</c> in the joint document.</summary>
public sealed class OwnRow
{
    public int Id { get; set; }

    /// <summary><c>grades</c> or <c>materials</c>.</summary>
    public required string Kind { get; set; }

    public required string Name { get; set; }
    public required string Document { get; set; }
    public DateTime? DeletedAt { get; set; }
}

/// <summary>Load cases imported from a file, kept with their joint beside its documents: too many for one.</summary>
public sealed class LoadSetRow
{
    public int Id { get; set; }
    public int JointId { get; set; }

    /// <summary>The file's name.</summary>
    public required string Name { get; set; }

    public int Count { get; set; }

    /// <summary>Nine numbers a case, N, N·mm, mm: Fx Fy Fz Mx My Mz x y z; as IEEE doubles, little end first.</summary>
    public required byte[] Figures { get; set; }

    /// <summary>Names of the cases, one a line; a nameless case has an empty line.</summary>
    public required string Names { get; set; }

    /// <summary>Lines of the file that the cases came from, as 32-bit numbers, little end first.</summary>
    public required byte[] Lines { get; set; }

    /// <summary>Refused lines, one a line: number, tab, reason.</summary>
    public required string Refused { get; set; }

    public DateTime At { get; set; }
    public DateTime? DeletedAt { get; set; }
}
