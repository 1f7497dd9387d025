namespace Hasp.Store;

/// <summary>A project: a name over a number of joints.</summary>
public sealed class ProjectRow
{
    public int Id { get; set; }
    public required string Name { get; set; }
    public required string Note { get; set; }
    public DateTime? DeletedAt { get; set; }
}

/// <summary>A record of some kind: what it belongs to and which revision stands. Everything else is in the revision's document.</summary>
public sealed class RecordRow
{
    public int Id { get; set; }

    /// <summary>Stable name of the kind: <c>joint</c>, <c>grade</c>, …</summary>
    public required string Kind { get; set; }

    /// <summary>A joint's project, a load set's joint; 0 where it belongs to everybody.</summary>
    public int OwnerId { get; set; }

    /// <summary>By which it is listed and replaced; empty where it is listed by its document.</summary>
    public required string Name { get; set; }

    /// <summary>The revision that stands. Undo and redo move this; no revision is ever changed or removed.</summary>
    public int Current { get; set; }

    /// <summary>The browser that moved it there: its change, its undo; empty where that was before this was kept.</summary>
    public string MovedBy { get; set; } = "";

    public DateTime? DeletedAt { get; set; }
}

/// <summary>One state of a record, kept for good.</summary>
public sealed class RevisionRow
{
    public int RecordId { get; set; }
    public int Number { get; set; }

    /// <summary>The revision it was made from; null for the first.</summary>
    public int? Parent { get; set; }

    /// <summary>Its document; empty where only what differs from another revision's is kept (<see cref="Delta"/>). The revision that
    /// stands has it always.</summary>
    public required string Document { get; set; }

    /// <summary>What its document differs by from that of revision <see cref="Beside"/> (<see cref="TextDelta"/>); null where it has its
    /// own.</summary>
    public byte[]? Delta { get; set; }

    /// <summary>The revision, a later one always, whose document the delta is against.</summary>
    public int? Beside { get; set; }

    /// <summary>Figures too many for a document, as the kind writes them; null for most.</summary>
    public byte[]? Payload { get; set; }

    public required string Summary { get; set; }
    public DateTime At { get; set; }

    /// <summary>Who made it, in which role, from which device; empty where nobody is asked to sign in.</summary>
    public string Account { get; set; } = "";

    /// <inheritdoc cref="Account"/>
    public string Role { get; set; } = "";

    /// <inheritdoc cref="Account"/>
    public string Device { get; set; } = "";

    /// <summary>The browser that made it; empty where that was before this was kept, and for what no browser makes.</summary>
    public string Editor { get; set; } = "";
}

/// <summary>What one browser has typed that is not yet valid: kept so that nothing typed is lost.</summary>
public sealed class DraftRow
{
    public int RecordId { get; set; }
    public required string Editor { get; set; }
    public int BaseRevision { get; set; }
    public required string Document { get; set; }
    public DateTime At { get; set; }
}
