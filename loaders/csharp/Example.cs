// Draws every step of an animation, side by side, twice as large, each second one mirrored, with
// what its shapes hold tinted, into a picture that any viewer of netpbm opens (PAM).
//
// From the pages of scale 1, or of the parcel's scale of that number, from 0.
//
// mcs Example.cs AmberParcel.cs -out:example.exe
// mono example.exe PARCEL ASSET ANIMATION OUT.pam [SCALE]
using System;
using System.Collections.Generic;
using System.IO;
using System.Text;
using AmberParcel;

static class Example
{
    static int width, height, cell;
    static byte[] pixels;

    static void Main(string[] words)
    {
        Parcel parcel = Parcel.Load(words[0]);
        int scaled = words.Length > 4 ? int.Parse(words[4]) : -1;
        var pages = scaled < 0 ? parcel.Pages : parcel.Scales[scaled].Pages;
        Asset asset = parcel.Assets[words[1]];
        asset.Scale *= 2;
        Animation animation = asset.Animations[words[2]];
        int reach = 0;
        foreach (int index in animation.Frames)
        {
            Frame f = asset.Frames[index];
            foreach (double x in new[] {f.Origin[0], f.Size[0] - f.Origin[0],
                                        f.Origin[1], f.Size[1] - f.Origin[1]})
            {
                reach = Math.Max(reach, (int)Math.Ceiling(Math.Abs(x) * asset.Scale));
            }
        }
        cell = 2 * reach;
        width = cell * animation.Frames.Length;
        height = cell;
        pixels = new byte[width * height * 4];
        double elapsed = 0;  // ms
        for (int step = 0; step < animation.Frames.Length; ++step)
        {
            Frame frame = asset.Frames[animation.Frames[step]];
            double x = cell * step + reach;
            bool mirrored = step % 2 == 1;
            List<Ridden> standing = parcel.Riders(asset, animation, elapsed, x, reach, mirrored);
            int front = standing.FindIndex(one => !one.Behind);
            standing.Insert(front < 0 ? standing.Count : front,
                            new Ridden {Asset = asset, Frame = frame, X = x, Y = reach});
            foreach (Ridden one in standing)
            {
                if (parcel.Zones.ContainsKey(one.Asset.Name)) continue;
                Placement to = one.Frame.Place(one.Asset, one.X, one.Y, mirrored, scaled);
                Draw(pages[to.Page], to);
            }
            foreach (Ridden one in standing)
            {
                foreach (Shape shape in one.Frame.Shapes)
                {
                    Tint(shape.At(one.Asset, one.X, one.Y, mirrored), cell * step);
                }
            }
            elapsed += animation.DurationsMs[step];
        }
        using (FileStream file = File.Create(words[3]))
        {
            byte[] head = Encoding.ASCII.GetBytes(
                "P7\nWIDTH " + width + "\nHEIGHT " + height +
                "\nDEPTH 4\nMAXVAL 255\nTUPLTYPE RGB_ALPHA\nENDHDR\n");
            file.Write(head, 0, head.Length);
            file.Write(pixels, 0, pixels.Length);
        }
    }

    static void Draw(Page page, Placement to)
    {
        for (int v = 0; v < (int)to.Height; ++v)
        {
            for (int u = 0; u < (int)to.Width; ++u)
            {
                int fx = (int)(u * to.Source[2] / to.Width);
                int fy = (int)(v * to.Source[3] / to.Height);
                if (to.Mirrored) fx = to.Source[2] - 1 - fx;
                int from = ((to.Source[1] + fy) * page.Width + to.Source[0] + fx) * 4;
                int x = to.X + u, y = to.Y + v;
                if (page.Rgba[from + 3] == 0 || x < 0 || y < 0 || x >= width || y >= height) continue;
                Array.Copy(page.Rgba, from, pixels, (y * width + x) * 4, 4);
            }
        }
    }

    static void Tint(Geometry geometry, int left)
    {
        for (int y = 0; y < cell; ++y)
        {
            for (int x = left; x < left + cell; ++x)
            {
                if (!geometry.Contains(x + 0.5, y + 0.5)) continue;
                int at = (y * width + x) * 4;
                pixels[at] = (byte)((pixels[at] + 255) / 2);
                pixels[at + 1] = (byte)((pixels[at + 1] + 160) / 2);
                pixels[at + 2] = (byte)(pixels[at + 2] / 2);
                pixels[at + 3] = Math.Max(pixels[at + 3], (byte)128);
            }
        }
    }
}
