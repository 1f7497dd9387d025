using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Hasp.Store.Migrations
{
    /// <inheritdoc />
    public partial class DraftsByRevision : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropPrimaryKey(
                name: "PK_Drafts",
                table: "Drafts");

            migrationBuilder.AddPrimaryKey(
                name: "PK_Drafts",
                table: "Drafts",
                columns: new[] { "JointId", "Editor", "BaseRevision" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropPrimaryKey(
                name: "PK_Drafts",
                table: "Drafts");

            migrationBuilder.AddPrimaryKey(
                name: "PK_Drafts",
                table: "Drafts",
                columns: new[] { "JointId", "Editor" });
        }
    }
}
