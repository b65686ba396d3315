using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Dentelle.Data.Migrations
{
    /// <inheritdoc />
    public partial class DailyUse : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_BurUses_BurId_At",
                table: "BurUses");

            migrationBuilder.AddColumn<string>(
                name: "Material",
                table: "Units",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "Units",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Restoration",
                table: "Units",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<long>(
                name: "Entry",
                table: "StepTicks",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<int>(
                name: "LastNumber",
                table: "Settings",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<bool>(
                name: "TwelveHours",
                table: "Settings",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<string>(
                name: "WeekStart",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValue: "Monday");

            migrationBuilder.AddColumn<long>(
                name: "Entry",
                table: "Readings",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "Protocols",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Before",
                table: "DrawerBurs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "DrawerBurs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "UsedBefore",
                table: "DrawerBurs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            migrationBuilder.AddColumn<Guid>(
                name: "FileId",
                table: "Cases",
                type: "TEXT",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000000"));

            migrationBuilder.AddColumn<DateTime>(
                name: "RemovedAt",
                table: "Cases",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "Entry",
                table: "BurUses",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0L);

            // Rows were entered in the order of their rowids; a plan as it was kept says what it is for.
            foreach (var table in (string[])["Readings", "StepTicks", "BurUses"])
                migrationBuilder.Sql($"UPDATE \"{table}\" SET \"Entry\" = rowid");
            migrationBuilder.Sql("UPDATE \"Cases\" SET \"FileId\" = \"Id\"");
            migrationBuilder.Sql(
                """
                INSERT INTO "Settings" ("Id", "Notation", "WeekStart", "TwelveHours", "LastNumber")
                    SELECT 1, 'Iso', 'Monday', 0, 0 WHERE NOT EXISTS (SELECT 1 FROM "Settings" WHERE "Id" = 1)
                """
            );
            migrationBuilder.Sql("UPDATE \"Settings\" SET \"LastNumber\" = coalesce((SELECT max(\"Number\") FROM \"Cases\"), 0)");
            migrationBuilder.Sql(
                """
                UPDATE "DrawerBurs" SET "UsedBefore" = coalesce(
                    (SELECT max(u."Entry") FROM "BurUses" u WHERE u."BurId" = "DrawerBurs"."BurId" AND u."At" < "DrawerBurs"."NewSince"), 0)
                """
            );
            migrationBuilder.Sql(
                """
                UPDATE "Units" SET
                    "Restoration" = coalesce((SELECT json_extract(p."Result", '$.units[0].restoration') FROM "Plans" p
                        WHERE p."UnitId" = "Units"."Id" AND p."Version" = "Units"."Version"), 'crown'),
                    "Material" = coalesce((SELECT json_extract(p."Result", '$.units[0].material') FROM "Plans" p
                        WHERE p."UnitId" = "Units"."Id" AND p."Version" = "Units"."Version"), 'metal')
                """
            );

            migrationBuilder.CreateIndex(
                name: "IX_StepTicks_Entry",
                table: "StepTicks",
                column: "Entry");

            migrationBuilder.CreateIndex(
                name: "IX_Readings_Entry",
                table: "Readings",
                column: "Entry");

            migrationBuilder.CreateIndex(
                name: "IX_Cases_VisitAt",
                table: "Cases",
                column: "VisitAt");

            migrationBuilder.CreateIndex(
                name: "IX_BurUses_BurId_Entry",
                table: "BurUses",
                columns: new[] { "BurId", "Entry" });

            migrationBuilder.CreateIndex(
                name: "IX_BurUses_Entry",
                table: "BurUses",
                column: "Entry");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_StepTicks_Entry",
                table: "StepTicks");

            migrationBuilder.DropIndex(
                name: "IX_Readings_Entry",
                table: "Readings");

            migrationBuilder.DropIndex(
                name: "IX_Cases_VisitAt",
                table: "Cases");

            migrationBuilder.DropIndex(
                name: "IX_BurUses_BurId_Entry",
                table: "BurUses");

            migrationBuilder.DropIndex(
                name: "IX_BurUses_Entry",
                table: "BurUses");

            migrationBuilder.DropColumn(
                name: "Material",
                table: "Units");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "Units");

            migrationBuilder.DropColumn(
                name: "Restoration",
                table: "Units");

            migrationBuilder.DropColumn(
                name: "Entry",
                table: "StepTicks");

            migrationBuilder.DropColumn(
                name: "LastNumber",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "TwelveHours",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "WeekStart",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Entry",
                table: "Readings");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "Protocols");

            migrationBuilder.DropColumn(
                name: "Before",
                table: "DrawerBurs");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "DrawerBurs");

            migrationBuilder.DropColumn(
                name: "UsedBefore",
                table: "DrawerBurs");

            migrationBuilder.DropColumn(
                name: "FileId",
                table: "Cases");

            migrationBuilder.DropColumn(
                name: "RemovedAt",
                table: "Cases");

            migrationBuilder.DropColumn(
                name: "Entry",
                table: "BurUses");

            migrationBuilder.CreateIndex(
                name: "IX_BurUses_BurId_At",
                table: "BurUses",
                columns: new[] { "BurId", "At" });
        }
    }
}
