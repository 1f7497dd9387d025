using System.Reflection;
using Hasp.Core.Formulas;
using Hasp.Core.Quantities;

namespace Hasp.Core;

/// <summary>Every value that a formula names, in one place: the API's value names and the working's symbols are this list.</summary>
public static class Terms
{
    private const string Profile = "ISO 724; ASME B1.1";
    private const string Mechanics = "linear elastic joint, two springs in parallel";

    // The thread.
    public static readonly Term NominalDiameter = new("nominalDiameter", "d", Dimension.Length, "nominal diameter of the thread", Profile);
    public static readonly Term Pitch = new("pitch", "P", Dimension.Length, "thread pitch", Profile);
    public static readonly Term PitchDiameter = new("pitchDiameter", "d_2", Dimension.Length, "pitch diameter", Profile);
    public static readonly Term NutMinorDiameter = new("nutMinorDiameter", "D_1", Dimension.Length, "basic minor diameter of the nut thread", Profile);
    public static readonly Term RootDiameter = new("rootDiameter", "d_3", Dimension.Length, "root diameter of the bolt thread", Profile);
    public static readonly Term StressDiameter = new("stressDiameter", "d_s", Dimension.Length, "diameter that carries the tensile stress area", "ISO 898-1, 9.1.6.1; ASME B1.1");
    public static readonly Term TensileStressArea = new("tensileStressArea", "A_t", Dimension.Area, "tensile stress area", "ISO 898-1, 9.1.6.1; ASME B1.1");
    public static readonly Term RootArea = new("rootArea", "A_r", Dimension.Area, "area at the thread root", "ISO 898-1; ASME B1.1");
    public static readonly Term ShankArea = new("shankArea", "A_d", Dimension.Area, "area of the unthreaded shank", "circle of the nominal diameter");

    // Strengths.
    public static readonly Term ProofStrength = new("proofStrength", "S_p", Dimension.Stress, "proof strength of the bolt", "grade table");
    public static readonly Term YieldStrength = new("yieldStrength", "S_y", Dimension.Stress, "yield or 0.2 % proof stress of the bolt", "grade table");
    public static readonly Term MemberYield = new("memberYield", "f_y", Dimension.Stress, "yield strength of the member", "material table");
    public static readonly Term BearingLimit = new("bearingLimit", "p_G", Dimension.Stress, "limiting pressure under the head", "material table");
    public static readonly Term ShearRatio = new("shearRatio", "κ", Dimension.None, "shear yield over tensile yield", "distortion energy 0.577; maximum shear 0.5");

    // Stiffness.
    public static readonly Term GripLength = new("gripLength", "l", Dimension.Length, "grip: all that is clamped, washers included", "sum of the layers");
    public static readonly Term ShankInGrip = new("shankInGrip", "l_d", Dimension.Length, "unthreaded length in the grip", "bolt length less thread length, at most the grip");
    public static readonly Term ThreadInGrip = new("threadInGrip", "l_t", Dimension.Length, "threaded length in the grip", "grip less the shank in it");
    public static readonly Term BoltModulus = new("boltModulus", "E_b", Dimension.Stress, "elastic modulus of the bolt", "grade table");
    public static readonly Term MemberModulus = new("memberModulus", "E", Dimension.Stress, "elastic modulus of a layer", "material table");
    public static readonly Term SegmentThickness = new("segmentThickness", "t", Dimension.Length, "thickness of a part of the cone", "the drawing");
    public static readonly Term SegmentDepth = new("segmentDepth", "z", Dimension.Length, "depth of the frustum's smaller face below the bearing face", "the drawing");
    public static readonly Term BearingFaceDiameter = new("bearingFaceDiameter", "D_w", Dimension.Length, "diameter of the bearing face that starts the cone", "head or nut table");
    public static readonly Term ConeBore = new("coneBore", "d_c", Dimension.Length, "bore of the pressure cone", "nominal diameter, or the hole where chosen");
    public static readonly Term ConeHalfAngle = new("coneHalfAngle", "α", Dimension.Angle, "half-angle of the pressure cone", "chosen, 20° to 45°");
    public static readonly Term FrustumDiameter = new("frustumDiameter", "D", Dimension.Length, "smaller face diameter of a frustum", "geometry of the cone");
    public static readonly Term FrustumStiffness = new("frustumStiffness", "k", Dimension.Stiffness, "stiffness of one frustum or ring", "integral of dz/(E·A) over the cone");
    public static readonly Term BoltStiffness = new("boltStiffness", "k_b", Dimension.Stiffness, "stiffness of the bolt in the grip", "shank and thread in series");
    public static readonly Term MemberStiffness = new("memberStiffness", "k_m", Dimension.Stiffness, "stiffness of the clamped members", "frusta in series");
    public static readonly Term LoadShare = new("loadShare", "C", Dimension.None, "share of an outside load that the bolt takes", Mechanics);

    public static readonly Term LoadIntroduction = new("loadIntroduction", "n", Dimension.None, "load introduction factor: 1 where the load acts under head and nut", "chosen, above 0 to 1");
    public static readonly Term EffectiveShare = new("effectiveShare", "C_n", Dimension.None, "share of an outside load that the bolt takes, with the load introduced between the parts", Mechanics);
    public static readonly Term RingStiffness = new("ringStiffness", "k_ring", Dimension.Stiffness, "stiffness of one washer or part as a ring", "45° mean cylinders");
    public static readonly Term MemberStiffnessCylinders = new("memberStiffnessCylinders", "k_m,45", Dimension.Stiffness, "stiffness of the members as 45° mean cylinders", "rings in series");
    public static readonly Term MemberStiffnessFit = new("memberStiffnessFit", "k_m,fit", Dimension.Stiffness, "stiffness of like members by the one-equation fit", "fit to finite-element results for two like plates, washer face 1.5 d");

    // Preload and torque.
    public static readonly Term ProofLoad = new("proofLoad", "F_p", Dimension.Force, "proof load of the bolt", "ISO 898-1, 9.6; SAE J429");
    public static readonly Term ProofFraction = new("proofFraction", "a", Dimension.None, "share of the proof load aimed at", "0.75 reusable, 0.90 permanent");
    public static readonly Term Preload = new("preload", "F_i", Dimension.Force, "preload aimed at (nominal)", "the aim");
    public static readonly Term NutFactor = new("nutFactor", "K", Dimension.None, "nut factor of the short torque form", "lubrication table");
    public static readonly Term Torque = new("torque", "T", Dimension.Torque, "tightening torque", "short torque form T = K·d·F");
    public static readonly Term Scatter = new("scatter", "Γ", Dimension.None, "scatter of the preload reached, ±", "tightening method table");
    public static readonly Term Settling = new("settling", "f_z", Dimension.Length, "embedding of all interfaces together", "3 µm in the thread and at each interface, where not given");
    public static readonly Term Relaxation = new("relaxation", "r", Dimension.None, "relaxation and creep, share of the nominal preload", "5 % where not given");
    public static readonly Term EmbeddingLoss = new("embeddingLoss", "ΔF_z", Dimension.Force, "preload lost by embedding", Mechanics);
    public static readonly Term PreloadMax = new("preloadMax", "F_i,max", Dimension.Force, "largest preload that the method gives", "scatter of the method");
    public static readonly Term PreloadMin = new("preloadMin", "F_i,min", Dimension.Force, "smallest preload left after embedding and relaxation", "scatter and losses");

    public static readonly Term TurnFromSnug = new("turnFromSnug", "θ", Dimension.Angle, "turn from snug to the preload aimed at", "stretch of the bolt and closing of the members over the pitch");
    public static readonly Term BoltStretch = new("boltStretch", "δ", Dimension.Length, "stretch of the bolt in the grip at the preload aimed at", "F/kb");
    public static readonly Term MeanBearingDiameter = new("meanBearingDiameter", "D_m", Dimension.Length, "mean diameter of the face that turns", "mean of bearing face and hole under the nut");
    public static readonly Term Friction = new("friction", "μ_K", Dimension.None, "friction in thread and under the nut that the nut factor stands for, taken as alike", "long torque form solved for the friction");
    public static readonly Term PitchTorque = new("pitchTorque", "T_P", Dimension.Torque, "part of the torque that stretches the bolt", "long torque form, F·P/(2π)");
    public static readonly Term ThreadFrictionTorque = new("threadFrictionTorque", "T_t", Dimension.Torque, "part of the torque lost to friction in the thread", "long torque form, F·μ·d2/(2·cos 30°)");
    public static readonly Term BearingFrictionTorque = new("bearingFrictionTorque", "T_b", Dimension.Torque, "part of the torque lost to friction under the nut", "long torque form, F·μ·Dm/2");
    public static readonly Term ThreadTorque = new("threadTorque", "T_th", Dimension.Torque, "torque that twists the bolt while it is tightened", "long torque form: pitch and thread friction");
    public static readonly Term TorsionDiameter = new("torsionDiameter", "d_τ", Dimension.Length, "diameter that carries the torsion", "mean of pitch and root diameter");
    public static readonly Term TorsionStress = new("torsionStress", "τ_t", Dimension.Stress, "torsion in the thread", "16·T/(π·d³)");
    public static readonly Term TensileStress = new("tensileStress", "σ_b", Dimension.Stress, "tension in the thread", "force over the tensile stress area");
    public static readonly Term EquivalentStress = new("equivalentStress", "σ_v", Dimension.Stress, "tension and torsion together in the thread", "distortion energy");
    public static readonly Term YieldFactor = new("yieldFactor", "n_y", Dimension.None, "yield over tension with half the tightening torsion", "distortion energy; half the torsion stays in service");

    // The joint under load, for one bolt.
    public static readonly Term JointTension = new("jointTension", "F_z", Dimension.Force, "tension on the joint, + pulls the members apart", "load case");
    public static readonly Term JointShear = new("jointShear", "F_q", Dimension.Force, "shear on the joint", "load case");
    public static readonly Term BoltCount = new("boltCount", "N", Dimension.None, "number of bolts that share equally", "the joint");
    public static readonly Term ExternalLoad = new("externalLoad", "P", Dimension.Force, "outside tension on one bolt", "equal share");
    public static readonly Term Shear = new("shear", "V", Dimension.Force, "outside shear on one bolt", "equal share");
    public static readonly Term OpeningLoad = new("openingLoad", "P_0", Dimension.Force, "outside load that parts the faces", Mechanics);
    public static readonly Term BoltForce = new("boltForce", "F_b", Dimension.Force, "force in the bolt", Mechanics + "; the whole load once the faces are apart");
    public static readonly Term MemberForce = new("memberForce", "F_m", Dimension.Force, "clamp left between the faces", Mechanics + "; nothing once the faces are apart");
    public static readonly Term ProofFactor = new("proofFactor", "n_p", Dimension.None, "proof load over the force in the bolt", "proof load, ISO 898-1, 9.6");
    public static readonly Term LoadFactor = new("loadFactor", "n_L", Dimension.None, "times the outside load may grow until the bolt reaches proof, faces taken as closed", Mechanics);
    public static readonly Term LoadFactorOpen = new("loadFactorOpen", "n_L,open", Dimension.None, "times the outside load may grow until it alone brings the bolt to proof", "the bolt of an open joint carries the whole load");
    public static readonly Term LoadFactorLeast = new("loadFactorLeast", "n_load", Dimension.None, "times the outside load may grow until the bolt reaches proof", "the lesser: past opening the bolt carries the whole load");
    public static readonly Term OpeningFactor = new("openingFactor", "n_0", Dimension.None, "opening load over the outside load", Mechanics);
    public static readonly Term FaceFriction = new("faceFriction", "μ", Dimension.None, "friction between the faces", "stated for the joint");
    public static readonly Term FrictionFaces = new("frictionFaces", "m", Dimension.None, "faces that resist slip", "faces between parts that pull opposite ways");
    public static readonly Term SlipFactor = new("slipFactor", "n_s", Dimension.None, "slip resistance over shear", "friction on the clamp that is left");

    // Shear, bearing and the members, for one bolt.
    public static readonly Term ShearPlanes = new("shearPlanes", "m", Dimension.None, "shear planes that share the shear", "faces between parts that pull opposite ways");
    public static readonly Term ShearStress = new("shearStress", "τ", Dimension.Stress, "shear stress in the plane", "mean stress V/(m·A)");
    public static readonly Term ShearFactor = new("shearFactor", "n_v", Dimension.None, "shear yield over shear stress", "distortion energy or maximum shear");
    public static readonly Term CombinedFactor = new("combinedFactor", "n_c", Dimension.None, "times tension and shear may grow together until the bolt yields in the plane", "distortion energy, preload held at its largest");
    public static readonly Term LayerLoad = new("layerLoad", "V_l", Dimension.Force, "shear that one layer brings to the bolt", "equal share of the planes beside it, by thickness");
    public static readonly Term Thickness = new("thickness", "t", Dimension.Length, "thickness of the layer", "the joint");
    public static readonly Term BearingStress = new("bearingStress", "σ_l", Dimension.Stress, "bearing on the projected area", "V/(d·t)");
    public static readonly Term BearingStressQuarter = new("bearingStressQuarter", "σ_l,q", Dimension.Stress, "bearing on a quarter of the hole's circumference", "V/(π·d·t/4)");
    public static readonly Term BearingFactor = new("bearingFactor", "n_l", Dimension.None, "yield of the weaker of bolt and member over bearing stress", "yield of the softer part");
    public static readonly Term EdgeDistance = new("edgeDistance", "e", Dimension.Length, "hole centre to the edge that the load points to", "the joint");
    public static readonly Term HoleDiameter = new("holeDiameter", "d_0", Dimension.Length, "clearance hole", "hole table or given");
    public static readonly Term TearOutStress = new("tearOutStress", "τ_e", Dimension.Stress, "shear on the two planes from the hole's edge to the plate's edge", "V/(2(e − d0/2)·t)");
    public static readonly Term TearOutStressFullEdge = new("tearOutStressFullEdge", "τ_e,full", Dimension.Stress, "shear on the two planes from the hole's centre to the plate's edge", "V/(2·e·t)");
    public static readonly Term TearOutFactor = new("tearOutFactor", "n_e", Dimension.None, "shear yield of the layer over tear-out stress", "distortion energy or maximum shear");
    public static readonly Term PressedDiameter = new("pressedDiameter", "D_p", Dimension.Length, "diameter pressed on the part", "bearing face, spread through the washer at the cone's angle");
    public static readonly Term PressedArea = new("pressedArea", "A_p", Dimension.Area, "area pressed on the part", "ring from the hole to the pressed diameter");
    public static readonly Term HeadPressure = new("headPressure", "p", Dimension.Stress, "pressure under head or nut at the largest preload", "F_b over the area pressed");
    public static readonly Term HeadPressureFactor = new("headPressureFactor", "n_h", Dimension.None, "limiting pressure over pressure", "limit of the softer part");

    /// <summary>All terms, in the order of the job.</summary>
    public static IReadOnlyList<Term> All { get; } =
        [.. typeof(Terms).GetFields(BindingFlags.Public | BindingFlags.Static).Where(f => f.FieldType == typeof(Term)).Select(f => (Term)f.GetValue(null)!)];
}
