using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Dentelle.Data.Migrations
{
    /// <inheritdoc />
    public partial class RunSheets : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "SheetOrder",
                table: "Cases",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "SheetSchool",
                table: "Cases",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "BurUses",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    BurId = table.Column<string>(type: "TEXT", nullable: false),
                    On = table.Column<string>(type: "TEXT", nullable: false),
                    Wet = table.Column<bool>(type: "INTEGER", nullable: false),
                    CaseId = table.Column<Guid>(type: "TEXT", nullable: true),
                    Tooth = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_BurUses", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "DrawerBurs",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    BurId = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    Order = table.Column<int>(type: "INTEGER", nullable: false),
                    Pieces = table.Column<int>(type: "INTEGER", nullable: false),
                    Sterilised = table.Column<int>(type: "INTEGER", nullable: false),
                    Worn = table.Column<bool>(type: "INTEGER", nullable: false),
                    NewSince = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DrawerBurs", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "StepTicks",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    CaseId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: true),
                    BurId = table.Column<string>(type: "TEXT", nullable: true),
                    StartedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EndedAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StepTicks", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_BurUses_BurId_At",
                table: "BurUses",
                columns: new[] { "BurId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_DrawerBurs_BurId",
                table: "DrawerBurs",
                column: "BurId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_StepTicks_CaseId_Key",
                table: "StepTicks",
                columns: new[] { "CaseId", "Key" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "BurUses");

            migrationBuilder.DropTable(
                name: "DrawerBurs");

            migrationBuilder.DropTable(
                name: "StepTicks");

            migrationBuilder.DropColumn(
                name: "SheetOrder",
                table: "Cases");

            migrationBuilder.DropColumn(
                name: "SheetSchool",
                table: "Cases");
        }
    }
}
