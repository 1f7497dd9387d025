namespace Hasp.Core.LoadPath;

/// <summary>Strength of a group in eccentric shear.</summary>
/// <param name="Strength">Load that the group carries along the given line, N.</param>
/// <param name="Coefficient">The same over the strength of one bolt.</param>
/// <param name="ElasticStrength">What the elastic vector method gives, N.</param>
/// <param name="Residual">Imbalance of the internal forces over the load: how well the centre was found.</param>
/// <param name="Iterations">Steps taken.</param>
public readonly record struct GroupStrength(double Strength, double Coefficient, double ElasticStrength, double Residual, int Iterations);

/// <summary>
/// Instantaneous-centre method for a bolt group in eccentric shear (AISC 360 commentary J3; the load–deformation curve R = Rult·(1 −
/// e^(−10Δ))^0.55, Δ in inches, 0.34 in at the farthest bolt). The plate moves as a rigid body: a shift and a turn, so that the centre
/// may lie anywhere, at infinity as well, and a load through the centroid is no special case.
/// </summary>
public static class InstantaneousCentre
{
    /// <summary>Deformation of the farthest bolt, mm.</summary>
    public const double LargestDeformation = 0.34 * 25.4;

    /// <summary>R/Rult at a deformation of Δ mm; 0.98 at the largest.</summary>
    public static double Curve(double deformation) => Math.Pow(1 - Math.Exp(-10 / 25.4 * deformation), 0.55);

    /// <summary>Finds the load of direction (ux, uy) through a point that the group carries.</summary>
    /// <param name="group">Bolts of one size; their weights count in the strength.</param>
    /// <param name="directionX">Any length above 0.</param>
    /// <param name="directionY">Likewise.</param>
    /// <param name="atX">Point on the load's line, mm.</param>
    /// <param name="atY">Point on the load's line, mm.</param>
    /// <param name="boltStrength">Rult, N.</param>
    /// <exception cref="ArgumentException">The direction has no length, or one bolt alone has a load beside it.</exception>
    public static GroupStrength Solve(BoltGroup group, double directionX, double directionY, double atX, double atY, double boltStrength)
    {
        var length = Math.Sqrt((directionX * directionX) + (directionY * directionY));
        if (!(length > 0)) throw new ArgumentException("the load has no direction", nameof(directionX));
        var (ux, uy) = (directionX / length, directionY / length);
        // The load as seen from the centroid: force of 1 and its moment.
        var arm = ((atX - group.CentroidX) * uy) - ((atY - group.CentroidY) * ux);
        if (group.IsPoint && Math.Abs(arm) > 1e-9) throw new ArgumentException("one bolt alone cannot carry a load beside it",
            nameof(group));
        var bolts = group.Bolts;
        var n = bolts.Length;
        var x = bolts.Select(b => b.X - group.CentroidX).ToArray();
        var y = bolts.Select(b => b.Y - group.CentroidY).ToArray();
        var stiffness = bolts.Select(b => b.Weight).ToArray();
        double strength = 0, residual = double.PositiveInfinity;
        var iteration = 0;
        // The elastic method with secant stiffnesses: solve, see how far each bolt moves, take the curve's secant there, solve again.
        for (; iteration < 400 && residual > 1e-12; iteration++)
        {
            var (shiftX, shiftY, turn) = Solve(stiffness, x, y, ux, uy, arm, group.IsPoint);
            var most = 0.0;
            for (var i = 0; i < n; i++) most = Math.Max(most, Move(i));
            var scale = LargestDeformation / most;
            double fx = 0, fy = 0, m = 0;
            for (var i = 0; i < n; i++)
            {
                var moved = Math.Max(Move(i) * scale, 1e-12);
                stiffness[i] = bolts[i].Weight * Curve(moved) / moved;
                var (dx, dy) = ((shiftX - (turn * y[i])) * scale, (shiftY + (turn * x[i])) * scale);
                fx += stiffness[i] * dx;
                fy += stiffness[i] * dy;
                m += stiffness[i] * ((x[i] * dy) - (y[i] * dx));
            }
            strength = (fx * ux) + (fy * uy);
            var reach = Math.Max(group.Size, Math.Abs(arm));
            // With a very long arm the moment is what must balance, and the load follows from it.
            if (Math.Abs(arm) > group.Size) strength = m / arm;
            residual = Math.Sqrt(BoltGroup.Square(fx - (strength * ux)) + BoltGroup.Square(fy - (strength * uy))
                + BoltGroup.Square((m - (strength * arm)) / Math.Max(reach, 1e-9)))
                / Math.Max(Math.Abs(strength) * Math.Max(1, group.IsPoint ? 1 : Math.Abs(arm) / group.Size), 1e-12);

            double Move(int i) => Math.Sqrt(BoltGroup.Square(shiftX - (turn * y[i])) + BoltGroup.Square(shiftY + (turn * x[i])));
        }
        return new GroupStrength(strength * boltStrength, strength, Elastic(group, ux, uy, arm, boltStrength), residual, iteration);
    }

    /// <summary>
    /// What a group is worth along the line of a load, in bolts: by this method and by the elastic one. Null where the load has no in-plane
    /// force to follow, or one bolt would have to hold a torsion.
    /// </summary>
    public static (double Centre, double Elastic)? Worth(BoltGroup group, Joints.LoadCase load)
    {
        var (fx, fy) = (load.Load.Force.X, load.Load.Force.Y);
        var torsion = OnBolt.MomentsAtCentroid<Formulas.Plain>(load, group).Z.Value;
        var square = (fx * fx) + (fy * fy);
        // Beyond a thousand times the group's size the force is a remainder of a couple: there is no line to follow.
        if (square < 1e-12 || (group.IsPoint ? Math.Abs(torsion) > 1e-3 * Math.Sqrt(square)
            : Math.Abs(torsion) > 1000 * group.Size * Math.Sqrt(square))) return null;
        var strength = Solve(group, fx, fy, group.CentroidX + (group.IsPoint ? 0 : torsion * fy / square),
            group.CentroidY - (group.IsPoint ? 0 : torsion * fx / square), 1);
        return (strength.Coefficient, strength.ElasticStrength);
    }

    /// <summary>The load at which the most loaded bolt reaches its strength by the elastic vector method, N.</summary>
    private static double Elastic(BoltGroup group, double ux, double uy, double arm, double boltStrength)
    {
        var most = 0.0;
        for (var i = 0; i < group.Bolts.Length; i++)
        {
            most = Math.Max(most, GroupFormulas.InPlane<Formulas.Plain>(group, i, new(ux), new(uy), new(arm))
                .Resultant.Value / group.Bolts[i].Weight);
        }
        return boltStrength / most;
    }

    /// <summary>Shift and turn of a rigid plate on springs under a unit force and its moment: three equations, solved by
    /// elimination.</summary>
    private static (double X, double Y, double Turn) Solve(double[] k, double[] x, double[] y, double ux, double uy, double moment,
        bool point)
    {
        double s = 0, sx = 0, sy = 0, sr = 0;
        for (var i = 0; i < k.Length; i++)
        {
            s += k[i];
            sx += k[i] * x[i];
            sy += k[i] * y[i];
            sr += k[i] * ((x[i] * x[i]) + (y[i] * y[i]));
        }
        if (point) return (ux / s, uy / s, 0);
        var turn = (moment + (((sy * ux) - (sx * uy)) / s)) / (sr - (((sx * sx) + (sy * sy)) / s));
        return ((ux + (sy * turn)) / s, (uy - (sx * turn)) / s, turn);
    }
}
