using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Hasp.Store.Migrations
{
    /// <inheritdoc />
    public partial class LoadSets : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "LoadSets",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    JointId = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Count = table.Column<int>(type: "INTEGER", nullable: false),
                    Figures = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Names = table.Column<string>(type: "TEXT", nullable: false),
                    Lines = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Refused = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    DeletedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LoadSets", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_LoadSets_JointId",
                table: "LoadSets",
                column: "JointId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "LoadSets");
        }
    }
}
