using CsCheck;
using Hasp.Core.LoadPath;
using Hasp.Core.Shop;

namespace Hasp.Tests.Shop;

/// <summary>Orders of tightening: known sequences, and for any pattern each bolt once.</summary>
public sealed class TighteningOrderTests
{
    private static PlanPoint[] Circle(int n, double radius = 100) =>
        [.. Enumerable.Range(0, n).Select(i => new PlanPoint(radius * Math.Cos(2 * Math.PI * i / n),
            radius * Math.Sin(2 * Math.PI * i / n)))];

    private static PlanPoint[] Grid(int columns, int rows, double x = 70, double y = 50) =>
        [.. from r in Enumerable.Range(0, rows) from c in Enumerable.Range(0, columns) select new PlanPoint(c * x, r * y)];

    private static int[] Numbers(TighteningOrder order) => [.. order.Bolts.Select(i => i + 1)];

    [Theory]
    [InlineData(4, new[] { 1, 3, 2, 4 })]
    [InlineData(8, new[] { 1, 5, 3, 7, 2, 6, 4, 8 })]
    [InlineData(12, new[] { 1, 7, 4, 10, 2, 8, 5, 11, 3, 9, 6, 12 })]
    [InlineData(5, new[] { 1, 3, 5, 2, 4 })]
    public void A_circle_is_tightened_crosswise(int n, int[] order) =>
        Assert.Equal(order, Numbers(TighteningOrder.Of(Circle(n), OrderRule.Star)));

    [Fact]
    public void In_a_star_each_bolt_is_followed_by_its_opposite()
    {
        for (var n = 6; n <= 400; n += 2)
        {
            var order = TighteningOrder.Of(Circle(n), OrderRule.Star).Bolts;
            for (var i = 0; i < n; i += 2) Assert.Equal(n / 2, Math.Abs(order[i + 1] - order[i]));
        }
    }

    /// <summary>Whatever the number, even or odd, and wherever the bolts stand round the circle: the second is far from the first, and the third beside
    /// neither.</summary>
    [Fact]
    public void From_seven_on_the_third_bolt_is_beside_neither_of_the_first_two()
    {
        var looked = 0;
        for (var n = 7; n <= 101; n++)
        {
            var order = TighteningOrder.Of(Circle(n), OrderRule.Star).Bolts;
            int Apart(int a, int b) => Math.Min(Math.Abs(a - b), n - Math.Abs(a - b));
            Assert.True(Apart(order[0], order[1]) >= (n - 1) / 2);
            Assert.True(Apart(order[2], order[0]) > 1 && Apart(order[2], order[1]) > 1, $"{n}: {string.Join(' ', order.Take(3))}");
            Assert.Equal(n, order.Distinct().Count());
            looked++;
        }
        Assert.Equal(95, looked);
    }

    /// <summary>A circle with a gap, such as round a door: opposite is by angle, and not by counting bolts.</summary>
    [Fact]
    public void On_an_uneven_circle_opposite_is_by_angle()
    {
        double[] degrees = [0, 20, 40, 60, 80, 100, 180, 200];
        PlanPoint[] places = [.. degrees.Select(a => new PlanPoint(100 * Math.Cos(a * Math.PI / 180), 100 * Math.Sin(a * Math.PI / 180)))];
        var order = TighteningOrder.Of(places, OrderRule.Star).Bolts;
        double Apart(int a, int b) => Math.Abs(Math.IEEERemainder(degrees[a] - degrees[b], 360));
        Assert.True(Apart(order[0], order[1]) >= 160, string.Join(' ', order));
        Assert.True(Apart(order[2], order[0]) >= 60 && Apart(order[2], order[1]) >= 60, string.Join(' ', order));
        Assert.Equal(8, order.Distinct().Count());
    }

    [Fact]
    public void A_row_goes_from_its_middle_side_and_side() =>
        Assert.Equal([3, 4, 2, 5, 1], Numbers(TighteningOrder.Of(Grid(5, 1), OrderRule.Alternating)));

    [Fact]
    public void A_grid_goes_from_its_centre_outward()
    {
        var places = Grid(4, 3);
        var order = TighteningOrder.Of(places, OrderRule.Spiral).Bolts;
        Assert.Equal([6, 7], order.Take(2).Select(i => i + 1).Order());
        Assert.Equal([1, 4, 9, 12], order.TakeLast(4).Select(i => i + 1).Order());
        var centre = new PlanPoint(105, 50);
        Assert.Equal(order.Select(i => Math.Round(places[i].To(centre), 6)).Order(),
            order.Select(i => Math.Round(places[i].To(centre), 6)));
    }

    [Fact]
    public void From_the_stiffest_part_the_nearest_bolt_comes_first()
    {
        var places = Grid(4, 2);
        Assert.Equal(places.Length - 1, TighteningOrder.Of(places, OrderRule.FromStiffest, new(1000, 1000)).Bolts[0]);
        Assert.Equal(0, TighteningOrder.Of(places, OrderRule.FromStiffest, new(1000, 1000)).Bolts[^1]);
    }

    [Fact]
    public void The_usual_rule_goes_with_the_pattern()
    {
        Assert.Equal(OrderRule.Star, TighteningOrder.UsualFor(Circle(7)));
        Assert.Equal(OrderRule.Alternating, TighteningOrder.UsualFor(Grid(6, 1)));
        Assert.Equal(OrderRule.Alternating, TighteningOrder.UsualFor([new(1, 1)]));
        Assert.Equal(OrderRule.Spiral, TighteningOrder.UsualFor(Grid(3, 2)));
        Assert.Equal(OrderRule.Alternating, TighteningOrder.UsualFor([new(0, 0), new(10, 10), new(20, 20)]));
    }

    [Fact]
    public void By_hand_what_was_left_out_follows_and_nothing_comes_twice()
    {
        var order = TighteningOrder.Of(Grid(3, 2), OrderRule.ByHand, byHand: [5, 5, 2, 99, -1]);
        Assert.Equal([5, 2], order.Bolts.Take(2));
        Assert.Equal(Enumerable.Range(0, 6), order.Bolts.Order());
    }

    [Fact]
    public void Whatever_the_pattern_each_bolt_comes_once()
    {
        var seen = 0;
        var place = Gen.Select(Gen.Double[-500, 500], Gen.Double[-500, 500], (x, y) => new PlanPoint(x, y));
        var patterns = Gen.OneOf(
            Gen.Int[1, 400].Select(n => Circle(n)), Gen.Select(Gen.Int[1, 20], Gen.Int[1, 20], (c, r) => Grid(c, r)), place.Array[1, 400],
            // Bolts drawn on one another, and all in one place: still one each.
            Gen.Select(Gen.Int[1, 40], place, (n, p) => Enumerable.Repeat(p, n).ToArray()));
        Gen.Select(patterns, place, Gen.Int[0, 4]).Sample((places, stiffest, rule) =>
        {
            var order = TighteningOrder.Of(places, (OrderRule)rule, stiffest, [places.Length / 2, 0]);
            Assert.Equal(Enumerable.Range(0, places.Length), order.Bolts.Order());
            Interlocked.Increment(ref seen);
        }, iter: 2000);
        Assert.True(seen >= 2000);
    }

    [Fact]
    public void Every_number_to_four_hundred_by_every_rule()
    {
        for (var n = 1; n <= 400; n++)
        {
            foreach (var rule in Enum.GetValues<OrderRule>()) Assert.Equal(Enumerable.Range(0, n), TighteningOrder.Of(Circle(n), rule)
                .Bolts.Order());
        }
    }

    [Fact]
    public void Every_rule_names_its_source_and_its_name_in_documents()
    {
        foreach (var rule in Enum.GetValues<OrderRule>())
        {
            Assert.True(TighteningOrder.SourceOf(rule).Length > 10);
            Assert.Equal(rule, TighteningOrder.Names.Of(TighteningOrder.Names[rule]));
        }
    }
}
