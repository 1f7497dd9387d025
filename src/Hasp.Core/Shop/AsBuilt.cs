using System.Collections.Immutable;
using Hasp.Core.Joints;
using Hasp.Core.Sizing;

namespace Hasp.Core.Shop;

/// <summary>By what the clamp of a tightened bolt is known.</summary>
public enum ClampBy
{
    /// <summary>By a force that was shown.</summary>
    Tension,

    /// <summary>By the stretch of the bolt.</summary>
    Stretch,

    /// <summary>By the torque alone: a range.</summary>
    Torque,
}

/// <summary>Where the clamp of one tightened bolt lies in its joint's window. N.</summary>
/// <param name="Bolt">Its number.</param>
/// <param name="Least">The least that it may be.</param>
/// <param name="Most">The most.</param>
/// <param name="By">By what it is known.</param>
/// <param name="From">Where the window begins.</param>
/// <param name="To">Where it ends.</param>
public readonly record struct AsBuiltBolt(int Bolt, double Least, double Most, ClampBy By, double From, double To)
{
    /// <summary>True where it lies in the window, whatever of its range is true.</summary>
    public bool Within => Least >= From && Most <= To;

    /// <summary>In words.</summary>
    public string Words =>
        Within ? "within the window" : Least < From && Most > To ? "may be outside on either side" : Least < From
            ? (Most < From ? "too loose" : "may be too loose") : Least > To ? "too tight" : "may be too tight";

    // What a micrometer over both ends and a gauge of the tension are good for, either way.
    private const double ByStretch = 0.05, ByTension = 0.02;

    /// <summary>A bolt from what was read at it; null where nothing was that tells its clamp.</summary>
    /// <param name="result">The joint and what it came to.</param>
    /// <param name="bolt">Its number.</param>
    /// <param name="torque">Torque reached, N·mm.</param>
    /// <param name="tension">Tension shown, N.</param>
    /// <param name="stretch">Stretch from end to end, mm.</param>
    public static AsBuiltBolt? Of(Result result, int bolt, double? torque, double? tension, double? stretch)
    {
        // What is in the bolt after tightening, before it settles: the window is of what is left, and the loss is added to its lower edge;
        // a code has counted it in.
        var loss = result.Joint.Tightening.Pretensioned ? 0 : result[Terms.EmbeddingLoss]
            + (result[Terms.Relaxation] * result[Terms.Preload]);
        var (from, to) = (result.Window.From + loss, result.Window.To);
        if (tension is > 0) return new(bolt, tension.Value * (1 - ByTension), tension.Value * (1 + ByTension), ClampBy.Tension, from, to);
        if (stretch is > 0)
        {
            var force = stretch.Value / result[Terms.MeasuredStretch] * result[Terms.Preload];
            return new(bolt, force * (1 - ByStretch), force * (1 + ByStretch), ClampBy.Stretch, from, to);
        }
        if (torque is not > 0) return null;
        var how = result.Joint.Tightening;
        var turning = Math.Max(0, torque.Value - how.PrevailingTorque);
        var d = result.Joint.Bolts.Thread.Diameter;
        // K given without a band has the method's scatter about it.
        var (low, high) = how.FrictionFromTable || how.FrictionMeasured ? (how.NutFactor.Low, how.NutFactor.High)
            : (result[Terms.NutFactor] / (1 + how.Method.Scatter), result[Terms.NutFactor] / (1 - how.Method.Scatter));
        return new(bolt, turning / (high * d), turning / (low * d), ClampBy.Torque, from, to);
    }
}
