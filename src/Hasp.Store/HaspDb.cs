using System.Data.Common;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Hasp.Store;

/// <summary>The database: one SQLite file.</summary>
public sealed class HaspDb(DbContextOptions<HaspDb> options) : IdentityUserContext<Account, int>(options)
{
    public DbSet<ProjectRow> Projects => Set<ProjectRow>();

    public DbSet<RecordRow> Records => Set<RecordRow>();

    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    public DbSet<DraftRow> Drafts => Set<DraftRow>();

    public DbSet<JointLineRow> Lines => Set<JointLineRow>();

    public DbSet<EntryRow> Entries => Set<EntryRow>();

    public DbSet<MemberRow> Members => Set<MemberRow>();

    public DbSet<DeviceRow> Devices => Set<DeviceRow>();

    public DbSet<InvitationRow> Invitations => Set<InvitationRow>();

    public DbSet<ResetRow> Resets => Set<ResetRow>();

    public DbSet<HouseRow> House => Set<HouseRow>();

    /// <summary>Options for the file at <paramref name="path"/>.</summary>
    public static void Configure(DbContextOptionsBuilder builder, string path) =>
        builder.UseSqlite($"Data Source={path};Default Timeout=30").AddInterceptors(new Durable());

    /// <summary>Works out once what every question to a database needs: the model, and how a question becomes SQL.</summary>
    /// <param name="path">The file.</param>
    public static void Warm(string path)
    {
        var builder = new DbContextOptionsBuilder<HaspDb>();
        Configure(builder, path);
        using var db = new HaspDb(builder.Options);
        _ = db.Projects.AsNoTracking().OrderBy(p => p.Id).FirstOrDefault();
    }

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<EntryRow>().HasKey(e => e.Number);
        builder.Entity<EntryRow>().Property(e => e.Number).ValueGeneratedNever();
        builder.Entity<EntryRow>().HasIndex(e => e.Key).IsUnique();
        builder.Entity<EntryRow>().HasIndex(e => new { e.JointId, e.Kind });
        builder.Entity<EntryRow>().HasIndex(e => new { e.LotId, e.Kind });
        builder.Entity<MemberRow>().HasKey(m => new { m.AccountId, m.ProjectId });
        builder.Entity<DeviceRow>().HasIndex(d => d.KeyHash).IsUnique();
        builder.Entity<InvitationRow>().HasIndex(i => i.KeyHash).IsUnique();
        builder.Entity<ResetRow>().HasIndex(r => r.KeyHash).IsUnique();
        builder.Entity<HouseRow>().Property(h => h.Id).ValueGeneratedNever();
        builder.Entity<RecordRow>().HasIndex(r => new { r.Kind, r.OwnerId });
        builder.Entity<JointLineRow>().HasKey(l => l.JointId);
        builder.Entity<JointLineRow>().Property(l => l.JointId).ValueGeneratedNever();
        builder.Entity<JointLineRow>().HasIndex(l => new { l.ProjectId, l.Reserve, l.JointId });
        builder.Entity<JointLineRow>().HasIndex(l => new { l.ProjectId, l.Number, l.JointId });
        builder.Entity<RevisionRow>().HasKey(r => new { r.RecordId, r.Number });
        builder.Entity<DraftRow>().HasKey(d => new { d.RecordId, d.Editor, d.BaseRevision });
    }

    /// <summary>A flush at every commit: what was acknowledged survives a killed process and a power cut alike.</summary>
    private sealed class Durable : DbConnectionInterceptor
    {
        // Of the connection, not of the file: it writes nothing, so that a file may be looked at without touching it.
        private const string Pragmas = "PRAGMA synchronous=FULL;";

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
        {
            using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            command.ExecuteNonQuery();
        }

        public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default)
        {
            await using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            await command.ExecuteNonQueryAsync(cancellationToken);
        }
    }
}

/// <summary>For the migration tool only.</summary>
public sealed class HaspDbFactory : IDesignTimeDbContextFactory<HaspDb>
{
    public HaspDb CreateDbContext(string[] args)
    {
        var builder = new DbContextOptionsBuilder<HaspDb>();
        HaspDb.Configure(builder, "design.db");
        return new HaspDb(builder.Options);
    }
}
