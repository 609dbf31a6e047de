"""Loads a parcel: a folder with parcel.json and its pages. Needs nothing but Python 3.8.

SPDX-License-Identifier: 0BSD
"""

import json
import os
import struct
import zlib
from dataclasses import dataclass, field


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


@dataclass
class Animation:
    name: str
    frames: list  # indices into the asset's frames
    durations_ms: list
    loop: str  # "once", "repeat" or "backAndForth"

    def frame_at(self, ms):
        """The index of the frame that shows so long after the start."""
        steps = list(range(len(self.frames)))
        if self.loop == "backAndForth":
            steps += steps[-2:0:-1]
        total = sum(self.durations_ms[step] for step in steps)
        if self.loop != "once":
            ms %= total
        for step in steps:
            if ms < self.durations_ms[step]:
                return self.frames[step]
            ms -= self.durations_ms[step]
        return self.frames[steps[-1]]


@dataclass
class Asset:
    name: str
    kind: str
    motion: str
    scale: float  # game px by art px
    frames: list
    animations: dict
    default: str  # the animation to start with; empty without any


@dataclass
class Placement:
    """Where a frame is drawn: the page's rect goes there, mirrored or not."""

    page: int
    source: tuple
    x: int
    y: int
    width: float
    height: float
    mirrored: bool


@dataclass
class Parcel:
    pages: list
    layers: list
    assets: dict


def load(folder):
    """Reads a parcel with its pages. Raises ParcelError."""
    with open(os.path.join(folder, "parcel.json"), encoding="utf-8") as file:
        data = json.load(file)
    if data.get("format") != "amber-parcel":
        raise ParcelError("this is not a parcel")
    if data["version"] > 1:
        raise ParcelError("the parcel is of a newer version than this loader")
    pages = []
    for page in data["pages"]:
        with open(os.path.join(folder, page["file"]), "rb") as file:
            pages.append(read_png(file.read()))
    assets = {asset["name"]: _asset(asset) for asset in data["assets"]}
    return Parcel(pages, [layer["name"] for layer in data["layers"]], assets)


def place(asset, frame, x, y, mirrored=False):
    """Where a frame is drawn whose asset stands at (x, y), game px; on whole px."""
    s = asset.scale
    rx, ry, w, h = frame.rect
    left = frame.origin[0] - frame.trim[0] - w if mirrored else frame.trim[0] - frame.origin[0]
    top = frame.trim[1] - frame.origin[1]
    return Placement(frame.page, frame.rect, _rounded(x + left * s), _rounded(y + top * s),
                     w * s, h * s, mirrored)


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
    """A PNG of 8 bits a channel, RGBA, not interlaced, as the pages of a parcel are."""
    if data[:8] != b"\x89PNG\r\n\x1a\n":
        raise ParcelError("a page is no PNG")
    at, packed, width, height = 8, b"", 0, 0
    while at + 8 <= len(data):
        length, name = struct.unpack(">I4s", data[at:at + 8])
        chunk = data[at + 8:at + 8 + length]
        at += 12 + length
        if name == b"IHDR":
            width, height, depth, colour, _, _, interlace = struct.unpack(">IIBBBBB", chunk)
            if (depth, colour, interlace) != (8, 6, 0):
                raise ParcelError("a page is a PNG of another form than RGBA of 8 bits")
        elif name == b"IDAT":
            packed += chunk
    raw = zlib.decompress(packed)
    stride = width * 4
    rows, above = [], bytearray(stride)
    for y in range(height):
        start = y * (stride + 1)
        row = bytearray(raw[start + 1:start + 1 + stride])
        _unfilter(raw[start], row, above)
        rows.append(bytes(row))
        above = row
    return Page(width, height, b"".join(rows))


def _unfilter(sort, row, above):
    for i in range(len(row)):
        a = row[i - 4] if i >= 4 else 0
        b = above[i]
        c = above[i - 4] if i >= 4 else 0
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


def _asset(data):
    frames = [
        Frame(f["name"], f["page"], tuple(f["rect"]), tuple(f["trim"]), tuple(f["size"]),
              tuple(f["origin"]), {name: tuple(at) for name, at in f["mounts"].items()},
              [Shape(s["role"], s["duty"], s["on"], s["seeks"], s["geometry"])
               for s in f["shapes"]])
        for f in data["frames"]
    ]
    animations = {
        a["name"]: Animation(a["name"], a["frames"], a["durationsMs"], a["loop"])
        for a in data["animations"]
    }
    default = next((a["name"] for a in data["animations"] if a.get("default")), "")
    return Asset(data["name"], data["kind"], data["motion"], data["scale"], frames, animations,
                 default)
