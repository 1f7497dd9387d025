using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Hasp.Store.Migrations
{
    /// <inheritdoc />
    public partial class Records : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.RenameColumn(
                name: "JointId",
                table: "Revisions",
                newName: "RecordId");

            migrationBuilder.RenameColumn(
                name: "JointId",
                table: "Drafts",
                newName: "RecordId");

            migrationBuilder.AddColumn<byte[]>(
                name: "Payload",
                table: "Revisions",
                type: "BLOB",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Records",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    OwnerId = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Current = table.Column<int>(type: "INTEGER", nullable: false),
                    DeletedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Records", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Records_Kind_OwnerId",
                table: "Records",
                columns: new[] { "Kind", "OwnerId" });

            // Joints keep their numbers; the others follow behind them.
            migrationBuilder.Sql("""
                INSERT INTO "Records" ("Id", "Kind", "OwnerId", "Name", "Current", "DeletedAt")
                    SELECT "Id", 'joint', "ProjectId", '', "Current", "DeletedAt" FROM "Joints";
                CREATE TABLE "__Next" AS SELECT COALESCE(MAX("Id"), 0) AS "N" FROM "Joints";
                INSERT INTO "Records" ("Id", "Kind", "OwnerId", "Name", "Current", "DeletedAt")
                    SELECT "Own"."Id" + "N", "Kind", 0, "Name", 1, "DeletedAt" FROM "Own", "__Next";
                INSERT INTO "Revisions" ("RecordId", "Number", "Document", "Summary", "At")
                    SELECT "Own"."Id" + "N", 1, "Document", 'kept', strftime('%Y-%m-%d %H:%M:%S', 'now') FROM "Own", "__Next";
                UPDATE "__Next" SET "N" = "N" + COALESCE((SELECT MAX("Id") FROM "Own"), 0);
                INSERT INTO "Records" ("Id", "Kind", "OwnerId", "Name", "Current", "DeletedAt")
                    SELECT "LoadSets"."Id" + "N", 'loads', "JointId", "Name", 1, "DeletedAt" FROM "LoadSets", "__Next";
                INSERT INTO "Revisions" ("RecordId", "Number", "Document", "Payload", "Summary", "At")
                    SELECT "LoadSets"."Id" + "N", 1,
                        json_object('name', "Name", 'count', "Count", 'names', "Names", 'lines', hex("Lines"), 'refused', "Refused"), "Figures", 'imported', "At"
                    FROM "LoadSets", "__Next";
                DROP TABLE "__Next";
                """);

            migrationBuilder.DropTable(
                name: "Joints");

            migrationBuilder.DropTable(
                name: "LoadSets");

            migrationBuilder.DropTable(
                name: "Own");
        }

        /// <inheritdoc />
        /// <exception cref="System.NotSupportedException">Always: what was kept since has no place in the older tables; the file as it was before the upgrade lies beside it.</exception>
        protected override void Down(MigrationBuilder migrationBuilder) =>
            throw new NotSupportedException("the database before this upgrade lies beside it as hasp.db.before-upgrade-, with the day and second of it");
    }
}
