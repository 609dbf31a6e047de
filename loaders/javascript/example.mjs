// Draws every step of an animation, side by side, twice as large, each second one mirrored, with
// what its shapes hold tinted, into a picture that any viewer of netpbm opens (PAM).
//
// From the pages of scale 1, or of the parcel's scale of that number, from 0.
//
// node example.mjs PARCEL ASSET ANIMATION OUT.pam [SCALE]
import { writeFileSync } from 'node:fs';
import { contains, load, place, riders, shapeAt } from './amber_parcel.mjs';

const [, , folder, name, animationName, out, scale] = process.argv;
const scaled = scale === undefined ? -1 : Number(scale);
const parcel = await load(folder);
const pages = scaled < 0 ? parcel.pages : parcel.scales[scaled].pages;
const asset = parcel.assets.get(name);
asset.scale *= 2;
const animation = asset.animations.get(animationName);
let reach = 0;
for (const index of animation.frames) {
  const { origin, size } = asset.frames[index];
  for (const x of [origin[0], size[0] - origin[0], origin[1], size[1] - origin[1]]) {
    reach = Math.max(reach, Math.ceil(Math.abs(x) * asset.scale));
  }
}
const cell = 2 * reach;
const width = cell * animation.frames.length;
const height = cell;
const pixels = new Uint8Array(width * height * 4);

function draw(placement) {
  const page = pages[placement.page];
  const [sx, sy, sw, sh] = placement.source;
  for (let v = 0; v < Math.trunc(placement.height); ++v) {
    for (let u = 0; u < Math.trunc(placement.width); ++u) {
      let fx = Math.trunc((u * sw) / placement.width);
      const fy = Math.trunc((v * sh) / placement.height);
      if (placement.mirrored) fx = sw - 1 - fx;
      const source = ((sy + fy) * page.width + sx + fx) * 4;
      const tx = placement.x + u;
      const ty = placement.y + v;
      if (page.rgba[source + 3] === 0 || tx < 0 || ty < 0 || tx >= width || ty >= height) continue;
      pixels.set(page.rgba.subarray(source, source + 4), (ty * width + tx) * 4);
    }
  }
}

function tint(geometry, left) {
  for (let y = 0; y < cell; ++y) {
    for (let x = left; x < left + cell; ++x) {
      if (!contains(geometry, x + 0.5, y + 0.5)) continue;
      const at = (y * width + x) * 4;
      pixels[at] = (pixels[at] + 255) >> 1;
      pixels[at + 1] = (pixels[at + 1] + 160) >> 1;
      pixels[at + 2] >>= 1;
      pixels[at + 3] = Math.max(pixels[at + 3], 128);
    }
  }
}

animation.frames.forEach((index, step) => {
  const frame = asset.frames[index];
  const x = cell * step + reach;
  const mirrored = step % 2 === 1;
  const ms = animation.durationsMs.slice(0, step).reduce((sum, one) => sum + one, 0);
  const carried = riders(parcel, asset, animation, ms, x, reach, mirrored);
  const standing = [
    ...carried.filter((one) => one.behind),
    { asset, frame, x, y: reach },
    ...carried.filter((one) => !one.behind),
  ];
  for (const one of standing) {
    if (parcel.zones.has(one.asset.name)) continue;
    draw(place(one.asset, one.frame, one.x, one.y, mirrored, scaled));
  }
  for (const one of standing) {
    for (const shape of one.frame.shapes) {
      tint(shapeAt(one.asset, shape, one.x, one.y, mirrored), cell * step);
    }
  }
});
const head = `P7\nWIDTH ${width}\nHEIGHT ${height}\nDEPTH 4\nMAXVAL 255\nTUPLTYPE RGB_ALPHA\nENDHDR\n`;
writeFileSync(out, Buffer.concat([Buffer.from(head), Buffer.from(pixels)]));
