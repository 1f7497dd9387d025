using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Hasp.Store.Migrations
{
    /// <inheritdoc />
    public partial class Deltas : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Beside",
                table: "Revisions",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<byte[]>(
                name: "Delta",
                table: "Revisions",
                type: "BLOB",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Beside",
                table: "Revisions");

            migrationBuilder.DropColumn(
                name: "Delta",
                table: "Revisions");
        }
    }
}
