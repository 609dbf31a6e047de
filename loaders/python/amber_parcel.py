"""Loads a parcel: a folder with parcel.json and its pages. Needs nothing but Python 3.8.

SPDX-License-Identifier: 0BSD
"""

import json
import os
import struct
import zlib
from dataclasses import dataclass, field, replace


class ParcelError(Exception):
    """What is wrong with a parcel, in a sentence."""


@dataclass
class Page:
    """A picture: rows of straight RGBA, 8 bits each."""

    width: int
    height: int
    rgba: bytes


@dataclass
class Shape:
    role: str
    duty: str  # "stops" or "notices"
    on: int  # layers, by bit
    seeks: int
    geometry: dict  # as in parcel.json; see `contains`


@dataclass
class Frame:
    name: str
    page: int
    rect: tuple  # x, y, width, height on the page, px
    trim: tuple  # what was cut away at the left and top, px
    size: tuple
    origin: tuple
    mounts: dict = field(default_factory=dict)
    shapes: list = field(default_factory=list)
    mirrored: bool = False  # its picture lies on the pages with left and right exchanged
    scaled: list = field(default_factory=list)  # as the parcel says, one for each other scale
    in_units: dict = None  # as the parcel says, where it does


@dataclass
class Animation:
    name: str
    frames: list  # indices into the asset's frames
    durations_ms: list
    loop: str  # "once", "repeat" or "backAndForth"

    def run(self):
        """The steps of one whole run, in the order in which they show."""
        steps = list(range(len(self.frames)))
        if self.loop == "backAndForth":
            steps += steps[-2:0:-1]
        return steps

    def frame_at(self, ms):
        """The index of the frame that shows so long after the start."""
        steps = self.run()
        total = sum(self.durations_ms[step] for step in steps)
        if self.loop != "once":
            ms %= total
        for step in steps:
            if ms < self.durations_ms[step]:
                return self.frames[step]
            ms -= self.durations_ms[step]
        return self.frames[steps[-1]]


@dataclass
class Rider:
    """Another asset or zone that rides on a mount."""

    mount: str
    asset: str
    animation: str  # empty for one without animations
    behind: bool  # drawn before its bearer


@dataclass
class Asset:
    name: str
    kind: str
    motion: str
    scale: float  # game px by art px
    frames: list
    animations: dict
    default: str  # the animation to start with; empty without any
    riders: list = field(default_factory=list)


@dataclass
class Ridden:
    """A frame that rides on another one: give all of it to `place` and `shape_at`."""

    asset: Asset  # at the scale at which it is drawn
    frame: Frame
    x: float
    y: float
    behind: bool  # drawn before the bearer


@dataclass
class Placement:
    """Where a frame is drawn: the page's rect goes there, mirrored or not."""

    page: int  # of the pages of the scale that was asked for
    source: tuple
    x: int
    y: int
    width: float
    height: float
    mirrored: bool


@dataclass
class Scale:
    """The pages of another scale."""

    scale: float  # page px by art px
    pages: list


@dataclass
class Parcel:
    pages: list
    layers: list
    assets: dict
    scales: list = field(default_factory=list)
    filter: str = "nearest"  # how to sample the pages: or "linear"
    px_per_unit: float = 1
    y: str = "down"  # which way it grows in the game's units
    zones: dict = field(default_factory=dict)  # areas without a picture: assets of one frame


def load(folder):
    """Reads a parcel with its pages. Raises ParcelError."""
    with open(os.path.join(folder, "parcel.json"), encoding="utf-8") as file:
        data = json.load(file)
    if data.get("format") != "amber-parcel":
        raise ParcelError("this is not a parcel")
    if data["version"] > 1:
        raise ParcelError("the parcel is of a newer version than this loader")
    def pages_of(pages):
        read = []
        for page in pages:
            with open(os.path.join(folder, page["file"]), "rb") as file:
                read.append(read_png(file.read()))
        return read

    masks = pages_of(data.get("maskPages", []))
    scales = [Scale(one["scale"], pages_of(one["pages"])) for one in data.get("scales", [])]
    assets = {asset["name"]: _asset(asset, scales, masks) for asset in data["assets"]}
    units = data["units"]
    return Parcel(pages_of(data["pages"]), [layer["name"] for layer in data["layers"]], assets,
                  scales, data.get("filter", "nearest"), units.get("pxPerUnit", 1),
                  units.get("y", "down"),
                  {zone["name"]: _zone(zone, masks) for zone in data.get("zones", [])})


def place(asset, frame, x, y, mirrored=False, scaled=None):
    """Where a frame is drawn whose asset stands at (x, y), game px; on whole px. From the pages of
    scale 1, or of the parcel's scale of that number."""
    s = asset.scale
    if scaled is None:
        page, rect, trim, flip, k = frame.page, frame.rect, frame.trim, frame.mirrored, 1
    else:
        one = frame.scaled[scaled]
        page, rect, trim, flip = one["page"], one["rect"], one["trim"], one.get("mirrored", False)
        k = one["scale"]
    w, h = rect[2] / k, rect[3] / k
    left = frame.origin[0] - trim[0] / k - w if mirrored else trim[0] / k - frame.origin[0]
    top = trim[1] / k - frame.origin[1]
    return Placement(page, tuple(rect), _rounded(x + left * s), _rounded(y + top * s),
                     w * s, h * s, mirrored != flip)


def riders(parcel, asset, animation, ms, x, y, mirrored=False):
    """All that rides on an asset that stands at (x, y), game px, and has played an animation (None
    without any) for so long; back to front."""
    frame = asset.frames[animation.frame_at(ms) if animation else 0]
    ridden = []
    _gather(parcel, Ridden(asset, frame, x, y, False), animation, ms, mirrored, ridden, True)
    return ridden


def _gather(parcel, bearer, animation, ms, mirrored, ridden, first=False):
    """What rides behind, the bearer itself unless it is the first, what rides in front."""
    asset, frame = bearer.asset, bearer.frame
    for behind in (True, False):
        for rider in asset.riders:
            other = parcel.assets.get(rider.asset) or parcel.zones.get(rider.asset)
            if rider.behind != behind or rider.mount not in frame.mounts or other is None:
                continue
            played = other.animations.get(rider.animation)
            its_ms = _placed_for(asset, animation, rider.mount, ms)
            shown = other.frames[played.frame_at(its_ms) if played else 0]
            mount = frame.mounts[rider.mount]
            across = (mount[0] - frame.origin[0]) * asset.scale
            one = Ridden(replace(other, scale=other.scale * asset.scale), shown,
                         bearer.x + (-across if mirrored else across),
                         bearer.y + (mount[1] - frame.origin[1]) * asset.scale,
                         bearer.behind or (first and behind))
            _gather(parcel, one, played, its_ms, mirrored, ridden)
        if behind and not first:
            ridden.append(bearer)


def _placed_for(asset, animation, mount, ms):
    """For how long a mount has been in its place without a break."""
    if animation is None:
        return 0
    run, lasts = animation.run(), animation.durations_ms
    total = sum(lasts[step] for step in run)
    again = animation.loop != "once" and ms >= total
    into = ms if animation.loop == "once" else ms % total
    now = 0
    while now + 1 < len(run) and into >= lasts[run[now]]:
        into -= lasts[run[now]]
        now += 1
    placed = into
    for _ in range(len(run) - 1):
        if now == 0 and not again:
            return placed
        now = (now - 1) % len(run)
        if mount not in asset.frames[animation.frames[run[now]]].mounts:
            return placed
        placed += lasts[run[now]]
    return ms


def shape_at(asset, shape, x, y, mirrored=False):
    """The geometry of a shape in the game, whose asset stands at (x, y), game px."""
    g = shape.geometry
    if mirrored:
        g = _mirrored(g)
    s = asset.scale
    kind = g["kind"]
    if kind == "box":
        return {"kind": kind, "x": x + g["x"] * s, "y": y + g["y"] * s, "w": g["w"] * s,
                "h": g["h"] * s}
    if kind == "circle":
        return {"kind": kind, "cx": x + g["cx"] * s, "cy": y + g["cy"] * s, "r": g["r"] * s}
    if kind == "capsule":
        return {"kind": kind, "ax": x + g["ax"] * s, "ay": y + g["ay"] * s, "bx": x + g["bx"] * s,
                "by": y + g["by"] * s, "r": g["r"] * s}
    if kind == "polygon":
        return {"kind": kind, "points": [[x + p[0] * s, y + p[1] * s] for p in g["points"]]}
    if kind == "mask":
        # Runs stay in art px: where they stand and how large they are goes along.
        return {"kind": kind, "atX": x, "atY": y, "scale": s, "runs": g["runs"]}
    raise ParcelError("a shape is of a kind that this loader does not know: " + kind)


def contains(g, x, y):
    """Whether a point lies in the geometry that `shape_at` gives."""
    kind = g["kind"]
    if kind == "box":
        return g["x"] <= x < g["x"] + g["w"] and g["y"] <= y < g["y"] + g["h"]
    if kind == "circle":
        dx, dy = x - g["cx"], y - g["cy"]
        return dx * dx + dy * dy <= g["r"] * g["r"]
    if kind == "capsule":
        ux, uy = g["bx"] - g["ax"], g["by"] - g["ay"]
        wx, wy = x - g["ax"], y - g["ay"]
        length = ux * ux + uy * uy
        t = 0.0 if length == 0 else min(1.0, max(0.0, (wx * ux + wy * uy) / length))
        dx, dy = wx - t * ux, wy - t * uy
        return dx * dx + dy * dy <= g["r"] * g["r"]
    if kind == "polygon":
        inside = False
        points = g["points"]
        px, py = points[-1]
        for qx, qy in points:
            if (py > y) != (qy > y) and x < (qx - px) * (y - py) / (qy - py) + px:
                inside = not inside
            px, py = qx, qy
        return inside
    ax, ay = (x - g["atX"]) / g["scale"], (y - g["atY"]) / g["scale"]
    return any(row <= ay < row + 1 and x0 <= ax < x1 for row, x0, x1 in g["runs"])


def read_png(data):
    """A PNG as the pages of a parcel are: not interlaced, RGBA of 8 bits each or a palette."""
    if data[:8] != b"\x89PNG\r\n\x1a\n":
        raise ParcelError("a page is no PNG")
    at, packed, width, height, deep = 8, b"", 0, 0, 4
    palette, alphas = b"", b""
    while at + 8 <= len(data):
        length, name = struct.unpack(">I4s", data[at:at + 8])
        chunk = data[at + 8:at + 8 + length]
        at += 12 + length
        if name == b"IHDR":
            width, height, depth, colour, _, _, interlace = struct.unpack(">IIBBBBB", chunk)
            if depth != 8 or colour not in (3, 6) or interlace != 0:
                raise ParcelError("a page is a PNG of another form than RGBA or a palette of 8 bits")
            deep = 4 if colour == 6 else 1
        elif name == b"PLTE":
            palette = chunk
        elif name == b"tRNS":
            alphas = chunk
        elif name == b"IDAT":
            packed += chunk
    raw = zlib.decompress(packed)
    stride = width * deep
    rows, above = [], bytearray(stride)
    for y in range(height):
        start = y * (stride + 1)
        row = bytearray(raw[start + 1:start + 1 + stride])
        _unfilter(raw[start], row, above, deep)
        rows.append(bytes(row))
        above = row
    pixels = b"".join(rows)
    if deep == 1:
        alphas += b"\xff" * (len(palette) // 3 - len(alphas))
        colours = [palette[3 * i:3 * i + 3] + alphas[i:i + 1] for i in range(len(palette) // 3)]
        pixels = b"".join(colours[i] for i in pixels)
    return Page(width, height, pixels)


def _unfilter(sort, row, above, deep):
    for i in range(len(row)):
        a = row[i - deep] if i >= deep else 0
        b = above[i]
        c = above[i - deep] if i >= deep else 0
        if sort == 1:
            guess = a
        elif sort == 2:
            guess = b
        elif sort == 3:
            guess = (a + b) // 2
        elif sort == 4:
            p = a + b - c
            pa, pb, pc = abs(p - a), abs(p - b), abs(p - c)
            guess = a if pa <= pb and pa <= pc else b if pb <= pc else c
        else:
            guess = 0
        row[i] = (row[i] + guess) & 255


def _rounded(value):
    return int((value + 0.5) // 1)


def _mirrored(g):
    kind = g["kind"]
    if kind == "box":
        return dict(g, x=-(g["x"] + g["w"]))
    if kind == "circle":
        return dict(g, cx=-g["cx"])
    if kind == "capsule":
        return dict(g, ax=-g["ax"], bx=-g["bx"])
    if kind == "polygon":
        return dict(g, points=[[-p[0], p[1]] for p in reversed(g["points"])])
    return dict(g, runs=[[row, -x1, -x0] for row, x0, x1 in g["runs"]])


def _geometry(data, masks):
    """A mask whose px are drawn on a page gets its runs from there."""
    if "picture" not in data:
        return data
    page = masks[data["picture"]["page"]]
    left, top, width, height = data["picture"]["rect"]
    runs = []
    for y in range(height):
        start = None
        for x in range(width + 1):
            here = x < width and page.rgba[((top + y) * page.width + left + x) * 4 + 3] > 0
            if here and start is None:
                start = x
            if not here and start is not None:
                runs.append([data["y"] + y, data["x"] + start, data["x"] + x])
                start = None
    return dict(data, runs=runs)


def _mounts(data):
    return {name: tuple(at) for name, at in data["mounts"].items()}


def _shapes(data, masks):
    return [Shape(s["role"], s["duty"], s["on"], s["seeks"], _geometry(s["geometry"], masks))
            for s in data["shapes"]]


def _zone(data, masks):
    frame = Frame(data["name"], -1, (0, 0, 0, 0), (0, 0), tuple(data["size"]),
                  tuple(data["origin"]), _mounts(data), _shapes(data, masks))
    return Asset(data["name"], data["kind"], data["motion"], data["scale"], [frame], {}, "",
                 _riders(data))


def _riders(data):
    return [Rider(one["mount"], one["asset"], one["animation"], one["behind"])
            for one in data.get("riders", [])]


def _asset(data, scales, masks):
    frames = [
        Frame(f["name"], f["page"], tuple(f["rect"]), tuple(f["trim"]), tuple(f["size"]),
              tuple(f["origin"]), _mounts(f), _shapes(f, masks), f.get("mirrored", False),
              [dict(one, scale=scale.scale) for one, scale in zip(f.get("scaled", []), scales)],
              f.get("inUnits"))
        for f in data["frames"]
    ]
    animations = {
        a["name"]: Animation(a["name"], a["frames"], a["durationsMs"], a["loop"])
        for a in data["animations"]
    }
    default = next((a["name"] for a in data["animations"] if a.get("default")), "")
    return Asset(data["name"], data["kind"], data["motion"], data["scale"], frames, animations,
                 default, _riders(data))
