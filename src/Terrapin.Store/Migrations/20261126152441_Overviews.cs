using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Terrapin.Store.Migrations
{
    /// <inheritdoc />
    public partial class Overviews : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "DeletedAt",
                table: "Sites",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "DeletedBy",
                table: "Sites",
                type: "TEXT",
                maxLength: 120,
                nullable: true);

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "PutAwayAt",
                table: "Sites",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<byte[]>(
                name: "Overview",
                table: "Revisions",
                type: "BLOB",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "DeletedAt",
                table: "Sites");

            migrationBuilder.DropColumn(
                name: "DeletedBy",
                table: "Sites");

            migrationBuilder.DropColumn(
                name: "PutAwayAt",
                table: "Sites");

            migrationBuilder.DropColumn(
                name: "Overview",
                table: "Revisions");
        }
    }
}
