namespace Hasp.Core.Checks.Machine;

/// <summary>
/// The machine basis: factors of safety. The largest preload stands in every strength check, the smallest in every slip and
/// opening check, the nominal one in the load factor. One file a failure mode, in this folder.
/// </summary>
public static class MachineBasis
{
    /// <summary>How results name it.</summary>
    public const string Name = "Machine, factors of safety";
}
