using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Dentelle.Data.Migrations
{
    /// <inheritdoc />
    public partial class ScanPlaces : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Picked",
                table: "ScanSets",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Picked",
                table: "ScanSets");
        }
    }
}
