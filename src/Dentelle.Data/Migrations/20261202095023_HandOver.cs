using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Dentelle.Data.Migrations
{
    /// <inheritdoc />
    public partial class HandOver : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "HandOvers",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    CaseId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Teeth = table.Column<string>(type: "TEXT", nullable: false),
                    Document = table.Column<string>(type: "TEXT", nullable: false),
                    Sha256 = table.Column<string>(type: "TEXT", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    AnsweredAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    AnsweredBy = table.Column<string>(type: "TEXT", nullable: true),
                    Unseen = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_HandOvers", x => x.Id);
                    table.ForeignKey(
                        name: "FK_HandOvers_Cases_CaseId",
                        column: x => x.CaseId,
                        principalTable: "Cases",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "LaboratoryQueries",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    HandOverId = table.Column<Guid>(type: "TEXT", nullable: false),
                    CaseId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Tooth = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    Zone = table.Column<string>(type: "TEXT", nullable: true),
                    FoundMm = table.Column<double>(type: "REAL", nullable: true),
                    NeededMm = table.Column<double>(type: "REAL", nullable: true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    Simulated = table.Column<bool>(type: "INTEGER", nullable: false),
                    Reply = table.Column<string>(type: "TEXT", nullable: true),
                    RepliedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    RepliedBy = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LaboratoryQueries", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LaboratoryQueries_HandOvers_HandOverId",
                        column: x => x.HandOverId,
                        principalTable: "HandOvers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_HandOvers_At",
                table: "HandOvers",
                column: "At");

            migrationBuilder.CreateIndex(
                name: "IX_HandOvers_CaseId",
                table: "HandOvers",
                column: "CaseId");

            migrationBuilder.CreateIndex(
                name: "IX_LaboratoryQueries_HandOverId",
                table: "LaboratoryQueries",
                column: "HandOverId");

            migrationBuilder.CreateIndex(
                name: "IX_LaboratoryQueries_RepliedAt",
                table: "LaboratoryQueries",
                column: "RepliedAt");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "LaboratoryQueries");

            migrationBuilder.DropTable(
                name: "HandOvers");
        }
    }
}
