using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Dentelle.Data.Migrations
{
    /// <inheritdoc />
    public partial class Scans : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "ScanFiles",
                columns: table => new
                {
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    Simulated = table.Column<bool>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ScanFiles", x => x.Sha256);
                });

            migrationBuilder.CreateTable(
                name: "ScanSets",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    CaseId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Teeth = table.Column<string>(type: "TEXT", nullable: false),
                    Before = table.Column<string>(type: "TEXT", nullable: false),
                    After = table.Column<string>(type: "TEXT", nullable: false),
                    Antagonist = table.Column<string>(type: "TEXT", nullable: true),
                    Corrections = table.Column<string>(type: "TEXT", nullable: true),
                    Entry = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    TakenBackAt = table.Column<DateTime>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ScanSets", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ScanSets_Cases_CaseId",
                        column: x => x.CaseId,
                        principalTable: "Cases",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_ScanSets_ScanFiles_After",
                        column: x => x.After,
                        principalTable: "ScanFiles",
                        principalColumn: "Sha256",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_ScanSets_ScanFiles_Antagonist",
                        column: x => x.Antagonist,
                        principalTable: "ScanFiles",
                        principalColumn: "Sha256",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_ScanSets_ScanFiles_Before",
                        column: x => x.Before,
                        principalTable: "ScanFiles",
                        principalColumn: "Sha256",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_ScanSets_After",
                table: "ScanSets",
                column: "After");

            migrationBuilder.CreateIndex(
                name: "IX_ScanSets_Antagonist",
                table: "ScanSets",
                column: "Antagonist");

            migrationBuilder.CreateIndex(
                name: "IX_ScanSets_Before",
                table: "ScanSets",
                column: "Before");

            migrationBuilder.CreateIndex(
                name: "IX_ScanSets_CaseId_Entry",
                table: "ScanSets",
                columns: new[] { "CaseId", "Entry" });

            migrationBuilder.CreateIndex(
                name: "IX_ScanSets_Entry",
                table: "ScanSets",
                column: "Entry");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "ScanSets");

            migrationBuilder.DropTable(
                name: "ScanFiles");
        }
    }
}
