using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Hasp.Store.Migrations
{
    /// <inheritdoc />
    public partial class WhoMovedAndLines : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Editor",
                table: "Revisions",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "MovedBy",
                table: "Records",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "Lines",
                columns: table => new
                {
                    JointId = table.Column<int>(type: "INTEGER", nullable: false),
                    ProjectId = table.Column<int>(type: "INTEGER", nullable: false),
                    Revision = table.Column<int>(type: "INTEGER", nullable: false),
                    MadeBy = table.Column<string>(type: "TEXT", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Reserve = table.Column<double>(type: "REAL", nullable: false),
                    Standing = table.Column<string>(type: "TEXT", nullable: false),
                    Problem = table.Column<string>(type: "TEXT", nullable: true),
                    IsInHand = table.Column<bool>(type: "INTEGER", nullable: false),
                    SaidSi = table.Column<string>(type: "TEXT", nullable: false),
                    SaidUs = table.Column<string>(type: "TEXT", nullable: false),
                    GovernsSi = table.Column<string>(type: "TEXT", nullable: false),
                    GovernsUs = table.Column<string>(type: "TEXT", nullable: false),
                    Drawing = table.Column<string>(type: "TEXT", nullable: false),
                    Words = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Lines", x => x.JointId);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Lines_ProjectId_Number_JointId",
                table: "Lines",
                columns: new[] { "ProjectId", "Number", "JointId" });

            migrationBuilder.CreateIndex(
                name: "IX_Lines_ProjectId_Reserve_JointId",
                table: "Lines",
                columns: new[] { "ProjectId", "Reserve", "JointId" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Lines");

            migrationBuilder.DropColumn(
                name: "Editor",
                table: "Revisions");

            migrationBuilder.DropColumn(
                name: "MovedBy",
                table: "Records");
        }
    }
}
