using Hasp.Store;
using Microsoft.EntityFrameworkCore;

namespace Hasp.Tests.Storing;

/// <summary>The database of a file, as the server would open it.</summary>
internal sealed class Databases(string file) : IDbContextFactory<HaspDb>
{
    public HaspDb CreateDbContext()
    {
        var builder = new DbContextOptionsBuilder<HaspDb>();
        HaspDb.Configure(builder, file);
        return new HaspDb(builder.Options);
    }
}
