namespace Hasp.Core.Quantities;

/// <summary>What a number measures. Inside the core every number is in the consistent set N, mm, MPa, N·mm, rad, °C.</summary>
public enum Dimension
{
    /// <summary>A ratio, a factor, a count.</summary>
    None,

    /// <summary>Held in mm.</summary>
    Length,

    /// <summary>Held in mm².</summary>
    Area,

    /// <summary>Held in N.</summary>
    Force,

    /// <summary>Held in N·mm; torque and bending moment alike.</summary>
    Torque,

    /// <summary>Held in MPa = N/mm².</summary>
    Stress,

    /// <summary>Held in °C; a point on the scale, not a difference.</summary>
    Temperature,

    /// <summary>Held in N/mm.</summary>
    Stiffness,

    /// <summary>Held in rad.</summary>
    Angle,

    /// <summary>Held in kg.</summary>
    Mass,

    /// <summary>Speed of turning, held in rad/s.</summary>
    Speed,
}

/// <summary>Which units are shown. It never changes what is stored.</summary>
public enum UnitSystem
{
    /// <summary>mm, kN, N·m, MPa, °C.</summary>
    Si,

    /// <summary>US customary: in, lbf and kip, ft·lbf, ksi, °F.</summary>
    Us,
}
