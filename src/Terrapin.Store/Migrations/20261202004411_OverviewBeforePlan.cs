using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Terrapin.Store.Migrations
{
    /// <summary>
    /// The overview of a revision stands before its plan: SQLite reads a row from its start, and a list would otherwise read every plan
    /// to come to what is behind it.
    /// </summary>
    public partial class OverviewBeforePlan : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder) => migrationBuilder.Sql(
            """
            CREATE TABLE "Reordered" (
                "SiteId" TEXT NOT NULL,
                "Number" INTEGER NOT NULL,
                "Author" TEXT NOT NULL,
                "SavedAt" TEXT NOT NULL,
                "Sha256" TEXT NOT NULL,
                "Overview" BLOB NULL,
                "PlanJson" BLOB NOT NULL,
                CONSTRAINT "PK_Revisions" PRIMARY KEY ("SiteId", "Number"),
                CONSTRAINT "FK_Revisions_Sites_SiteId" FOREIGN KEY ("SiteId") REFERENCES "Sites" ("Id") ON DELETE CASCADE
            );
            INSERT INTO "Reordered" ("SiteId", "Number", "Author", "SavedAt", "Sha256", "Overview", "PlanJson")
            SELECT "SiteId", "Number", "Author", "SavedAt", "Sha256", "Overview", "PlanJson" FROM "Revisions";
            DROP TABLE "Revisions";
            ALTER TABLE "Reordered" RENAME TO "Revisions";
            """);

        /// <summary>Nothing: whatever reads the table names its columns.</summary>
        protected override void Down(MigrationBuilder migrationBuilder)
        {
        }
    }
}
