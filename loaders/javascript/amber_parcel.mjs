// Loads a parcel: a folder with parcel.json and its pages. `parcelFrom` needs nothing; `load` reads
// files with what Node.js brings. In a browser, fetch parcel.json and the pages yourself.
// SPDX-License-Identifier: 0BSD

/** What is wrong with a parcel, in a sentence. */
export class ParcelError extends Error {}

/**
 * A parcel of the text of parcel.json. Its pages are read by `readPage(file)`, which gives whatever
 * the game draws with; where masks are pictures, `isSet(page, x, y)` says which of its px are seen.
 * @returns {{pages: any[], layers: string[], assets: Map<string, object>,
 *   zones: Map<string, object>, scales: {scale: number, pages: any[]}[], filter: string,
 *   pxPerUnit: number, y: string}}
 * A zone is an area without a picture: an asset of one frame that lies on no page.
 */
export function parcelFrom(text, readPage, isSet = isSeen) {
  const data = JSON.parse(text);
  if (data.format !== 'amber-parcel') throw new ParcelError('this is not a parcel');
  if (data.version > 1) {
    throw new ParcelError('the parcel is of a newer version than this loader');
  }
  const pagesOf = (pages) => pages.map((page) => readPage(page.file));
  const masks = pagesOf(data.maskPages ?? []);
  const scales = (data.scales ?? []).map(({ scale, pages }) => ({ scale, pages: pagesOf(pages) }));
  const shapesOf = (from) => from.shapes.map((shape) => ({
    ...shape, geometry: withRuns(shape.geometry, masks, isSet),
  }));
  const frameOf = (frame) => ({
    ...frame,
    scaled: (frame.scaled ?? []).map((one, i) => ({ ...one, scale: scales[i].scale })),
    shapes: shapesOf(frame),
  });
  const assets = new Map();
  for (const asset of data.assets) {
    assets.set(asset.name, {
      ...asset,
      frames: asset.frames.map(frameOf),
      animations: new Map(asset.animations.map((one) => [one.name, one])),
      default: asset.animations.find((one) => one.default)?.name ?? '',
    });
  }
  const zones = new Map();
  for (const zone of data.zones ?? []) {
    const { size, origin, mounts, name } = zone;
    const frame = { name, size, origin, mounts, scaled: [], shapes: shapesOf(zone) };
    zones.set(name, { ...zone, frames: [frame], animations: new Map(), default: '' });
  }
  return {
    pages: pagesOf(data.pages),
    layers: data.layers.map((layer) => layer.name),
    assets,
    zones,
    scales,
    filter: data.filter ?? 'nearest',
    pxPerUnit: data.units.pxPerUnit ?? 1,
    y: data.units.y ?? 'down',
  };
}

function isSeen(page, x, y) {
  return page.rgba[(y * page.width + x) * 4 + 3] > 0;
}

/** A mask whose px are drawn on a page gets its runs from there. */
function withRuns(g, masks, isSet) {
  if (!g.picture) return g;
  const page = masks[g.picture.page];
  const [left, top, width, height] = g.picture.rect;
  const runs = [];
  for (let y = 0; y < height; ++y) {
    let start = -1;
    for (let x = 0; x <= width; ++x) {
      const here = x < width && isSet(page, left + x, top + y);
      if (here && start < 0) start = x;
      if (!here && start >= 0) {
        runs.push([g.y + y, g.x + start, g.x + x]);
        start = -1;
      }
    }
  }
  return { ...g, runs };
}

/** Reads a parcel with its pages: {width, height, rgba} of straight RGBA, 8 bits each. */
export async function load(folder) {
  const { readFileSync } = await import('node:fs');
  const { inflateSync } = await import('node:zlib');
  const text = readFileSync(`${folder}/parcel.json`, 'utf8');
  return parcelFrom(text, (file) => readPng(readFileSync(`${folder}/${file}`), inflateSync));
}

/** The steps of one whole run of an animation, in the order in which they show. */
function runOf(animation) {
  const steps = animation.frames.map((_, i) => i);
  if (animation.loop === 'backAndForth') {
    for (let i = animation.frames.length - 2; i > 0; --i) steps.push(i);
  }
  return steps;
}

/** The index of the asset's frame that an animation shows so long after its start, ms. */
export function frameAt(animation, ms) {
  const steps = runOf(animation);
  const total = steps.reduce((sum, step) => sum + animation.durationsMs[step], 0);
  if (animation.loop !== 'once') ms = ((ms % total) + total) % total;
  for (const step of steps) {
    if (ms < animation.durationsMs[step]) return animation.frames[step];
    ms -= animation.durationsMs[step];
  }
  return animation.frames[steps[steps.length - 1]];
}

/**
 * Where a frame is drawn whose asset stands at (x, y), game px; on whole px. From the pages of scale
 * 1, or of the parcel's scale of that number.
 */
export function place(asset, frame, x, y, mirrored = false, scaled = -1) {
  const s = asset.scale;
  const from = scaled < 0 ? frame : frame.scaled[scaled];
  const k = scaled < 0 ? 1 : from.scale;
  const w = from.rect[2] / k;
  const h = from.rect[3] / k;
  const trimmed = from.trim[0] / k;
  const left = mirrored ? frame.origin[0] - trimmed - w : trimmed - frame.origin[0];
  const top = from.trim[1] / k - frame.origin[1];
  return {
    page: from.page,
    source: from.rect,
    x: Math.floor(x + left * s + 0.5),
    y: Math.floor(y + top * s + 0.5),
    width: w * s,
    height: h * s,
    mirrored: mirrored !== Boolean(from.mirrored),
  };
}

/**
 * All that rides on an asset that stands at (x, y), game px, and has played an animation (undefined
 * without any) for so long, ms; back to front: {asset, frame, x, y, behind}, to give to `place` and
 * `shapeAt`. What is behind is drawn before the asset.
 */
export function riders(parcel, asset, animation, ms, x, y, mirrored = false) {
  const ridden = [];
  const frame = asset.frames[animation ? frameAt(animation, ms) : 0];
  gather(parcel, { asset, frame, x, y, behind: false }, animation, ms, mirrored, ridden, true);
  return ridden;
}

/** What rides behind, the bearer itself unless it is the first, what rides in front. */
function gather(parcel, bearer, animation, ms, mirrored, ridden, first = false) {
  const { asset, frame } = bearer;
  for (const behind of [true, false]) {
    for (const rider of asset.riders ?? []) {
      const other = parcel.assets.get(rider.asset) ?? parcel.zones.get(rider.asset);
      const mount = frame.mounts[rider.mount];
      if (rider.behind !== behind || !mount || !other) continue;
      const played = other.animations.get(rider.animation);
      const itsMs = placedFor(asset, animation, rider.mount, ms);
      const across = (mount[0] - frame.origin[0]) * asset.scale;
      const one = {
        asset: { ...other, scale: other.scale * asset.scale },
        frame: other.frames[played ? frameAt(played, itsMs) : 0],
        x: bearer.x + (mirrored ? -across : across),
        y: bearer.y + (mount[1] - frame.origin[1]) * asset.scale,
        behind: bearer.behind || (first && behind),
      };
      gather(parcel, one, played, itsMs, mirrored, ridden);
    }
    if (behind && !first) ridden.push(bearer);
  }
}

/** For how long a mount has been in its place without a break, ms. */
function placedFor(asset, animation, mount, ms) {
  if (!animation) return 0;
  const run = runOf(animation);
  const lasts = animation.durationsMs;
  const total = run.reduce((sum, step) => sum + lasts[step], 0);
  const again = animation.loop !== 'once' && ms >= total;
  let into = animation.loop === 'once' ? ms : ms % total;
  let now = 0;
  for (; now + 1 < run.length && into >= lasts[run[now]]; ++now) into -= lasts[run[now]];
  let placed = into;
  for (let back = 1; back < run.length; ++back) {
    if (now === 0 && !again) return placed;
    now = now === 0 ? run.length - 1 : now - 1;
    if (!asset.frames[animation.frames[run[now]]].mounts[mount]) return placed;
    placed += lasts[run[now]];
  }
  return ms;
}

/** The geometry of a shape in the game, whose asset stands at (x, y), game px. */
export function shapeAt(asset, shape, x, y, mirrored = false) {
  const g = mirrored ? mirroredOf(shape.geometry) : shape.geometry;
  const s = asset.scale;
  switch (g.kind) {
    case 'box':
      return { kind: g.kind, x: x + g.x * s, y: y + g.y * s, w: g.w * s, h: g.h * s };
    case 'circle':
      return { kind: g.kind, cx: x + g.cx * s, cy: y + g.cy * s, r: g.r * s };
    case 'capsule':
      return {
        kind: g.kind, ax: x + g.ax * s, ay: y + g.ay * s, bx: x + g.bx * s, by: y + g.by * s,
        r: g.r * s,
      };
    case 'polygon':
      return { kind: g.kind, points: g.points.map(([px, py]) => [x + px * s, y + py * s]) };
    case 'mask':
      // Runs stay in art px: where they stand and how large they are goes along.
      return { kind: g.kind, atX: x, atY: y, scale: s, runs: g.runs };
    default:
      throw new ParcelError(`a shape is of a kind that this loader does not know: ${g.kind}`);
  }
}

/** Whether a point lies in the geometry that `shapeAt` gives. */
export function contains(g, x, y) {
  switch (g.kind) {
    case 'box':
      return g.x <= x && x < g.x + g.w && g.y <= y && y < g.y + g.h;
    case 'circle': {
      const dx = x - g.cx;
      const dy = y - g.cy;
      return dx * dx + dy * dy <= g.r * g.r;
    }
    case 'capsule': {
      const ux = g.bx - g.ax;
      const uy = g.by - g.ay;
      const wx = x - g.ax;
      const wy = y - g.ay;
      const length = ux * ux + uy * uy;
      const t = length === 0 ? 0 : Math.min(1, Math.max(0, (wx * ux + wy * uy) / length));
      const dx = wx - t * ux;
      const dy = wy - t * uy;
      return dx * dx + dy * dy <= g.r * g.r;
    }
    case 'polygon': {
      let inside = false;
      let [px, py] = g.points[g.points.length - 1];
      for (const [qx, qy] of g.points) {
        if (py > y !== qy > y && x < ((qx - px) * (y - py)) / (qy - py) + px) inside = !inside;
        [px, py] = [qx, qy];
      }
      return inside;
    }
    default: {
      const ax = (x - g.atX) / g.scale;
      const ay = (y - g.atY) / g.scale;
      return g.runs.some(([row, x0, x1]) => row <= ay && ay < row + 1 && x0 <= ax && ax < x1);
    }
  }
}

function mirroredOf(g) {
  switch (g.kind) {
    case 'box':
      return { ...g, x: -(g.x + g.w) };
    case 'circle':
      return { ...g, cx: -g.cx };
    case 'capsule':
      return { ...g, ax: -g.ax, bx: -g.bx };
    case 'polygon':
      return { ...g, points: [...g.points].reverse().map(([x, y]) => [-x, y]) };
    default:
      return { ...g, runs: g.runs.map(([row, x0, x1]) => [row, -x1, -x0]) };
  }
}

/** A PNG as the pages of a parcel are: not interlaced, RGBA of 8 bits each or a palette. */
export function readPng(bytes, inflate) {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint32(0) !== 0x89504e47) throw new ParcelError('a page is no PNG');
  let width = 0;
  let height = 0;
  let deep = 4;
  let palette = [];
  let alphas = [];
  const packed = [];
  for (let at = 8; at + 8 <= bytes.length;) {
    const length = view.getUint32(at);
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (name === 'IHDR') {
      width = view.getUint32(at + 8);
      height = view.getUint32(at + 12);
      const colour = bytes[at + 17];
      if (bytes[at + 16] !== 8 || (colour !== 3 && colour !== 6) || bytes[at + 20] !== 0) {
        throw new ParcelError('a page is a PNG of another form than RGBA or a palette of 8 bits');
      }
      deep = colour === 6 ? 4 : 1;
    } else if (name === 'PLTE') {
      palette = bytes.subarray(at + 8, at + 8 + length);
    } else if (name === 'tRNS') {
      alphas = bytes.subarray(at + 8, at + 8 + length);
    } else if (name === 'IDAT') {
      packed.push(bytes.subarray(at + 8, at + 8 + length));
    }
    at += 12 + length;
  }
  const whole = new Uint8Array(packed.reduce((sum, part) => sum + part.length, 0));
  let end = 0;
  for (const part of packed) {
    whole.set(part, end);
    end += part.length;
  }
  const raw = inflate(whole);
  const stride = width * deep;
  const got = new Uint8Array(stride * height);
  for (let y = 0; y < height; ++y) {
    const sort = raw[y * (stride + 1)];
    for (let i = 0; i < stride; ++i) {
      const a = i >= deep ? got[y * stride + i - deep] : 0;
      const b = y > 0 ? got[(y - 1) * stride + i] : 0;
      const c = i >= deep && y > 0 ? got[(y - 1) * stride + i - deep] : 0;
      got[y * stride + i] = raw[y * (stride + 1) + 1 + i] + guessOf(sort, a, b, c);
    }
  }
  if (deep === 4) return { width, height, rgba: got };
  const rgba = new Uint8Array(width * height * 4);
  got.forEach((colour, i) => {
    rgba.set(palette.subarray(3 * colour, 3 * colour + 3), 4 * i);
    rgba[4 * i + 3] = alphas[colour] ?? 255;
  });
  return { width, height, rgba };
}

function guessOf(sort, a, b, c) {
  if (sort === 1) return a;
  if (sort === 2) return b;
  if (sort === 3) return (a + b) >> 1;
  if (sort !== 4) return 0;
  const pa = Math.abs(b - c);
  const pb = Math.abs(a - c);
  const pc = Math.abs(a + b - 2 * c);
  return pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
}
