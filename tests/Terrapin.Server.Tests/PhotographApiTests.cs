using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace Terrapin.Server.Tests;

/// <summary>Photographs of a site.</summary>
public class PhotographApiTests(TestServer server) : IClassFixture<TestServer>
{
    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Png)]
    [InlineData(SKEncodedImageFormat.Webp)]
    public async Task Pictures_are_kept_small_listed_shown_and_taken_out(SKEncodedImageFormat format)
    {
        (string id, _) = await server.NewSite($"Photographed {format}");
        HttpResponseMessage added = await Post(id, Drawn(3200, 1000, format), "stopValveId=main&caption=Under%20the%20stair");
        Assert.Equal(HttpStatusCode.Created, added.StatusCode);
        JsonNode photograph = Assert.Single((await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{id}/photographs"))!)!;
        Assert.Equal((1600, 500), ((int)photograph["width"]!, (int)photograph["height"]!));
        Assert.Equal(("main", "Under the stair", "Ines Marlów"), ((string)photograph["stopValveId"]!, (string)photograph["caption"]!, (string)photograph["addedBy"]!));

        byte[] jpeg = await server.Http.GetByteArrayAsync(added.Headers.Location!);
        using SKCodec codec = SKCodec.Create(new MemoryStream(jpeg));
        Assert.Equal((SKEncodedImageFormat.Jpeg, 1600, 500), (codec.EncodedFormat, codec.Info.Width, codec.Info.Height));

        Assert.Equal(HttpStatusCode.NoContent, (await server.Http.DeleteAsync(added.Headers.Location)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await server.Http.GetAsync(added.Headers.Location)).StatusCode);
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg, 6000, 6000)]
    [InlineData(SKEncodedImageFormat.Png, 6000, 6000)]
    [InlineData(SKEncodedImageFormat.Webp, 6000, 6000)]
    public async Task A_large_picture_takes_no_more_than_some_of_its_lines_while_it_is_read(SKEncodedImageFormat format, int width, int height)
    {
        (string id, _) = await server.NewSite($"Large picture {format} {width}");
        byte[] file = Drawn(width, height, format);
        GC.Collect();
        long before = Environment.WorkingSet;
        long most = 0;
        using var looking = new CancellationTokenSource();
        Task look = Task.Run(async () =>
        {
            while (!looking.IsCancellationRequested)
            {
                most = Math.Max(most, Environment.WorkingSet);
                await Task.Delay(5);
            }
        });
        HttpResponseMessage added = await Post(id, file, "");
        await looking.CancelAsync();
        await look;
        Assert.Equal(HttpStatusCode.Created, added.StatusCode);
        using SKBitmap bitmap = SKBitmap.Decode(await server.Http.GetByteArrayAsync(added.Headers.Location!));
        Assert.Equal((1600, 1600), (bitmap.Width, bitmap.Height));
        Assert.True(bitmap.GetPixel(790, 1420) is { Red: > 200, Blue: < 50 } && bitmap.GetPixel(810, 1420) is { Red: < 50, Blue: > 200 });
        Assert.True(bitmap.GetPixel(790, 1450) is { Green: > 200, Red: < 50 });
        Assert.InRange(most - before, 0, 180L << 20);
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Png)]
    [InlineData(SKEncodedImageFormat.Webp)]
    public async Task A_picture_that_is_only_long_stays_one(SKEncodedImageFormat format)
    {
        (string id, _) = await server.NewSite($"Long picture {format}");
        HttpResponseMessage added = await Post(id, Drawn(16_000, 3, format), "");
        Assert.Equal(HttpStatusCode.Created, added.StatusCode);
        using SKBitmap bitmap = SKBitmap.Decode(await server.Http.GetByteArrayAsync(added.Headers.Location!));
        Assert.Equal((1600, 1), (bitmap.Width, bitmap.Height));
    }

    [Fact]
    public async Task What_the_camera_wrote_into_the_file_is_left_behind_and_the_picture_stands_upright()
    {
        (string id, _) = await server.NewSite("Turned");
        byte[] turned = WithExif(Drawn(300, 100, SKEncodedImageFormat.Jpeg));
        HttpResponseMessage added = await Post(id, turned, "");
        byte[] kept = await server.Http.GetByteArrayAsync(added.Headers.Location!);
        Assert.DoesNotContain("GPS-47.1-8.2", Encoding.Latin1.GetString(kept));
        Assert.DoesNotContain("Exif", Encoding.Latin1.GetString(kept));
        using SKBitmap bitmap = SKBitmap.Decode(kept);
        Assert.Equal((100, 300), (bitmap.Width, bitmap.Height));

        // The red left edge, turned a quarter to the right, is on top.
        Assert.True(bitmap.GetPixel(50, 5).Red > 150 && bitmap.GetPixel(50, 5).Blue < 100);
        Assert.True(bitmap.GetPixel(50, 295).Blue > 150);
    }

    [Theory]
    [InlineData("text")]
    [InlineData("gif")]
    [InlineData("cut")]
    [InlineData("cut after a stripe")]
    [InlineData("too long")]
    [InlineData("empty")]
    public async Task What_is_no_picture_is_refused_and_nothing_kept(string what)
    {
        (string id, _) = await server.NewSite($"Refused {what}");
        byte[] png = Drawn(400, 400, SKEncodedImageFormat.Png);
        byte[] bytes = what switch
        {
            "text" => Encoding.UTF8.GetBytes("not a picture"),
            "gif" => Convert.FromBase64String("R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7"),
            "cut" => png[..(png.Length / 2)],
            "cut after a stripe" => Drawn(6000, 6000, SKEncodedImageFormat.Png)[..^2000],
            "too long" => Drawn(70_000, 2, SKEncodedImageFormat.Png),
            _ => [],
        };
        HttpResponseMessage answer = await Post(id, bytes, "");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Empty((await server.Http.GetFromJsonAsync<JsonArray>($"/api/sites/{id}/photographs"))!);
    }

    [Fact]
    public async Task Too_large_no_site_and_a_long_caption_are_said()
    {
        (string id, _) = await server.NewSite("Limits");
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, (await Post(id, new byte[(10 * 1024 * 1024) + 1], "")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await Post("nowhere", Drawn(10, 10, SKEncodedImageFormat.Png), "")).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await Post(id, Drawn(10, 10, SKEncodedImageFormat.Png), $"caption={new string('x', 201)}")).StatusCode);
    }

    private async Task<HttpResponseMessage> Post(string id, byte[] bytes, string query)
    {
        var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new MediaTypeHeaderValue("image/jpeg");
        return await server.Http.PostAsync($"/api/sites/{id}/photographs?{query}", content);
    }

    /// <summary>Red on the left, blue on the right, and green in the lowest tenth.</summary>
    private static byte[] Drawn(int width, int height, SKEncodedImageFormat format)
    {
        using var surface = SKSurface.Create(new SKImageInfo(width, height));
        surface.Canvas.Clear(SKColors.Red);
        using var blue = new SKPaint { Color = SKColors.Blue };
        surface.Canvas.DrawRect(width / 2f, 0, width / 2f, height, blue);
        using var green = new SKPaint { Color = SKColors.Lime };
        surface.Canvas.DrawRect(0, height * 0.9f, width, height * 0.1f, green);
        using SKImage image = surface.Snapshot();
        return image.Encode(format, 90).ToArray();
    }

    /// <summary>Puts an Exif segment in: turned a quarter to the right (6), and a text that stands for a place.</summary>
    private static byte[] WithExif(byte[] jpeg)
    {
        byte[] exif =
        [
            .. "Exif\0\0II*\0"u8, 8, 0, 0, 0, 2, 0,
            0x12, 0x01, 3, 0, 1, 0, 0, 0, 6, 0, 0, 0,
            0x0e, 0x01, 2, 0, 13, 0, 0, 0, 38, 0, 0, 0,
            0, 0, 0, 0, .. "GPS-47.1-8.2\0"u8,
        ];
        int length = exif.Length + 2;
        return [.. jpeg[..2], 0xff, 0xe1, (byte)(length >> 8), (byte)length, .. exif, .. jpeg[2..]];
    }
}
