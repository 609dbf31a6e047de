"""Draws every step of an animation, side by side, twice as large, each second one mirrored, with
what its shapes hold tinted, into a picture: PNG, or PAM by the name's ending. From the pages of
scale 1, or of the parcel's scale of that number, from 0.

python3 example.py PARCEL ASSET ANIMATION OUT.png [SCALE]
"""

import math
import struct
import sys
import zlib

import amber_parcel


def main(folder, name, animation_name, out, scale=None):
    parcel = amber_parcel.load(folder)
    scaled = None if scale is None else int(scale)
    pages = parcel.pages if scaled is None else parcel.scales[scaled].pages
    asset = parcel.assets[name]
    asset.scale *= 2
    animation = asset.animations[animation_name]
    reach = 0
    for index in animation.frames:
        frame = asset.frames[index]
        for x in (frame.origin[0], frame.size[0] - frame.origin[0],
                  frame.origin[1], frame.size[1] - frame.origin[1]):
            reach = max(reach, math.ceil(abs(x) * asset.scale))
    cell = 2 * reach
    width, height = cell * len(animation.frames), cell
    pixels = bytearray(width * height * 4)
    for step, index in enumerate(animation.frames):
        frame = asset.frames[index]
        x, y, mirrored = cell * step + reach, reach, step % 2 == 1
        ms = sum(animation.durations_ms[:step])
        riders = amber_parcel.riders(parcel, asset, animation, ms, x, y, mirrored)
        itself = amber_parcel.Ridden(asset, frame, x, y, False)
        standing = ([one for one in riders if one.behind] + [itself] +
                    [one for one in riders if not one.behind])
        for one in standing:
            if one.asset.name not in parcel.zones:
                draw(pages, amber_parcel.place(one.asset, one.frame, one.x, one.y, mirrored, scaled),
                     pixels, width, height)
        for one in standing:
            for shape in one.frame.shapes:
                tint(amber_parcel.shape_at(one.asset, shape, one.x, one.y, mirrored), pixels, width,
                     cell * step, cell)
    with open(out, "wb") as file:
        file.write(pam(width, height, pixels) if out.endswith(".pam") else
                   png(width, height, pixels))


def pam(width, height, pixels):
    return (f"P7\nWIDTH {width}\nHEIGHT {height}\nDEPTH 4\nMAXVAL 255\n"
            f"TUPLTYPE RGB_ALPHA\nENDHDR\n".encode() + pixels)


def png(width, height, pixels):
    def chunk(kind, data):
        return struct.pack(">I", len(data)) + kind + data + struct.pack(
            ">I", zlib.crc32(kind + data))

    rows = b"".join(b"\0" + pixels[row * width * 4:(row + 1) * width * 4] for row in range(height))
    return (b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", struct.pack(">2I5B", width, height, 8, 6, 0, 0, 0)) +
            chunk(b"IDAT", zlib.compress(rows)) + chunk(b"IEND", b""))


def draw(pages, placement, pixels, width, height):
    page = pages[placement.page]
    sx, sy, sw, sh = placement.source
    for v in range(int(placement.height)):
        for u in range(int(placement.width)):
            fx = int(u * sw / placement.width)
            fy = int(v * sh / placement.height)
            if placement.mirrored:
                fx = sw - 1 - fx
            source = ((sy + fy) * page.width + sx + fx) * 4
            tx, ty = placement.x + u, placement.y + v
            if page.rgba[source + 3] > 0 and 0 <= tx < width and 0 <= ty < height:
                target = (ty * width + tx) * 4
                pixels[target:target + 4] = page.rgba[source:source + 4]


def tint(geometry, pixels, width, left, cell):
    for y in range(cell):
        for x in range(left, left + cell):
            if amber_parcel.contains(geometry, x + 0.5, y + 0.5):
                at = (y * width + x) * 4
                pixels[at] = (pixels[at] + 255) // 2
                pixels[at + 1] = (pixels[at + 1] + 160) // 2
                pixels[at + 2] = pixels[at + 2] // 2
                pixels[at + 3] = max(pixels[at + 3], 128)


if __name__ == "__main__":
    main(*sys.argv[1:6])
