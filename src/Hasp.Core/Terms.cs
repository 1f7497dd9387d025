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
#pragma warning disable CS1591 // rows of a table: each says its name, unit and source itself
    public static readonly Term NominalDiameter = new("nominalDiameter", "d", Dimension.Length, "nominal diameter of the thread", Profile);
    public static readonly Term Pitch = new("pitch", "P", Dimension.Length, "thread pitch", Profile);
    public static readonly Term PitchDiameter = new("pitchDiameter", "d_2", Dimension.Length, "pitch diameter", Profile);
    public static readonly Term NutMinorDiameter = new(
        "nutMinorDiameter", "D_1", Dimension.Length, "basic minor diameter of the nut thread", Profile);
    public static readonly Term RootDiameter = new("rootDiameter", "d_3", Dimension.Length, "root diameter of the bolt thread", Profile);
    public static readonly Term StressDiameter = new("stressDiameter", "d_s", Dimension.Length,
        "diameter that carries the tensile stress area", "ISO 898-1, 9.1.6.1; ASME B1.1");
    public static readonly Term TensileStressArea = new("tensileStressArea", "A_t", Dimension.Area,
        "tensile stress area", "ISO 898-1, 9.1.6.1; ASME B1.1");
    public static readonly Term RootArea = new("rootArea", "A_r", Dimension.Area, "area at the thread root", "ISO 898-1; ASME B1.1");
    public static readonly Term ShankArea = new("shankArea", "A_d", Dimension.Area,
        "area of the unthreaded shank", "circle of the nominal diameter");

    // Strengths.
    public static readonly Term ProofStrength = new("proofStrength", "S_p", Dimension.Stress, "proof strength of the bolt", "grade table");
    public static readonly Term YieldStrength = new("yieldStrength", "S_y", Dimension.Stress,
        "yield or 0.2 % proof stress of the bolt", "grade table");
    public static readonly Term MemberYield = new("memberYield", "f_y", Dimension.Stress, "yield strength of the member", "material table");
    public static readonly Term BearingLimit = new("bearingLimit", "p_G", Dimension.Stress,
        "limiting pressure under the head", "material table");
    public static readonly Term ShearRatio = new("shearRatio", "κ", Dimension.None,
        "shear yield over tensile yield", "distortion energy 0.577; maximum shear 0.5");

    // Stiffness.
    public static readonly Term GripLength = new("gripLength", "l", Dimension.Length,
        "grip: the length that stretches",
        "sum of what is clamped, washers included; in a tapped part to half its thickness or half a diameter");
    public static readonly Term ShankInGrip = new("shankInGrip", "l_d", Dimension.Length,
        "unthreaded length in the grip", "bolt length less thread length, within the grip");
    public static readonly Term ThreadInGrip = new("threadInGrip", "l_t", Dimension.Length,
        "threaded length in the grip", "grip less the shank in it");
    public static readonly Term BoltModulus = new("boltModulus", "E_b", Dimension.Stress, "elastic modulus of the bolt", "grade table");
    public static readonly Term MemberModulus = new("memberModulus", "E", Dimension.Stress, "elastic modulus of a layer", "material table");
    public static readonly Term SegmentThickness = new("segmentThickness", "h", Dimension.Length,
        "thickness of a part of the cone", "the drawing");
    public static readonly Term SegmentDepth = new("segmentDepth", "z", Dimension.Length,
        "depth of the frustum's smaller face below the bearing face", "the drawing");
    public static readonly Term BearingFaceDiameter = new("bearingFaceDiameter", "D_w", Dimension.Length,
        "diameter of the bearing face that starts the cone", "head or nut table");
    public static readonly Term ConeBore = new("coneBore", "d_c", Dimension.Length,
        "bore of the pressure cone", "nominal diameter, or the hole where chosen");
    public static readonly Term ConeHalfAngle = new("coneHalfAngle", "α", Dimension.Angle,
        "half-angle of the pressure cone", "chosen, 20° to 45°");
    public static readonly Term FrustumDiameter = new("frustumDiameter", "D", Dimension.Length,
        "smaller face diameter of a frustum", "geometry of the cone");
    public static readonly Term FrustumStiffness = new("frustumStiffness", "k", Dimension.Stiffness,
        "stiffness of one frustum or ring", "integral of dz/(E·A) over the cone");
    public static readonly Term BoltStiffness = new("boltStiffness", "k_b", Dimension.Stiffness,
        "stiffness of the bolt in the grip", "shank and thread in series");
    public static readonly Term MemberStiffness = new("memberStiffness", "k_m", Dimension.Stiffness,
        "stiffness of the clamped members", "frusta in series");
    public static readonly Term LoadShare = new(
        "loadShare", "C", Dimension.None, "share of an outside load that the bolt takes", Mechanics);

    public static readonly Term LoadIntroduction = new("loadIntroduction", "n", Dimension.None,
        "load introduction factor: 1 where the load acts under head and nut", "chosen, above 0 to 1");
    public static readonly Term EffectiveShare = new(
        "effectiveShare", "C_n", Dimension.None, "share of an outside load that the bolt takes, with the load introduced between the parts",
        Mechanics);
    public static readonly Term RingStiffness = new("ringStiffness", "k_ring", Dimension.Stiffness,
        "stiffness of one washer or part as a ring", "45° mean cylinders");
    public static readonly Term MemberStiffnessCylinders = new("memberStiffnessCylinders", "k_m,45", Dimension.Stiffness,
        "stiffness of the members as 45° mean cylinders", "rings in series");
    public static readonly Term MemberStiffnessFit = new("memberStiffnessFit", "k_m,fit", Dimension.Stiffness,
        "stiffness of like members by the one-equation fit", "fit to finite-element results for two like plates, washer face 1.5 d");
    public static readonly Term FitFactor = new("fitFactor", "a_m", Dimension.None,
        "factor of the one-equation fit, by family of materials", "fit to finite-element results for two like plates");
    public static readonly Term FitExponent = new("fitExponent", "b_m", Dimension.None,
        "exponent of the one-equation fit, by family of materials", "fit to finite-element results for two like plates");

    // Preload and torque.
    public static readonly Term ProofLoad = new("proofLoad", "F_p", Dimension.Force, "proof load of the bolt", "ISO 898-1, 9.6; SAE J429");
    public static readonly Term ProofFraction = new("proofFraction", "a_p", Dimension.None,
        "share of the proof load aimed at", "0.75 reusable, 0.90 permanent");
    public static readonly Term Preload = new("preload", "F_i", Dimension.Force, "preload aimed at (nominal)", "the aim");
    public static readonly Term NutFactor = new("nutFactor", "K", Dimension.None,
        "nut factor of the short torque form", "lubrication table");
    public static readonly Term Torque = new("torque", "T", Dimension.Torque,
        "tightening torque", "short form T = K·d·F, or the long form by its frictions");
    public static readonly Term Scatter = new("scatter", "Γ", Dimension.None,
        "scatter of the preload reached, ±", "tightening method table");
    public static readonly Term TorsionShare = new("torsionShare", "k_τ,t", Dimension.None,
        "share of the full tightening torsion that is in the shank", "1 where a nut is turned; 0.1 of a tensioner (check)");
    public static readonly Term Settling = new("settling", "f_z", Dimension.Length,
        "embedding of all interfaces together", "3 µm in the thread and at each interface, where not given");
    public static readonly Term Relaxation = new("relaxation", "r", Dimension.None,
        "relaxation and creep, share of the nominal preload", "5 % where not given");
    public static readonly Term EmbeddingLoss = new("embeddingLoss", "ΔF_z", Dimension.Force, "preload lost by embedding", Mechanics);
    public static readonly Term PreloadMax = new("preloadMax", "F_i,max", Dimension.Force,
        "largest preload that the method gives", "scatter of the method");
    public static readonly Term PreloadMin = new("preloadMin", "F_i,min", Dimension.Force,
        "smallest preload left after embedding and relaxation", "scatter and losses");

    public static readonly Term TurnFromSnug = new("turnFromSnug", "θ", Dimension.Angle,
        "turn from snug to the preload aimed at", "stretch of the bolt and closing of the members over the pitch");
    public static readonly Term BoltStretch = new("boltStretch", "δ", Dimension.Length,
        "stretch of the bolt in the grip at the preload aimed at", "F/kb");
    public static readonly Term MeasuredStretch = new("measuredStretch", "δ_e", Dimension.Length,
        "stretch of the bolt from end to end, as a micrometer finds it",
        "grip, half a diameter of head (0.4 in a socket or countersunk head) and of engaged thread, VDI 2230-1, 5.1.1.1");
    public static readonly Term TighteningUtilisation = new("tighteningUtilisation", "ν_t", Dimension.None,
        "tension with the whole torsion over yield while tightening to the preload aimed at; at most 0.9 is usual",
        "distortion energy; VDI 2230-1, 5.4.3");
    public static readonly Term MeanBearingDiameter = new("meanBearingDiameter", "D_m", Dimension.Length,
        "mean diameter of the face that turns", "mean of bearing face and hole; over sin 45° on a countersink");
    public static readonly Term Friction = new("friction", "μ_K", Dimension.None,
        "friction in thread and under the part that turns that the nut factor stands for, taken as alike",
        "long torque form solved for the friction");
    public static readonly Term PitchTorque = new("pitchTorque", "T_P", Dimension.Torque,
        "part of the torque that stretches the bolt", "long torque form, F·P/(2π)");
    public static readonly Term ThreadFrictionTorque = new("threadFrictionTorque", "T_t", Dimension.Torque,
        "part of the torque lost to friction in the thread", "long torque form, F·μ·d2/(2·cos 30°)");
    public static readonly Term BearingFrictionTorque = new("bearingFrictionTorque", "T_b", Dimension.Torque,
        "part of the torque lost to friction under the nut", "long torque form, F·μ·Dm/2");
    public static readonly Term ThreadTorque = new("threadTorque", "T_th", Dimension.Torque,
        "torque that twists the bolt while it is tightened", "long torque form: pitch and thread friction");
    public static readonly Term TorsionDiameter = new("torsionDiameter", "d_τ", Dimension.Length,
        "diameter that carries the torsion", "mean of pitch and root diameter");
    public static readonly Term TorsionLeft = new("torsionLeft", "k_τ", Dimension.None,
        "share of the torsion in the thread that counts in service", "0.5 in service, 1 while tightening");
    public static readonly Term TorsionStress = new("torsionStress", "τ_t", Dimension.Stress, "torsion in the thread", "16·T/(π·d³)");
    public static readonly Term TensileStress = new("tensileStress", "σ_b", Dimension.Stress,
        "tension in the thread", "force over the tensile stress area");
    public static readonly Term EquivalentStress = new("equivalentStress", "σ_v", Dimension.Stress,
        "tension and torsion together in the thread", "distortion energy");
    public static readonly Term YieldFactor = new("yieldFactor", "n_y", Dimension.None,
        "yield over tension with half the tightening torsion", "distortion energy; half the torsion stays in service");

    public static readonly Term TighteningLimit = new("tighteningLimit", "ν", Dimension.None,
        "share of yield that tightening may use", "VDI 2230-1, 5.4.3");
    public static readonly Term TighteningFactor = new("tighteningFactor", "n_t", Dimension.None,
        "0.9 of yield over tension with the whole torsion while tightening", "distortion energy; VDI 2230-1, 5.4.3");
    public static readonly Term NutFactorLow = new("nutFactorLow", "K_low", Dimension.None,
        "low end of the nut factor's band", "lubrication table");
    public static readonly Term NutFactorHigh = new("nutFactorHigh", "K_high", Dimension.None,
        "high end of the nut factor's band", "lubrication table");
    public static readonly Term PreloadAtLowFriction = new("preloadAtLowFriction", "F_i,low", Dimension.Force,
        "preload that the torque gives at the low end of the friction's band", "T/(K_low·d)");
    public static readonly Term PreloadAtHighFriction = new("preloadAtHighFriction", "F_i,high", Dimension.Force,
        "preload that the torque gives at the high end of the friction's band", "T/(K_high·d)");
    public static readonly Term TorqueBandMax = new(
        "torqueBandMax", "c_max", Dimension.None, "largest installation torque over the nominal", "practice of NASA-STD-5020");
    public static readonly Term TorqueBandMin = new(
        "torqueBandMin", "c_min", Dimension.None, "smallest installation torque over the nominal", "practice of NASA-STD-5020");
    public static readonly Term PreloadTight = new("preloadTight", "F_i,tight", Dimension.Force,
        "tight end of the tightening, before any warming", "scatter of the method, or the low end of the friction's band");
    public static readonly Term LeastPretension = new("leastPretension", "F_code", Dimension.Force,
        "least pretension that a structural code lays down", "EN 1090-2, 8.5.1; AISC 360 Table J3.1");
    public static readonly Term AboveMinimum = new("aboveMinimum", "c", Dimension.None,
        "what the method aims at over the least pretension", "EN 1090-2, 8.5.3: 1.10 by torque; RCSC, 7.1: 1.05 otherwise");
    public static readonly Term ConicalBearingDiameter = new("conicalBearingDiameter", "D_m,k", Dimension.Length,
        "mean diameter of a countersunk head, over the sine of half its angle", "long torque form on a cone");

    // The joint under load, for one bolt.
    public static readonly Term JointTension = new("jointTension", "F_T", Dimension.Force,
        "tension on the joint, + pulls the members apart", "load case");
    public static readonly Term JointShear = new("jointShear", "F_Q", Dimension.Force, "shear on the joint", "load case");
    public static readonly Term BoltCount = new("boltCount", "N", Dimension.None, "number of bolts that share equally", "the joint");
    public static readonly Term ExternalLoad = new("externalLoad", "F_A", Dimension.Force,
        "outside tension on one bolt", "equal share, or the pattern");
    public static readonly Term Shear = new("shear", "V", Dimension.Force, "outside shear on one bolt", "equal share");
    public static readonly Term OpeningLoad = new("openingLoad", "F_A,0", Dimension.Force, "outside load that parts the faces", Mechanics);
    public static readonly Term BoltForce = new(
        "boltForce", "F_b", Dimension.Force, "force in the bolt", Mechanics + "; the whole load once the faces are apart");
    public static readonly Term MemberForce = new(
        "memberForce", "F_m", Dimension.Force, "clamp left between the faces", Mechanics + "; nothing once the faces are apart");
    public static readonly Term ProofFactor = new("proofFactor", "n_p", Dimension.None,
        "proof load over the force in the bolt", "proof load, ISO 898-1, 9.6");
    public static readonly Term LoadFactor = new(
        "loadFactor", "n_L", Dimension.None, "times the outside load may grow until the bolt reaches proof, faces taken as closed",
        Mechanics);
    public static readonly Term LoadFactorOpen = new("loadFactorOpen", "n_L,open", Dimension.None,
        "times the outside load may grow until it alone brings the bolt to proof", "the bolt of an open joint carries the whole load");
    public static readonly Term LoadFactorLeast = new("loadFactorLeast", "n_load", Dimension.None,
        "times the outside load may grow until the bolt reaches proof", "the lesser: past opening the bolt carries the whole load");
    public static readonly Term OpeningFactor = new(
        "openingFactor", "n_0", Dimension.None, "opening load over the outside load", Mechanics);
    public static readonly Term FaceFriction = new("faceFriction", "μ", Dimension.None,
        "friction between the faces", "stated for the joint");
    public static readonly Term FrictionFaces = new("frictionFaces", "m", Dimension.None,
        "faces that resist slip", "faces between parts that pull opposite ways");
    public static readonly Term SlipFactor = new("slipFactor", "n_s", Dimension.None,
        "slip resistance over shear", "friction on the clamp that is left");

    // Shear, bearing and the members, for one bolt.
    public static readonly Term ShearPlanes = new("shearPlanes", "m_v", Dimension.None,
        "shear planes that share the shear", "faces between parts that pull opposite ways");
    public static readonly Term ShearStress = new("shearStress", "τ", Dimension.Stress, "shear stress in the plane",
        "mean stress V/(m·A)");
    public static readonly Term ShearFactor = new("shearFactor", "n_v", Dimension.None,
        "shear yield over shear stress", "distortion energy or maximum shear");
    public static readonly Term CombinedFactor = new("combinedFactor", "n_c", Dimension.None,
        "times tension and shear may grow together until the bolt yields in the plane", "distortion energy, preload held at its largest");
    public static readonly Term LayerLoad = new("layerLoad", "V_l", Dimension.Force,
        "shear that one layer brings to the bolt", "equal share of the planes beside it, by thickness");
    public static readonly Term LayerShare = new("layerShare", "k_l", Dimension.None,
        "share of the load that one layer carries", "equal share of the planes beside it, by thickness");
    public static readonly Term Thickness = new("thickness", "t", Dimension.Length, "thickness of the layer", "the joint");
    public static readonly Term BearingStress = new("bearingStress", "σ_l", Dimension.Stress, "bearing on the projected area", "V/(d·t)");
    public static readonly Term BearingStressQuarter = new("bearingStressQuarter", "σ_l,q", Dimension.Stress,
        "bearing on a quarter of the hole's circumference", "V/(π·d·t/4)");
    public static readonly Term BearingFactor = new("bearingFactor", "n_l", Dimension.None,
        "yield of the weaker of bolt and member over bearing stress", "yield of the softer part");
    public static readonly Term EdgeDistance = new("edgeDistance", "e", Dimension.Length,
        "hole centre to the edge that the load points to", "the joint");
    public static readonly Term HoleDiameter = new("holeDiameter", "d_0", Dimension.Length, "clearance hole", "hole table or given");
    public static readonly Term TearOutStress = new("tearOutStress", "τ_e", Dimension.Stress,
        "shear on the two planes from the hole's edge to the plate's edge", "V/(2(e − d0/2)·t)");
    public static readonly Term TearOutStressFullEdge = new("tearOutStressFullEdge", "τ_e,full", Dimension.Stress,
        "shear on the two planes from the hole's centre to the plate's edge", "V/(2·e·t)");
    public static readonly Term TearOutFactor = new("tearOutFactor", "n_e", Dimension.None,
        "shear yield of the layer over tear-out stress", "distortion energy or maximum shear");
    public static readonly Term PressedDiameter = new("pressedDiameter", "D_p", Dimension.Length,
        "diameter pressed on the part", "bearing face, spread through the washer at the cone's angle");
    public static readonly Term PressedArea = new("pressedArea", "A_p", Dimension.Area,
        "area pressed on the part", "ring from the hole to the pressed diameter");
    public static readonly Term HeadPressure = new("headPressure", "p_h", Dimension.Stress,
        "pressure under head or nut at the largest preload", "F_b over the area pressed");
    public static readonly Term HeadPressureFactor = new("headPressureFactor", "n_h", Dimension.None,
        "limiting pressure over pressure", "limit of the softer part");

    public static readonly Term PartWidth = new("partWidth", "w", Dimension.Length, "width of the part across the pull", "the joint");
    public static readonly Term HolesAcross = new("holesAcross", "N_h", Dimension.None, "holes side by side in the width", "the joint");
    public static readonly Term NetArea = new("netArea", "A_net", Dimension.Area,
        "area left between the holes", "(w − n·d0 + Σs²/4g)·t; EN 1993-1-8, 3.10.1; AISC 360 B4.3b");
    public static readonly Term NetStress = new("netStress", "σ_net", Dimension.Stress,
        "tension in the section through the holes", "force of the part over its net area");
    public static readonly Term NetFactor = new("netFactor", "n_net", Dimension.None,
        "yield of the layer over the stress in its net section", "yield of the part");
    public static readonly Term BlockLoad = new(
        "spliceBlockLoad", "F_block", Dimension.Force, "load at which a block tears out",
        "yield of what is pulled and shear yield of what is sheared, net areas");
    public static readonly Term BlockFactor = new(
        "spliceBlockFactor", "n_block", Dimension.None, "load at which a block tears out over the load of the bolts in it",
        "yield of the part");
    public static readonly Term PartForce = new("partForce", "F_t", Dimension.Force,
        "shear that all bolts bring into one part", "the drawing: its share of the planes");

    public static readonly Term PackingThickness = new("packingThickness", "t_p", Dimension.Length,
        "packing between the sheared parts", "the joint");
    public static readonly Term PackingReduction = new("packingReduction", "β_p", Dimension.None,
        "what packing over a third of the diameter leaves of the bolt's shear", "EN 1993-1-8, 3.6.1(12)");
    public static readonly Term ShearFactorPacked = new("shearFactorPacked", "n_v,p", Dimension.None,
        "shear yield over shear stress, packing counted", "EN 1993-1-8, 3.6.1(12)");
    public static readonly Term PunchDiameter = new("punchDiameter", "d_m", Dimension.Length,
        "mean of the widths across points and flats, or mean diameter of the washer", "head, nut or washer table");
    public static readonly Term PunchTensile = new("punchTensile", "f_u,p", Dimension.Stress,
        "tensile strength of the part that is punched", "material table");
    public static readonly Term PullThroughLoad = new("pullThroughLoad", "B_p", Dimension.Force,
        "tension that punches head or nut through the part", "0.6·π·dm·t·fu, EN 1993-1-8, Table 3.4");
    public static readonly Term PullThroughFactor = new("pullThroughFactor", "n_p,B", Dimension.None,
        "tension that punches the part over the outside tension", "EN 1993-1-8, Table 3.4");
    public static readonly Term WasherDiameter = new("washerDiameter", "D_U", Dimension.Length,
        "outer diameter of the washer", "washer table");
    public static readonly Term WasherBore = new("washerBore", "d_U", Dimension.Length, "bore of the washer", "washer table");
    public static readonly Term WasherThickness = new("washerThickness", "h_U", Dimension.Length,
        "thickness of the washer", "washer table");
    public static readonly Term WasherLimit = new("washerLimit", "p_G,U", Dimension.Stress,
        "limiting pressure of the washer", "washer table, by hardness class");
    public static readonly Term WasherFactor = new("washerFactor", "n_U", Dimension.None,
        "limiting pressure of the washer over the pressure on it", "VDI 2230-1, 5.5.4");
    public static readonly Term FlangeStrength = new("flangeStrength", "T_pl", Dimension.Force,
        "tension on one bolt at which the flange is plastic at web and bolt line", "AISC Manual Part 9, Mpl·(1 + δ)/b′");
    public static readonly Term FlangeFactor = new("flangeFactor", "n_fl", Dimension.None,
        "strength of the flange over the tension before prying", "AISC Manual Part 9");
    public static readonly Term PryingLimited = new("pryingLengthUsed", "p_e", Dimension.Length,
        "length of flange that goes with one bolt, at most the pitch and twice b", "AISC Manual Part 9");
    public static readonly Term LeastPitch = new("leastPitch", "p_min", Dimension.Length,
        "least distance between two bolts", "the pattern");

    // Hanger and pin.
    public static readonly Term HangerShankLoad = new("loadShank", "F_shank", Dimension.Force,
        "load at which the shank reaches its allowable", "gross section");
    public static readonly Term HangerEyeLoad = new("loadNetSection", "F_net", Dimension.Force,
        "load at which the section through the eye reaches its allowable", "net section");
    public static readonly Term PinShearLoad = new("loadPinShear", "F_pin", Dimension.Force,
        "load at which the pin reaches its shear allowable", "planes times the circle");
    public static readonly Term PinMoment = new("pinMoment", "M", Dimension.Torque,
        "bending moment of the pin", "beam with loads spread over the parts, P/8·(b + 4c + 2a)");
    public static readonly Term PinBendingStress = new("pinBendingStress", "σ_pin", Dimension.Stress,
        "bending stress of the pin", "32·M/(π·d³)");

    // Sealing.
    public static readonly Term SealArea = new("sealArea", "A_G", Dimension.Area,
        "area of gasket or face that all bolts together press", "the joint");
    public static readonly Term SealFactor = new("sealFactor", "m_G", Dimension.None,
        "clamp pressure needed over the pressure contained", "gasket table or given");
    public static readonly Term Pressure = new("pressure", "p_i", Dimension.Stress, "pressure contained", "load case");
    public static readonly Term ClampPressure = new("clampPressure", "p_c", Dimension.Stress,
        "clamp pressure left on the seal", "clamp left over the area pressed");
    public static readonly Term LeakFactor = new("leakFactor", "n_seal", Dimension.None,
        "clamp pressure left over the pressure that the seal needs", "remaining clamp; ASME BPVC VIII-1 App. 2 for the gasket factor");

    public static readonly Term GasketPressure = new("gasketPressure", "p_g", Dimension.Stress,
        "pressure on the gasket", "preload of all bolts over the area pressed");
    public static readonly Term SeatingStress = new("seatingStress", "y_G", Dimension.Stress,
        "stress that seats the gasket", "gasket table; ASME BPVC VIII-1 App. 2, y");
    public static readonly Term SeatingFactor = new("seatingFactor", "n_seat", Dimension.None,
        "pressure on the gasket at the smallest preload over its seating stress", "gasket table");
    public static readonly Term GasketLimit = new("gasketLimit", "p_G,g", Dimension.Stress,
        "pressure that crushes the gasket", "gasket table");
    public static readonly Term GasketCrushingFactor = new("gasketCrushingFactor", "n_g", Dimension.None,
        "crushing limit of the gasket over the pressure on it", "gasket table");

    // Thread stripping.
    public static readonly Term Engagement = new("engagement", "L_e", Dimension.Length,
        "thread engagement", "bolt length less what is clamped, as far as the thread goes");
    public static readonly Term TensileStrength = new("tensileStrength", "S_u", Dimension.Stress,
        "tensile strength of the bolt", "grade table");
    public static readonly Term MemberTensile = new("memberTensile", "f_u", Dimension.Stress,
        "tensile strength of the tapped part", "material table");
    public static readonly Term StripRatio = new("stripRatio", "κ_s", Dimension.None,
        "shear strength of threads over tensile strength", "0.6");
    public static readonly Term InsertDiameter = new("insertDiameter", "D_i", Dimension.Length,
        "outer thread diameter of the insert, or d without one", "d + 1.299038·P, ASME B18.29.1");
    public static readonly Term BoltThreadArea = new("boltThreadArea", "A_S,b", Dimension.Area,
        "shear area of the bolt's thread", "0.75·π·D1·Le, basic 60° form");
    public static readonly Term TappedThreadArea = new("tappedThreadArea", "A_S,t", Dimension.Area,
        "shear area of the tapped thread", "0.875·π·d·Le, basic 60° form");
    public static readonly Term BoltStripLoad = new("boltStripLoad", "F_S,b", Dimension.Force,
        "load that strips the bolt's thread", "shear strength on the shear area");
    public static readonly Term TappedStripLoad = new("tappedStripLoad", "F_S,t", Dimension.Force,
        "load that strips the tapped thread", "shear strength on the shear area");
    public static readonly Term BoltBreakLoad = new("boltBreakLoad", "F_u", Dimension.Force,
        "load that breaks the bolt", "tensile strength on the stress area");
    public static readonly Term NutProof = new("nutProof", "S_n", Dimension.Stress,
        "proof stress of the nut", "ISO 898-2; ASTM A563; SAE J995");
    public static readonly Term NutProofLoad = new("nutProofLoad", "F_n", Dimension.Force,
        "load that the nut carries without stripping", "ISO 898-2, 8.1: proof stress on the tensile stress area");
    public static readonly Term StripFactor = new("stripFactor", "n_S", Dimension.None,
        "load that strips the weaker thread over the load that breaks the bolt", "the bolt must break first");
    public static readonly Term StripLoadFactor = new("stripLoadFactor", "n_S,F", Dimension.None,
        "load that strips the weaker thread over the force in the bolt", "basic 60° form; ASME B1.1 App. B");
    public static readonly Term RequiredFactor = new("requiredFactor", "S_req", Dimension.None,
        "factor that a check has to reach", "the joint, or the basis");
    public static readonly Term RequiredEngagement = new("requiredEngagement", "L_e,req", Dimension.Length,
        "engagement at which the bolt breaks before the thread strips", "weaker side of the thread");
    public static readonly Term StripTorque = new("stripTorque", "T_S", Dimension.Torque,
        "torque at which the thread strips, or the bolt breaks where that comes first",
        "torque form at the lesser of strip and break load");

    // Fatigue.
    public static readonly Term LoadMax = new("loadMax", "F_A,max", Dimension.Force,
        "upper end of the swing on one bolt", "load case pair");
    public static readonly Term LoadMin = new("loadMin", "F_A,min", Dimension.Force,
        "lower end of the swing on one bolt", "load case pair");
    public static readonly Term StressAmplitude = new(
        "stressAmplitude", "σ_a", Dimension.Stress, "stress amplitude in the thread", Mechanics);
    public static readonly Term MeanStress = new("meanStress", "σ_m", Dimension.Stress, "mean stress in the thread", Mechanics);
    public static readonly Term PreloadStress = new("preloadStress", "σ_i", Dimension.Stress,
        "preload over the tensile stress area", "Fi/At");
    public static readonly Term FatigueConcentration = new("fatigueConcentration", "K_f", Dimension.None,
        "fatigue stress concentration of the thread", "low grades rolled 2.2, cut 2.8; high grades rolled 3.0, cut 3.8");
    public static readonly Term Endurance = new("endurance", "S_e", Dimension.Stress,
        "endurance strength, fully corrected", "table of rolled threads, or 0.929·0.5·Su/Kf");
    public static readonly Term AmplitudeStrength = new("amplitudeStrength", "σ_A", Dimension.Stress,
        "endurance amplitude of threads rolled before heat treatment", "0.85·(150/d + 45), VDI 2230-1, 5.5.3");
    public static readonly Term AmplitudeStrengthAfter = new("amplitudeStrengthAfter", "σ_A,r", Dimension.Stress,
        "endurance amplitude of threads rolled after heat treatment", "σA·(2 − Fi/F0.2), VDI 2230-1, 5.5.3");
    public static readonly Term YieldForce = new("yieldForce", "F_0.2", Dimension.Force,
        "yield of the bolt on its stress area", "grade table");
    public static readonly Term GoodmanFactor = new("goodmanFactor", "n_f", Dimension.None,
        "times the load may grow until Goodman's line", "Sa/Se + Sm/Su = 1 along the load line");
    public static readonly Term GerberFactor = new("gerberFactor", "n_f,G", Dimension.None,
        "times the load may grow until Gerber's parabola", "Sa/Se + (Sm/Su)² = 1 along the load line");
    public static readonly Term EllipticFactor = new("ellipticFactor", "n_f,E", Dimension.None,
        "times the load may grow until the ASME ellipse", "(Sa/Se)² + (Sm/Sp)² = 1 along the load line");
    public static readonly Term AmplitudeFactor = new("amplitudeFactor", "n_f,A", Dimension.None,
        "endurance amplitude over stress amplitude", "VDI 2230-1, 5.5.3");
    public static readonly Term FirstCycleYield = new("firstCycleYield", "n_1", Dimension.None,
        "proof strength over the largest stress of the swing", "proof strength");
    public static readonly Term FatigueFactor = new("fatigueFactor", "n_F", Dimension.None,
        "times the swing may grow: the lesser at the largest and the smallest preload, touching and apart", "the criterion in use");
    public static readonly Term Cycles = new("cycles", "N_i", Dimension.None, "how often the swing comes", "load case");
    public static readonly Term Knee = new("knee", "N_k", Dimension.None,
        "cycles at which the S–N line reaches the endurance strength", "given, 2 million where not");
    public static readonly Term Slope = new("slope", "m_S", Dimension.None, "exponent of the S–N line", "given");
    public static readonly Term ReversedAmplitude = new("reversedAmplitude", "σ_eq", Dimension.Stress,
        "fully reversed amplitude that harms alike", "Goodman σa/(1 − σm/Su), Gerber σa/(1 − (σm/Su)²), "
            + "ellipse σa/√(1 − (σm/Sp)²)");
    public static readonly Term CyclesToFailure = new("cyclesToFailure", "N_f", Dimension.None,
        "cycles to failure on the S–N line", "N_k·(Se/σeq)^m");
    public static readonly Term Damage = new("damage", "D_f", Dimension.None,
        "share of the life that one swing of the spectrum uses", "cycles over cycles to failure; S–N line carried on below its knee");
    public static readonly Term DamageSum = new("damageSum", "D_f,Σ", Dimension.None,
        "share of the life that the whole spectrum uses", "linear damage sum");
    public static readonly Term SpectrumFactor = new("spectrumFactor", "n_D", Dimension.None,
        "times all swings may grow until their damages sum to 1", "linear damage sum, found by trial");

    // Temperature.
    public static readonly Term MemberExpansion = new("memberExpansion", "α_m", Dimension.None,
        "thermal expansion of the parts, per kelvin, mean over the grip", "material table");
    public static readonly Term BoltExpansion = new("boltExpansion", "α_b", Dimension.None,
        "thermal expansion of the bolt, per kelvin", "grade table");
    public static readonly Term MemberWarming = new("memberWarming", "ΔT_m", Dimension.None,
        "warming of the parts since assembly, K", "the joint");
    public static readonly Term BoltWarming = new("boltWarming", "ΔT_b", Dimension.None,
        "warming of the bolts since assembly, K", "the joint");
    public static readonly Term ThermalChange = new("thermalPreloadChange", "ΔF_T", Dimension.Force,
        "preload gained by the change of temperature", "(αm·ΔTm − αb·ΔTb)·l/(1/kb + 1/km)");

    // The long torque form.
    public static readonly Term YieldFraction = new("yieldFraction", "a_y", Dimension.None, "share of yield aimed at", "the aim");
    public static readonly Term ThreadFriction = new("threadFriction", "μ_t", Dimension.None, "friction in the thread", "given");
    public static readonly Term BearingFriction = new("bearingFriction", "μ_b", Dimension.None,
        "friction under the part that turns", "given");
    public static readonly Term PrevailingTorque = new("prevailingTorque", "T_prev", Dimension.Torque,
        "torque of the locking feature", "given");
    public static readonly Term TorqueArm = new("torqueArm", "T/F", Dimension.Length,
        "torque for each unit of preload", "long torque form, P/(2π) + μt·d2/(2·cos 30°) + μb·Dm/2");
    public static readonly Term EquivalentNutFactor = new("equivalentNutFactor", "K_eq", Dimension.None,
        "nut factor that the long form equals", "(T − Tprev)/(F·d)");

    // The bolt group.
    public static readonly Term BoltWeights = new("boltWeights", "Σw", Dimension.None,
        "sum of the bolts' areas over one bolt's; their number where all are alike", "the pattern");
    public static readonly Term BoltWeight = new("boltWeight", "w_b", Dimension.None, "area of the bolt over one bolt's", "the pattern");
    public static readonly Term CaseFactor = new("caseFactor", "γ", Dimension.None, "factor on the load case", "load case");
    public static readonly Term PartFactor = new("partFactor", "γ_k", Dimension.None,
        "factor of one case in a combination", "combination of load cases");
    public static readonly Term ForceX = new("forceX", "F_x", Dimension.Force, "force on the joint along x", "load case");
    public static readonly Term ForceY = new("forceY", "F_y", Dimension.Force, "force on the joint along y", "load case");
    public static readonly Term ForceZ = new("forceZ", "F_z", Dimension.Force,
        "force on the joint along the bolts, + pulls the members apart", "load case");
    public static readonly Term MomentX = new("momentX", "M_x", Dimension.Torque,
        "moment on the joint about x, where the load is stated", "load case");
    public static readonly Term MomentY = new("momentY", "M_y", Dimension.Torque,
        "moment on the joint about y, where the load is stated", "load case");
    public static readonly Term MomentZ = new("momentZ", "M_z", Dimension.Torque,
        "torsion on the joint, where the load is stated", "load case");
    public static readonly Term PartForceX = new("partForceX", "F_x,k", Dimension.Force,
        "force along x of one case, before its factor", "load case");
    public static readonly Term PartForceY = new("partForceY", "F_y,k", Dimension.Force,
        "force along y of one case, before its factor", "load case");
    public static readonly Term PartForceZ = new("partForceZ", "F_z,k", Dimension.Force,
        "force along the bolts of one case, before its factor", "load case");
    public static readonly Term PartMomentX = new("partMomentX", "M_x,k", Dimension.Torque,
        "moment about x of one case, before its factor", "load case");
    public static readonly Term PartMomentY = new("partMomentY", "M_y,k", Dimension.Torque,
        "moment about y of one case, before its factor", "load case");
    public static readonly Term PartMomentZ = new("partMomentZ", "M_z,k", Dimension.Torque,
        "torsion of one case, before its factor", "load case");
    public static readonly Term ArmX = new("armX", "r_x", Dimension.Length,
        "from the centroid to where the load is stated, along x", "the pattern and the load case");
    public static readonly Term ArmY = new("armY", "r_y", Dimension.Length,
        "from the centroid to where the load is stated, along y", "the pattern and the load case");
    public static readonly Term ArmZ = new("armZ", "r_z", Dimension.Length,
        "from the joint plane to where the load is stated", "load case");
    public static readonly Term CentroidMomentX = new("centroidMomentX", "M_c,x", Dimension.Torque,
        "moment about x through the centroid", "M + r × F");
    public static readonly Term CentroidMomentY = new("centroidMomentY", "M_c,y", Dimension.Torque,
        "moment about y through the centroid", "M + r × F");
    public static readonly Term CentroidMomentZ = new("centroidMomentZ", "T_c", Dimension.Torque,
        "torsion about the centroid", "M + r × F");
    public static readonly Term PivotArm = new("pivotArm", "e_piv", Dimension.Length,
        "from the compression line to the centroid", "the pattern");
    public static readonly Term PivotMoment = new("pivotMoment", "M_piv", Dimension.Torque,
        "moment about the compression line, the axial pull in it", "M + F·e");
    public static readonly Term PivotPull = new("pivotPull", "F_piv", Dimension.Force,
        "part of the pull that goes to one of two compression lines", "in the ratio |Mx|/ex : |My|/ey");
    public static readonly Term PivotTensions = new("pivotTensions", "F_A,Σ", Dimension.Force,
        "tension about two compression lines, added", "two separate idealisations");
    public static readonly Term PivotDistance = new("pivotDistance", "y_piv", Dimension.Length,
        "from the compression line to the bolt", "the pattern");
    public static readonly Term PivotSquares = new("pivotSquares", "Σy_piv²", Dimension.Area,
        "sum of squared distances of the bolts on the tension side from the compression line", "the pattern");
    public static readonly Term BoltPull = new("boltPull", "F_A,b", Dimension.Force,
        "outside tension on one bolt before prying", "the pattern");
    public static readonly Term PryingFactor = new("pryingFactor", "k_Q", Dimension.None,
        "bolt tension over the tension before prying", "stated");
    public static readonly Term PryingStem = new("pryingStem", "b", Dimension.Length, "bolt line to the face of the stem", "stated");
    public static readonly Term PryingStemReach = new("pryingStemReach", "b′", Dimension.Length,
        "arm on the stem's side", "AISC Manual Part 9, b − d/2");
    public static readonly Term PryingEdge = new("pryingEdge", "a", Dimension.Length, "bolt line to the flange's edge", "stated");
    public static readonly Term PryingEdgeReach = new("pryingEdgeReach", "a′", Dimension.Length,
        "arm on the edge's side", "AISC Manual Part 9, min(a; 1.25 b) + d/2");
    public static readonly Term PryingLength = new("pryingLength", "p", Dimension.Length,
        "length of flange that goes with one bolt", "stated");
    public static readonly Term FlangeThickness = new("flangeThickness", "t_f", Dimension.Length,
        "thickness of the flange: the part under the head", "the joint");
    public static readonly Term FlangeYield = new("flangeYield", "f_y,f", Dimension.Stress,
        "yield strength of the flange", "material table");
    public static readonly Term FlangeMoment = new("flangeMoment", "M_pl", Dimension.Torque,
        "plastic moment of the flange that goes with one bolt", "AISC Manual Part 9, p·fy·t²/4, yield in place of tensile strength");
    public static readonly Term PryingNet = new("pryingNet", "δ_p", Dimension.None,
        "net over gross length at the bolt line", "AISC Manual Part 9, 1 − d′/p");
    public static readonly Term PryingShare = new("pryingShare", "α_p", Dimension.None,
        "moment at the bolt line over that at the stem, 0 to 1, at the load times its required factor", "AISC Manual Part 9");
    public static readonly Term PryingForce = new("pryingForce", "Q", Dimension.Force,
        "prying force on one bolt", "AISC Manual Part 9, δ·α·Mpl/a′");
    public static readonly Term LoadGrowth = new("loadGrowth", "n_req", Dimension.None,
        "required factor of the load above preload", "the joint");
    public static readonly Term BoltX = new("boltX", "x", Dimension.Length, "place of the bolt from the centroid, along x", "the pattern");
    public static readonly Term BoltY = new("boltY", "y", Dimension.Length, "place of the bolt from the centroid, along y", "the pattern");
    public static readonly Term SumX2 = new("sumSquaresX", "Σx²", Dimension.Area,
        "sum of squares along x about the centroid", "the pattern");
    public static readonly Term SumY2 = new("sumSquaresY", "Σy²", Dimension.Area,
        "sum of squares along y about the centroid", "the pattern");
    public static readonly Term SumXY = new("sumProducts", "Σxy", Dimension.Area,
        "sum of products about the centroid; 0 in a symmetrical group", "the pattern");
    public static readonly Term PolarSum = new("polar", "Σr²", Dimension.Area, "sum of squared distances from the centroid",
        "the pattern");
    public static readonly Term DirectShearX = new("directShearX", "V_d,x", Dimension.Force,
        "direct share of the in-plane force, along x", "elastic vector method, V/N");
    public static readonly Term DirectShearY = new("directShearY", "V_d,y", Dimension.Force,
        "direct share of the in-plane force, along y", "elastic vector method, V/N");
    public static readonly Term TorsionShearX = new("torsionShearX", "V_t,x", Dimension.Force,
        "share of the torsion, along x", "elastic vector method, T·r/Σr² perpendicular to r");
    public static readonly Term TorsionShearY = new("torsionShearY", "V_t,y", Dimension.Force,
        "share of the torsion, along y", "elastic vector method, T·r/Σr² perpendicular to r");
    public static readonly Term BoltTension = new("boltTension", "F_A,c", Dimension.Force,
        "outside tension on one bolt by the centroid school", "rigid plate on springs: a + b·x + c·y");
    public static readonly Term PivotTension = new("pivotTension", "F_A,piv", Dimension.Force,
        "outside tension on one bolt by the pivot school", "M·y/Σy² from the compression line");
    public static readonly Term EndLoad = new("endLoad", "F_end", Dimension.Force, "pressure on a bore or end cap", "p·π/4·D²");
    public static readonly Term RamPull = new("ramPull", "F_pull", Dimension.Force, "pull of a ram", "p·π/4·(D² − d²)");
    public static readonly Term PressureInside = new("pressureInside", "p_B", Dimension.Stress,
        "pressure on the bore, or of the wind", "load case");
    public static readonly Term BoreDiameter = new("boreDiameter", "D_B", Dimension.Length, "bore", "load case");
    public static readonly Term RodDiameter = new("rodDiameter", "d_R", Dimension.Length, "rod", "load case");
    public static readonly Term PanelWidth = new("panelWidth", "w_P", Dimension.Length, "width of the panel", "load case");
    public static readonly Term PanelHeight = new("panelHeight", "h_P", Dimension.Length, "height of the panel", "load case");
    public static readonly Term WindForce = new("windForce", "F_w", Dimension.Force, "wind on the panel", "q·w·h");
    public static readonly Term MovingMass = new("movingMass", "m_r", Dimension.Mass, "mass", "load case");
    public static readonly Term GravityLevel = new("gravityLevel", "g_n", Dimension.None, "acceleration over that of gravity", "load case");
    public static readonly Term MassForce = new("massForce", "F_mass", Dimension.Force,
        "inertia or weight of a mass", "m·n·g, g = 9.80665 m/s²");
    public static readonly Term CrankRadius = new("crankRadius", "r_c", Dimension.Length, "crank radius", "load case");
    public static readonly Term CrankSpeed = new("crankSpeed", "ω", Dimension.Speed, "speed of the crank", "load case");
    public static readonly Term ConnectingRod = new("connectingRod", "l_c", Dimension.Length, "length of the connecting rod", "load case");
    public static readonly Term InertiaForce = new("inertiaForce", "F_in", Dimension.Force,
        "inertia of a reciprocating mass at top dead centre", "m·r·ω²·(1 + r/l)");
#pragma warning restore CS1591

    /// <summary>All terms, in the order of the job, then those that the design bases bring along in classes of their own.</summary>
    public static IReadOnlyList<Term> All => Gathered.All;

    /// <summary>The terms that one class names.</summary>
    public static IEnumerable<Term> Of(Type type) =>
        type.GetFields(BindingFlags.Public | BindingFlags.Static).Where(f => f.FieldType == typeof(Term))
            .Select(f => (Term)f.GetValue(null)!);

    private static class Gathered
    {
        internal static readonly IReadOnlyList<Term> All = [.. Of(typeof(Terms)), .. Homes.SelectMany(Of)];

        private static IEnumerable<Type> Homes =>
            typeof(Terms).Assembly.GetTypes().Where(t => t != typeof(Terms) && t.Name.EndsWith("Terms", StringComparison.Ordinal))
                .OrderBy(t => t.FullName, StringComparer.Ordinal);
    }
}
