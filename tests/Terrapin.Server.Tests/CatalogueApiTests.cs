using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Terrapin.Core.Format;
using Terrapin.Core.Model;
using Terrapin.Core.Validation;
using Terrapin.Documents.Tables;

namespace Terrapin.Server.Tests;

/// <summary>Catalogues in and out of files.</summary>
public class CatalogueApiTests(TestServer server) : IClassFixture<TestServer>
{
    [Theory]
    [InlineData(CatalogueList.Drives)]
    [InlineData(CatalogueList.Sensors)]
    [InlineData(CatalogueList.Hubs)]
    [InlineData(CatalogueList.Radios)]
    [InlineData(CatalogueList.Finishes)]
    public void A_table_comes_back_as_it_was_written(CatalogueList list)
    {
        byte[] table = CatalogueCsv.Write(HouseCatalogue.Devices, list);
        Catalogue read = CatalogueCsv.Read(table, list);
        Assert.Equal(table, CatalogueCsv.Write(read, list));
        switch (list)
        {
            case CatalogueList.Drives: Assert.Equal(HouseCatalogue.Devices.Drives, read.Drives); break;
            case CatalogueList.Sensors: Assert.Equal(HouseCatalogue.Devices.Sensors, read.Sensors); break;
            case CatalogueList.Hubs: Assert.Equal(HouseCatalogue.Devices.Hubs.Select(h => h with { RadioIds = [] }), read.Hubs.Select(h => h with { RadioIds = [] })); break;
            case CatalogueList.Radios: Assert.Equal(HouseCatalogue.Devices.Radios, read.Radios); break;
            default: Assert.Equal(HouseCatalogue.Devices.Finishes, read.Finishes); break;
        }
    }

    [Theory]
    [InlineData("=HYPERLINK(1)")]
    [InlineData("+49 hub")]
    [InlineData("-x")]
    [InlineData("@cell")]
    public void A_name_that_a_spreadsheet_would_run_is_written_as_text_and_comes_back(string name)
    {
        Catalogue catalogue = HouseCatalogue.Devices with { Hubs = [HouseCatalogue.Devices.Hubs[0] with { Name = name }] };
        byte[] table = CatalogueCsv.Write(catalogue, CatalogueList.Hubs);
        Assert.Contains($",'{name}", Encoding.UTF8.GetString(table));
        Assert.Equal(name, CatalogueCsv.Read(table, CatalogueList.Hubs).Hubs[0].Name);
    }

    [Fact]
    public void Other_units_in_the_header_and_a_byte_order_mark_are_read()
    {
        string table = Hubs.Replace("logic [s]", "logic [ms]").Replace("0.2", "200");
        Catalogue read = CatalogueCsv.Read(Encoding.UTF8.GetPreamble().Concat(Encoding.UTF8.GetBytes(table)).ToArray(), CatalogueList.Hubs);
        Assert.Equal(0.2, read.Hubs[0].Logic!.S, 12);
    }

    [Theory]
    [InlineData("logic [s],", "", "#row=1", "\"logic [s]\" is missing")]
    [InlineData("logic [s]", "logic [bar]", "#cell=1,3", "\"bar\" is no unit for it")]
    [InlineData("logic [s]", "logic", "#cell=1,3", "its unit is missing")]
    [InlineData("price [currency]", "price [€]", "#cell=1,5", "no unit")]
    [InlineData("price standing", "colour", "#cell=1,6", "no column \"colour\"")]
    [InlineData("0.2", "0,2x", "#row=2", "cells")]
    [InlineData("0.2", "soon", "#cell=2,3", "no number")]
    [InlineData("0.2", "5000", "#cell=2,3", "outside what can be true")]
    [InlineData("makersSheet", "hearsay", "#cell=2,4", "One of measured")]
    [InlineData("k7,", "K 7,", "#cell=2,1", "no id")]
    [InlineData("House hub K7", "\"House hub", "#row=2", "quotation mark")]
    public void A_table_at_fault_is_refused_by_line_and_column(string was, string becomes, string at, string words)
    {
        int place = Hubs.IndexOf(was, StringComparison.Ordinal);
        string table = Hubs[..place] + becomes + Hubs[(place + was.Length)..];
        RefusedException refused = Assert.Throws<RefusedException>(() => CatalogueCsv.Read(Encoding.UTF8.GetBytes(table), CatalogueList.Hubs));
        Assert.Contains(refused.Errors, f => f.Pointer == at && f.Message.Contains(words) && f.Message.StartsWith("Line", StringComparison.Ordinal));
    }

    [Fact]
    public void A_table_without_anything_or_with_one_id_twice_is_refused()
    {
        Assert.Throws<RefusedException>(() => CatalogueCsv.Read(Array.Empty<byte>(), CatalogueList.Hubs));
        Assert.Throws<RefusedException>(() => CatalogueCsv.Read(new byte[] { 0x69, 0xff }, CatalogueList.Hubs));
        string twice = Hubs + Hubs.Split("\r\n")[1] + "\r\n";
        DocumentError error = Assert.Single(Assert.Throws<RefusedException>(() => CatalogueCsv.Read(Encoding.UTF8.GetBytes(twice), CatalogueList.Hubs)).Errors);
        Assert.Contains("Line 4: another device", error.Message);
    }

    [Fact]
    public async Task The_api_writes_and_reads_tables_and_whole_catalogues()
    {
        HttpResponseMessage table = await server.Http.PostAsJsonAsync("/api/catalogues/drives/write", HouseCatalogue.Devices, PlanJson.Options);
        string csv = await table.Content.ReadAsStringAsync();
        Assert.StartsWith("id,name,mount,speaks,rated torque [N·m]", csv);
        HttpResponseMessage read = await server.Http.PostAsync("/api/catalogues/drives/read", new StringContent(csv, Encoding.UTF8, "text/csv"));
        JsonNode catalogue = (await read.Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal(4, catalogue["drives"]!.AsArray().Count);

        HttpResponseMessage file = await server.Http.PostAsJsonAsync("/api/catalogues/write", HouseCatalogue.Devices, PlanJson.Options);
        string json = await file.Content.ReadAsStringAsync();
        HttpResponseMessage back = await server.Http.PostAsync("/api/catalogues/read", TestServer.Json(json));
        Assert.Equal(HttpStatusCode.OK, back.StatusCode);
        HttpResponseMessage none = await server.Http.PostAsync("/api/catalogues/read", TestServer.Json("{}"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none.StatusCode);
        HttpResponseMessage bad = await server.Http.PostAsync("/api/catalogues/drives/read", new StringContent("id\r\nx\r\n", Encoding.UTF8, "text/csv"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, bad.StatusCode);
    }

    private static readonly string Hubs = Encoding.UTF8.GetString(CatalogueCsv.Write(HouseCatalogue.Devices, CatalogueList.Hubs));
}
