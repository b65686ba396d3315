-- Makes a demonstration practice as large as one of some years: its own cases again and again under new numbers and names.
-- One in ten has a visit within the next 30 days, one in 25 none; the others are past and finished. Of those to come one in five
-- has readings already. $count: how many.
CREATE TEMP TABLE "Seeds" AS SELECT row_number() OVER (ORDER BY "Number") - 1 AS "At", "Id" FROM "Cases" WHERE "RemovedAt" IS NULL;
CREATE TEMP TABLE "Copies" AS
WITH RECURSIVE k(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM k WHERE n < $count)
SELECT n, "Seeds"."Id" AS "From",
    printf('%08X-0001-4000-8000-%012X', n, "At") AS "Id",
    CASE WHEN n % 10 = 0 THEN datetime('now', printf('+%d minutes', (n * 8640 / $count) * 5)) WHEN n % 25 = 1 THEN NULL
        ELSE datetime('now', printf('-%d hours', 24 + n % 17000)) END AS "VisitAt",
    n % 10 <> 0 AND n % 25 <> 1 AS "Past"
FROM k JOIN "Seeds" ON "At" = n % (SELECT count(*) FROM "Seeds");

INSERT INTO "Cases" ("Id", "FileId", "Number", "Patient", "VisitAt", "Note", "CreatedAt", "SheetSchool", "SheetOrder")
SELECT c."Id", replace(c."Id", '-0001-', '-0002-'), (SELECT "LastNumber" FROM "Settings") + n,
    substr('AdaBenCaraDovElsaFinnGretaHugoInesJanKiraLeo', 1 + 4 * (n % 11), 4) || ' ' ||
    substr('MarchandOkonkwoLindqvistPetrescuTanakaVelasco', 1 + 5 * (n % 8), 8) || ' ' || n,
    c."VisitAt", old."Note", old."CreatedAt", old."SheetSchool", NULL
FROM "Copies" c JOIN "Cases" old ON old."Id" = c."From";

INSERT INTO "Units" ("Id", "CaseId", "Tooth", "Order", "Version", "FinishedAt", "Restoration", "Material")
SELECT printf('%08X-0003-4000-8000-%012X', n, u.rowid), c."Id", u."Tooth", u."Order", 1,
    CASE WHEN "Past" THEN c."VisitAt" END, u."Restoration", u."Material"
FROM "Copies" c JOIN "Units" u ON u."CaseId" = c."From" WHERE u."RemovedAt" IS NULL;

INSERT INTO "Plans" ("Id", "UnitId", "Version", "Inputs", "ProtocolId", "ProtocolVersion", "Result", "MadeAt", "MadeBy")
SELECT printf('%08X-0004-4000-8000-%012X', n, p.rowid), printf('%08X-0003-4000-8000-%012X', n, u.rowid), 1,
    p."Inputs", p."ProtocolId", p."ProtocolVersion", p."Result", p."MadeAt", p."MadeBy"
FROM "Copies" c JOIN "Units" u ON u."CaseId" = c."From" JOIN "Plans" p ON p."UnitId" = u."Id" AND p."Version" = u."Version"
WHERE u."RemovedAt" IS NULL;

INSERT INTO "Readings" ("Id", "UnitId", "Zone", "Kind", "GaugeId", "FromMm", "BelowMm", "IncludesEnd", "Entry", "TakenAt", "TakenBy")
SELECT printf('%08X-0005-4000-8000-%012X', n, r.rowid), printf('%08X-0003-4000-8000-%012X', n, u.rowid),
    r."Zone", r."Kind", r."GaugeId", r."FromMm", r."BelowMm", r."IncludesEnd", r."Entry", r."TakenAt", r."TakenBy"
FROM "Copies" c JOIN "Units" u ON u."CaseId" = c."From" JOIN "Readings" r ON r."UnitId" = u."Id"
WHERE u."RemovedAt" IS NULL AND r."TakenBackAt" IS NULL AND ("Past" OR n % 50 = 0);

UPDATE "Settings" SET "LastNumber" = (SELECT max("Number") FROM "Cases");
