using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Terrapin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Photographs : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Photographs",
                columns: table => new
                {
                    Number = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    SiteId = table.Column<string>(type: "TEXT", nullable: false),
                    Id = table.Column<string>(type: "TEXT", maxLength: 40, nullable: true),
                    MainId = table.Column<string>(type: "TEXT", maxLength: 40, nullable: true),
                    Caption = table.Column<string>(type: "TEXT", maxLength: 200, nullable: false),
                    AddedBy = table.Column<string>(type: "TEXT", maxLength: 120, nullable: false),
                    AddedAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: false),
                    Width = table.Column<int>(type: "INTEGER", nullable: false),
                    Height = table.Column<int>(type: "INTEGER", nullable: false),
                    Jpeg = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Photographs", x => x.Number);
                    table.ForeignKey(
                        name: "FK_Photographs_Sites_SiteId",
                        column: x => x.SiteId,
                        principalTable: "Sites",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Photographs_SiteId_Id",
                table: "Photographs",
                columns: new[] { "SiteId", "Id" },
                unique: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Photographs");
        }
    }
}
