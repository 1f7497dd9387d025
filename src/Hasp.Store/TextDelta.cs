using System.Text;

namespace Hasp.Store;

/// <summary>
/// A text as what differs from another: passages taken from that other, and what is new between them. Of a document of eight hundred load
/// cases in which one figure was edited some twenty bytes are left.
/// </summary>
/// <remarks>
/// Passages are found by blocks: where a block of the other text stands anywhere in the new one, it is followed as far as the two agree.
/// Whatever is missed is only longer, never wrong: <see cref="Applied"/> puts together what was written down.
/// </remarks>
public static class TextDelta
{
    private const int Block = 24;

    /// <summary>What has to be known of a text where another is at hand.</summary>
    /// <param name="from">The text at hand.</param>
    /// <param name="to">The text that is to be had again.</param>
    public static byte[] Between(string from, string to)
    {
        var (old, now) = (Encoding.UTF8.GetBytes(from), Encoding.UTF8.GetBytes(to));
        using var written = new MemoryStream();
        using (var writer = new BinaryWriter(written))
        {
            foreach (var (start, length, fresh) in Passages(old, now))
            {
                writer.Write7BitEncodedInt(fresh.Length);
                writer.Write(now.AsSpan(fresh.Start, fresh.Length));
                writer.Write7BitEncodedInt(start);
                writer.Write7BitEncodedInt(length);
            }
        }
        return written.ToArray();
    }

    /// <summary>The text again.</summary>
    /// <param name="from">The text that was at hand when the delta was made.</param>
    /// <param name="delta">The delta.</param>
    /// <exception cref="InvalidDataException">The delta is of another text.</exception>
    public static string Applied(string from, byte[] delta)
    {
        var old = Encoding.UTF8.GetBytes(from);
        using var reader = new BinaryReader(new MemoryStream(delta));
        using var text = new MemoryStream(old.Length);
        try
        {
            while (reader.BaseStream.Position < delta.Length)
            {
                text.Write(reader.ReadBytes(reader.Read7BitEncodedInt()));
                var (start, length) = (reader.Read7BitEncodedInt(), reader.Read7BitEncodedInt());
                text.Write(old.AsSpan(start, length));
            }
        }
        catch (Exception e) when (e is ArgumentException or IOException or FormatException)
        {
            throw new InvalidDataException("What is kept of a revision does not fit the one that it was kept beside.", e);
        }
        return Encoding.UTF8.GetString(text.GetBuffer(), 0, (int)text.Length);
    }

    /// <summary>Passages of the old bytes in the order of the new ones, each with the new bytes before it.</summary>
    private static IEnumerable<(int Start, int Length, (int Start, int Length) Fresh)> Passages(byte[] old, byte[] now)
    {
        // Nearly all of a document that was edited in one place is before that place or behind it.
        var head = old.AsSpan().CommonPrefixLength(now);
        var tail = 0;
        while (tail < Math.Min(old.Length, now.Length) - head && old[^(tail + 1)] == now[^(tail + 1)]) tail++;
        if (head > 0) yield return (0, head, (0, 0));

        var (fresh, at, end) = (head, head, now.Length - tail);
        var blocks = end - at >= Block ? BlocksOf(old) : [];
        while (at + Block <= end)
        {
            if (!blocks.TryGetValue(Print(now, at), out var start) || !old.AsSpan(start, Block).SequenceEqual(now.AsSpan(at, Block)))
            {
                at++;
                continue;
            }
            var back = 0;
            while (back < Math.Min(start, at - fresh) && old[start - back - 1] == now[at - back - 1]) back++;
            var length = back + old.AsSpan(start).CommonPrefixLength(now.AsSpan(at, end - at));
            yield return (start - back, length, (fresh, at - back - fresh));
            fresh = at = at - back + length;
        }
        yield return (old.Length - tail, tail, (fresh, end - fresh));
    }

    private static Dictionary<int, int> BlocksOf(byte[] old)
    {
        var blocks = new Dictionary<int, int>(old.Length / Block);
        for (var at = 0; at + Block <= old.Length; at += Block) blocks.TryAdd(Print(old, at), at);
        return blocks;
    }

    private static int Print(byte[] text, int at)
    {
        var hash = new HashCode();
        hash.AddBytes(text.AsSpan(at, Block));
        return hash.ToHashCode();
    }
}
