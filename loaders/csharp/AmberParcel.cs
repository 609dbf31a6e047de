// Loads a parcel: a folder with parcel.json and its pages. Needs nothing but the standard library
// of C# 7 and later.
// SPDX-License-Identifier: 0BSD
using System;
using System.Collections.Generic;
using System.Globalization;
using System.IO;
using System.IO.Compression;
using System.Linq;
using System.Text;

namespace AmberParcel
{
    /// <summary>What is wrong with a parcel, in a sentence.</summary>
    public class ParcelException : Exception
    {
        public ParcelException(string sentence) : base(sentence) {}
    }

    /// <summary>A picture: rows of straight RGBA, 8 bits each.</summary>
    public class Page
    {
        public int Width;
        public int Height;
        public byte[] Rgba;
    }

    public enum GeometryKind { Box, Circle, Capsule, Polygon, Mask }

    /// <summary>A shape's geometry; which numbers count is told by the kind.</summary>
    public class Geometry
    {
        public GeometryKind Kind;
        public double X, Y, W, H;       // Of a box.
        public double Ax, Ay, Bx, By;   // A circle's middle is A; a capsule goes from A to B.
        public double R;                // Of a circle or capsule.
        public double[][] Points = new double[0][];  // Of a polygon.
        public double[][] Runs = new double[0][];    // Of a mask: y, x0, x1 (exclusive), art px
        public double AtX, AtY, Scale = 1;           // from where it stands, and its scale.

        /// <summary>Whether a point lies in what Shape.At gives.</summary>
        public bool Contains(double x, double y)
        {
            switch (Kind)
            {
                case GeometryKind.Box:
                    return X <= x && x < X + W && Y <= y && y < Y + H;
                case GeometryKind.Circle:
                    return (x - Ax) * (x - Ax) + (y - Ay) * (y - Ay) <= R * R;
                case GeometryKind.Capsule:
                {
                    double ux = Bx - Ax, uy = By - Ay, wx = x - Ax, wy = y - Ay;
                    double length = ux * ux + uy * uy;
                    double t = length == 0
                        ? 0 : Math.Min(1, Math.Max(0, (wx * ux + wy * uy) / length));
                    double dx = wx - t * ux, dy = wy - t * uy;
                    return dx * dx + dy * dy <= R * R;
                }
                case GeometryKind.Polygon:
                {
                    bool inside = false;
                    double[] p = Points[Points.Length - 1];
                    foreach (double[] q in Points)
                    {
                        if (p[1] > y != q[1] > y &&
                            x < (q[0] - p[0]) * (y - p[1]) / (q[1] - p[1]) + p[0])
                        {
                            inside = !inside;
                        }
                        p = q;
                    }
                    return inside;
                }
                default:
                {
                    double ax = (x - AtX) / Scale, ay = (y - AtY) / Scale;
                    return Runs.Any(run =>
                        run[0] <= ay && ay < run[0] + 1 && run[1] <= ax && ax < run[2]);
                }
            }
        }
    }

    public class Shape
    {
        public string Role;
        public string Duty;  // "stops" or "notices"
        public uint On;      // layers, by bit
        public uint Seeks;
        public Geometry Geometry;

        /// <summary>The geometry in the game, whose asset stands at (x, y), game px.</summary>
        public Geometry At(Asset asset, double x, double y, bool mirrored = false)
        {
            Geometry g = Geometry;
            double s = asset.Scale, m = mirrored ? -1 : 1;
            IEnumerable<double[]> points = mirrored ? g.Points.Reverse() : g.Points;
            return new Geometry
            {
                Kind = g.Kind,
                X = x + (mirrored ? -(g.X + g.W) : g.X) * s, Y = y + g.Y * s, W = g.W * s, H = g.H * s,
                Ax = x + m * g.Ax * s, Ay = y + g.Ay * s, Bx = x + m * g.Bx * s, By = y + g.By * s,
                R = g.R * s,
                Points = points.Select(p => new[] {x + m * p[0] * s, y + p[1] * s}).ToArray(),
                Runs = mirrored
                    ? g.Runs.Select(run => new[] {run[0], -run[2], -run[1]}).ToArray() : g.Runs,
                AtX = x, AtY = y, Scale = s
            };
        }
    }

    public class Frame
    {
        public string Name;
        public int Page;
        public int[] Rect;  // x, y, width, height on the page, px
        public int[] Trim;  // what was cut away at the left and top, px
        public int[] Size;
        public double[] Origin;
        public Dictionary<string, double[]> Mounts = new Dictionary<string, double[]>();
        public List<Shape> Shapes = new List<Shape>();
        public bool Mirrored;  // its picture lies on the pages with left and right exchanged
        public List<ScaledPicture> Scaled = new List<ScaledPicture>();  // of each other scale

        /// <summary>Where it is drawn whose asset stands at (x, y), game px; on whole px. From the
        /// pages of scale 1, or of the parcel's scale of that number.</summary>
        public Placement Place(Asset asset, double x, double y, bool mirrored = false,
                               int scaled = -1)
        {
            ScaledPicture from = scaled >= 0 ? Scaled[scaled]
                : new ScaledPicture {Page = Page, Rect = Rect, Trim = Trim, Mirrored = Mirrored};
            double s = asset.Scale, k = from.Scale;
            double width = from.Rect[2] / k, height = from.Rect[3] / k;
            double left = mirrored ? Origin[0] - from.Trim[0] / k - width
                : from.Trim[0] / k - Origin[0];
            double top = from.Trim[1] / k - Origin[1];
            return new Placement
            {
                Page = from.Page, Source = from.Rect,
                X = (int)Math.Floor(x + left * s + 0.5), Y = (int)Math.Floor(y + top * s + 0.5),
                Width = width * s, Height = height * s, Mirrored = mirrored != from.Mirrored
            };
        }
    }

    /// <summary>A frame's picture on the pages of another scale.</summary>
    public class ScaledPicture
    {
        public double Scale = 1;  // page px by art px
        public int Page;
        public int[] Rect, Trim;
        public bool Mirrored;
    }

    /// <summary>The pages of another scale than 1.</summary>
    public class ScaledPages
    {
        public double Scale;
        public List<Page> Pages;
    }

    /// <summary>Where a frame is drawn: the page's rect goes there, mirrored or not.</summary>
    public class Placement
    {
        public int Page;
        public int[] Source;
        public int X, Y;
        public double Width, Height;
        public bool Mirrored;
    }

    public class Animation
    {
        public string Name;
        public int[] Frames;  // into the asset's frames
        public double[] DurationsMs;
        public string Loop;   // "once", "repeat" or "backAndForth"

        /// <summary>The steps of one whole run, in the order in which they show.</summary>
        public List<int> Run()
        {
            List<int> steps = Enumerable.Range(0, Frames.Length).ToList();
            if (Loop == "backAndForth")
            {
                for (int i = Frames.Length - 2; i > 0; --i) steps.Add(i);
            }
            return steps;
        }

        /// <summary>The index of the frame that shows so long after the start.</summary>
        public int FrameAt(double ms)
        {
            List<int> steps = Run();
            double total = steps.Sum(step => DurationsMs[step]);
            if (Loop != "once") ms -= total * Math.Floor(ms / total);
            foreach (int step in steps)
            {
                if (ms < DurationsMs[step]) return Frames[step];
                ms -= DurationsMs[step];
            }
            return Frames[steps[steps.Count - 1]];
        }
    }

    /// <summary>Another asset or zone that rides on a mount.</summary>
    public class Rider
    {
        public string Mount;
        public string Asset;
        public string Animation;  // empty for one without animations
        public bool Behind;       // drawn before its bearer
    }

    /// <summary>A frame that rides on another one: give all of it to Place and At.</summary>
    public class Ridden
    {
        public Asset Asset;  // at the scale at which it is drawn
        public Frame Frame;
        public double X, Y;
        public bool Behind;  // drawn before the bearer
    }

    public class Asset
    {
        public string Name;
        public string Kind;
        public string Motion;
        public double Scale;  // game px by art px
        public List<Frame> Frames = new List<Frame>();
        public Dictionary<string, Animation> Animations = new Dictionary<string, Animation>();
        public string Default = "";  // the animation to start with; empty without any
        public List<Rider> Riders = new List<Rider>();

        /// <summary>The same at another scale.</summary>
        public Asset At(double scale)
        {
            var other = (Asset)MemberwiseClone();
            other.Scale = scale;
            return other;
        }

        // For how long a mount has been in its place without a break, ms.
        internal double PlacedFor(Animation animation, string mount, double ms)
        {
            if (animation == null) return 0;
            List<int> run = animation.Run();
            double[] lasts = animation.DurationsMs;
            double total = run.Sum(step => lasts[step]);
            bool once = animation.Loop == "once";
            double into = once ? ms : ms - total * Math.Floor(ms / total);
            int now = 0;
            while (now + 1 < run.Count && into >= lasts[run[now]]) into -= lasts[run[now++]];
            double placed = into;
            for (int back = 1; back < run.Count; ++back)
            {
                if (now == 0 && (once || ms < total)) return placed;
                now = now == 0 ? run.Count - 1 : now - 1;
                if (!Frames[animation.Frames[run[now]]].Mounts.ContainsKey(mount)) return placed;
                placed += lasts[run[now]];
            }
            return ms;
        }
    }

    public class Parcel
    {
        public List<Page> Pages = new List<Page>();
        public List<string> Layers = new List<string>();
        public Dictionary<string, Asset> Assets = new Dictionary<string, Asset>();
        /// <summary>Areas without a picture: one frame each, on no page.</summary>
        public Dictionary<string, Asset> Zones = new Dictionary<string, Asset>();
        public List<ScaledPages> Scales = new List<ScaledPages>();
        public string Filter = "nearest";  // how to sample the pages: or "linear"
        public double PxPerUnit = 1;       // game px in one of the game's units,
        public bool YUp;                   // in which y grows upward or downward

        /// <summary>Reads a parcel with its pages.</summary>
        public static Parcel Load(string folder)
        {
            var data = (Dictionary<string, object>)new Json(
                File.ReadAllText(Path.Combine(folder, "parcel.json"), Encoding.UTF8)).Read();
            if (Text(data, "format") != "amber-parcel")
            {
                throw new ParcelException("this is not a parcel");
            }
            if (Number(data, "version") > 1)
            {
                throw new ParcelException("the parcel is of a newer version than this loader");
            }
            var parcel = new Parcel();
            parcel.Pages = PagesOf(folder, data, "pages");
            foreach (var one in Objects(data, "scales"))
            {
                parcel.Scales.Add(new ScaledPages
                {
                    Scale = Number(one, "scale"), Pages = PagesOf(folder, one, "pages")
                });
            }
            List<Page> masks = PagesOf(folder, data, "maskPages");
            if (data.ContainsKey("filter")) parcel.Filter = Text(data, "filter");
            var units = (Dictionary<string, object>)data["units"];
            if (units.ContainsKey("pxPerUnit"))
            {
                parcel.PxPerUnit = Number(units, "pxPerUnit");
                parcel.YUp = Text(units, "y") == "up";
            }
            foreach (var layer in Objects(data, "layers")) parcel.Layers.Add(Text(layer, "name"));
            foreach (var from in Objects(data, "assets"))
            {
                Asset asset = AssetOf(from, parcel, masks);
                parcel.Assets[asset.Name] = asset;
            }
            foreach (var from in Objects(data, "zones"))
            {
                Asset zone = WithoutFrames(from);
                zone.Frames.Add(WithoutPicture(from, masks));
                parcel.Zones[zone.Name] = zone;
            }
            return parcel;
        }

        /// <summary>All that rides on an asset that stands at (x, y), game px, and has played an
        /// animation (null without any) for so long, ms; back to front.</summary>
        public List<Ridden> Riders(Asset asset, Animation animation, double ms, double x, double y,
                                   bool mirrored = false)
        {
            var ridden = new List<Ridden>();
            Frame frame = asset.Frames[animation == null ? 0 : animation.FrameAt(ms)];
            var bearer = new Ridden {Asset = asset, Frame = frame, X = x, Y = y};
            Gather(bearer, animation, ms, mirrored, true, ridden);
            return ridden;
        }

        // What rides behind, the bearer itself unless it is the first, what rides in front.
        void Gather(Ridden bearer, Animation animation, double ms, bool mirrored, bool first,
                    List<Ridden> ridden)
        {
            foreach (bool behind in new[] {true, false})
            {
                foreach (Rider rider in bearer.Asset.Riders)
                {
                    double[] mount;
                    Asset other;
                    if (rider.Behind != behind ||
                        !bearer.Frame.Mounts.TryGetValue(rider.Mount, out mount) ||
                        (!Assets.TryGetValue(rider.Asset, out other) &&
                         !Zones.TryGetValue(rider.Asset, out other)))
                    {
                        continue;
                    }
                    Animation played;
                    other.Animations.TryGetValue(rider.Animation, out played);
                    double itsMs = bearer.Asset.PlacedFor(animation, rider.Mount, ms);
                    double s = bearer.Asset.Scale;
                    double across = (mount[0] - bearer.Frame.Origin[0]) * s;
                    var one = new Ridden
                    {
                        Asset = other.At(other.Scale * s),
                        Frame = other.Frames[played == null ? 0 : played.FrameAt(itsMs)],
                        X = bearer.X + (mirrored ? -across : across),
                        Y = bearer.Y + (mount[1] - bearer.Frame.Origin[1]) * s,
                        Behind = bearer.Behind || (first && behind)
                    };
                    Gather(one, played, itsMs, mirrored, false, ridden);
                }
                if (behind && !first) ridden.Add(bearer);
            }
        }

        static List<Page> PagesOf(string folder, Dictionary<string, object> from, string key)
        {
            return Objects(from, key).Select(page =>
                Png.Read(File.ReadAllBytes(Path.Combine(folder, Text(page, "file"))))).ToList();
        }

        static Asset WithoutFrames(Dictionary<string, object> from)
        {
            return new Asset
            {
                Name = Text(from, "name"), Kind = Text(from, "kind"), Motion = Text(from, "motion"),
                Scale = Number(from, "scale"),
                Riders = Objects(from, "riders").Select(one => new Rider
                {
                    Mount = Text(one, "mount"), Asset = Text(one, "asset"),
                    Animation = Text(one, "animation"), Behind = Flag(one, "behind")
                }).ToList()
            };
        }

        static Asset AssetOf(Dictionary<string, object> from, Parcel parcel, List<Page> masks)
        {
            Asset asset = WithoutFrames(from);
            foreach (var one in Objects(from, "frames")) asset.Frames.Add(FrameOf(one, parcel, masks));
            foreach (var one in Objects(from, "animations"))
            {
                var animation = new Animation
                {
                    Name = Text(one, "name"), Loop = Text(one, "loop"),
                    Frames = Numbers(one["frames"]).Select(i => (int)i).ToArray(),
                    DurationsMs = Numbers(one["durationsMs"])
                };
                asset.Animations[animation.Name] = animation;
                if (one.ContainsKey("default") && (bool)one["default"]) asset.Default = animation.Name;
            }
            return asset;
        }

        static Frame FrameOf(Dictionary<string, object> from, Parcel parcel, List<Page> masks)
        {
            Frame frame = WithoutPicture(from, masks);
            frame.Page = (int)Number(from, "page");
            frame.Rect = Whole(from["rect"]);
            frame.Trim = Whole(from["trim"]);
            frame.Mirrored = Flag(from, "mirrored");
            foreach (var one in Objects(from, "scaled"))
            {
                frame.Scaled.Add(new ScaledPicture
                {
                    Scale = parcel.Scales[frame.Scaled.Count].Scale,
                    Page = (int)Number(one, "page"), Rect = Whole(one["rect"]),
                    Trim = Whole(one["trim"]), Mirrored = Flag(one, "mirrored")
                });
            }
            return frame;
        }

        // What frames and zones have in common.
        static Frame WithoutPicture(Dictionary<string, object> from, List<Page> masks)
        {
            var frame = new Frame
            {
                Name = Text(from, "name"), Size = Whole(from["size"]),
                Origin = Numbers(from["origin"])
            };
            foreach (var mount in (Dictionary<string, object>)from["mounts"])
            {
                frame.Mounts[mount.Key] = Numbers(mount.Value);
            }
            foreach (var one in Objects(from, "shapes"))
            {
                frame.Shapes.Add(new Shape
                {
                    Role = Text(one, "role"), Duty = Text(one, "duty"),
                    On = (uint)Number(one, "on"), Seeks = (uint)Number(one, "seeks"),
                    Geometry = GeometryOf((Dictionary<string, object>)one["geometry"], masks)
                });
            }
            return frame;
        }

        static Geometry GeometryOf(Dictionary<string, object> from, List<Page> masks)
        {
            string kind = Text(from, "kind");
            switch (kind)
            {
                case "box":
                    return new Geometry
                    {
                        Kind = GeometryKind.Box, X = Number(from, "x"), Y = Number(from, "y"),
                        W = Number(from, "w"), H = Number(from, "h")
                    };
                case "circle":
                    return new Geometry
                    {
                        Kind = GeometryKind.Circle, Ax = Number(from, "cx"), Ay = Number(from, "cy"),
                        R = Number(from, "r")
                    };
                case "capsule":
                    return new Geometry
                    {
                        Kind = GeometryKind.Capsule, Ax = Number(from, "ax"), Ay = Number(from, "ay"),
                        Bx = Number(from, "bx"), By = Number(from, "by"), R = Number(from, "r")
                    };
                case "polygon":
                    return new Geometry { Kind = GeometryKind.Polygon, Points = Rows(from["points"]) };
                case "mask":
                    return new Geometry
                    {
                        Kind = GeometryKind.Mask,
                        Runs = from.ContainsKey("picture") ? RunsOf(from, masks) : Rows(from["runs"])
                    };
                default:
                    throw new ParcelException(
                        "a shape is of a kind that this loader does not know: " + kind);
            }
        }

        // A mask whose px are drawn on a page gets its runs from there.
        static double[][] RunsOf(Dictionary<string, object> from, List<Page> masks)
        {
            var picture = (Dictionary<string, object>)from["picture"];
            Page page = masks[(int)Number(picture, "page")];
            int[] rect = Whole(picture["rect"]);
            double left = Number(from, "x"), top = Number(from, "y");
            var runs = new List<double[]>();
            for (int y = 0; y < rect[3]; ++y)
            {
                int start = -1;
                for (int x = 0; x <= rect[2]; ++x)
                {
                    bool here = x < rect[2] &&
                        page.Rgba[((rect[1] + y) * page.Width + rect[0] + x) * 4 + 3] > 0;
                    if (here && start < 0) start = x;
                    if (here || start < 0) continue;
                    runs.Add(new[] {top + y, left + start, left + x});
                    start = -1;
                }
            }
            return runs.ToArray();
        }

        static bool Flag(Dictionary<string, object> from, string key)
        {
            return from.ContainsKey(key) && (bool)from[key];
        }
        static string Text(Dictionary<string, object> from, string key)
        {
            return (string)from[key];
        }
        static double Number(Dictionary<string, object> from, string key)
        {
            return (double)from[key];
        }
        static double[] Numbers(object from)
        {
            return ((List<object>)from).Cast<double>().ToArray();
        }
        static int[] Whole(object from)
        {
            return Numbers(from).Select(number => (int)number).ToArray();
        }
        static double[][] Rows(object from)
        {
            return ((List<object>)from).Select(Numbers).ToArray();
        }
        static IEnumerable<Dictionary<string, object>> Objects(Dictionary<string, object> from,
                                                               string key)
        {
            return from.ContainsKey(key)
                ? ((List<object>)from[key]).Cast<Dictionary<string, object>>()
                : Enumerable.Empty<Dictionary<string, object>>();
        }
    }

    /// <summary>A PNG as pages are: not interlaced, RGBA of 8 bits each or a palette.</summary>
    static class Png
    {
        public static Page Read(byte[] data)
        {
            if (data.Length < 8 || data[0] != 0x89 || data[1] != 0x50)
            {
                throw new ParcelException("a page is no PNG");
            }
            var page = new Page();
            int deep = 4;
            byte[] palette = new byte[0], alphas = new byte[0];
            var packed = new MemoryStream();
            for (int at = 8; at + 8 <= data.Length;)
            {
                int length = Whole(data, at);
                string name = Encoding.ASCII.GetString(data, at + 4, 4);
                if (name == "IHDR")
                {
                    page.Width = Whole(data, at + 8);
                    page.Height = Whole(data, at + 12);
                    int colour = data[at + 17];
                    if (data[at + 16] != 8 || colour != 3 && colour != 6 || data[at + 20] != 0)
                    {
                        throw new ParcelException(
                            "a page is a PNG of another form than RGBA or a palette of 8 bits");
                    }
                    deep = colour == 6 ? 4 : 1;
                }
                else if (name == "PLTE")
                {
                    palette = data.Skip(at + 8).Take(length).ToArray();
                }
                else if (name == "tRNS")
                {
                    alphas = data.Skip(at + 8).Take(length).ToArray();
                }
                else if (name == "IDAT")
                {
                    packed.Write(data, at + 8, length);
                }
                at += 12 + length;
            }
            // The two bytes before are of the wrapping that this stream does not read.
            packed.Position = 2;
            int stride = page.Width * deep;
            page.Rgba = new byte[stride * page.Height];
            using (var raw = new DeflateStream(packed, CompressionMode.Decompress))
            {
                for (int y = 0; y < page.Height; ++y)
                {
                    int sort = raw.ReadByte();
                    for (int got = 0; got < stride;)
                    {
                        int more = raw.Read(page.Rgba, y * stride + got, stride - got);
                        if (more <= 0) throw new ParcelException("a page ends too early");
                        got += more;
                    }
                    Unfilter(sort, page.Rgba, y, stride, deep);
                }
            }
            if (deep == 1) page.Rgba = Coloured(page.Rgba, palette, alphas);
            return page;
        }

        static byte[] Coloured(byte[] indices, byte[] palette, byte[] alphas)
        {
            var rgba = new byte[indices.Length * 4];
            for (int i = 0; i < indices.Length; ++i)
            {
                Array.Copy(palette, 3 * indices[i], rgba, 4 * i, 3);
                rgba[4 * i + 3] = indices[i] < alphas.Length ? alphas[indices[i]] : (byte)255;
            }
            return rgba;
        }

        static void Unfilter(int sort, byte[] rgba, int y, int stride, int deep)
        {
            int row = y * stride;
            for (int i = 0; i < stride; ++i)
            {
                int a = i >= deep ? rgba[row + i - deep] : 0;
                int b = y > 0 ? rgba[row - stride + i] : 0;
                int c = i >= deep && y > 0 ? rgba[row - stride + i - deep] : 0;
                int guess = 0;
                if (sort == 1) guess = a;
                if (sort == 2) guess = b;
                if (sort == 3) guess = (a + b) / 2;
                if (sort == 4)
                {
                    int pa = Math.Abs(b - c), pb = Math.Abs(a - c), pc = Math.Abs(a + b - 2 * c);
                    guess = pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
                }
                rgba[row + i] = (byte)(rgba[row + i] + guess);
            }
        }

        static int Whole(byte[] data, int at)
        {
            return data[at] << 24 | data[at + 1] << 16 | data[at + 2] << 8 | data[at + 3];
        }
    }

    /// <summary>Reads JSON into dictionaries, lists, strings, doubles, bools and null.</summary>
    class Json
    {
        readonly string text;
        int at;

        public Json(string text) { this.text = text; }

        public object Read()
        {
            char c = Next();
            if (c == '{') return ReadObject();
            if (c == '[') return ReadList();
            if (c == '"') return ReadString();
            int from = at;
            while (at < text.Length && ",]} \t\r\n".IndexOf(text[at]) < 0) ++at;
            string word = text.Substring(from, at - from);
            if (word == "true") return true;
            if (word == "false") return false;
            if (word == "null") return null;
            return double.Parse(word, CultureInfo.InvariantCulture);
        }

        // The next letter that is no space, which is not taken.
        char Next()
        {
            while (at < text.Length && char.IsWhiteSpace(text[at])) ++at;
            if (at == text.Length) throw new ParcelException("parcel.json ends too early");
            return text[at];
        }

        Dictionary<string, object> ReadObject()
        {
            var result = new Dictionary<string, object>();
            for (++at; Next() != '}';)
            {
                string key = ReadString();
                Next();
                ++at;  // The colon.
                result[key] = Read();
                if (Next() == ',') ++at;
                Next();
            }
            ++at;
            return result;
        }

        List<object> ReadList()
        {
            var result = new List<object>();
            for (++at; Next() != ']';)
            {
                result.Add(Read());
                if (Next() == ',') ++at;
            }
            ++at;
            return result;
        }

        string ReadString()
        {
            var result = new StringBuilder();
            for (++at; text[at] != '"'; ++at)
            {
                if (text[at] != '\\')
                {
                    result.Append(text[at]);
                    continue;
                }
                char c = text[++at];
                if (c == 'u')
                {
                    result.Append((char)Convert.ToInt32(text.Substring(at + 1, 4), 16));
                    at += 4;
                }
                else
                {
                    int plain = "bfnrt".IndexOf(c);
                    result.Append(plain < 0 ? c : "\b\f\n\r\t"[plain]);
                }
            }
            ++at;
            return result.ToString();
        }
    }
}
