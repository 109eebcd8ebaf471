using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Terrapin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Catalogues : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Catalogues",
                columns: table => new
                {
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    SavedBy = table.Column<string>(type: "TEXT", maxLength: 120, nullable: false),
                    SavedAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: false),
                    CatalogueJson = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Catalogues", x => x.Number);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Catalogues");
        }
    }
}
