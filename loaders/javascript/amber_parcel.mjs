// Loads a parcel: a folder with parcel.json and its pages. `parcelFrom` needs nothing; `load` reads
// files with what Node.js brings. In a browser, fetch parcel.json and the pages yourself.
// SPDX-License-Identifier: 0BSD

/** What is wrong with a parcel, in a sentence. */
export class ParcelError extends Error {}

/**
 * A parcel of the text of parcel.json. Its pages are read by `readPage(file)`, which gives whatever
 * the game draws with.
 * @returns {{pages: any[], layers: string[], assets: Map<string, object>}}
 */
export function parcelFrom(text, readPage) {
  const data = JSON.parse(text);
  if (data.format !== 'amber-parcel') throw new ParcelError('this is not a parcel');
  if (data.version > 1) {
    throw new ParcelError('the parcel is of a newer version than this loader');
  }
  const assets = new Map();
  for (const asset of data.assets) {
    assets.set(asset.name, {
      ...asset,
      animations: new Map(asset.animations.map((one) => [one.name, one])),
      default: asset.animations.find((one) => one.default)?.name ?? '',
    });
  }
  return {
    pages: data.pages.map((page) => readPage(page.file)),
    layers: data.layers.map((layer) => layer.name),
    assets,
  };
}

/** Reads a parcel with its pages: {width, height, rgba} of straight RGBA, 8 bits each. */
export async function load(folder) {
  const { readFileSync } = await import('node:fs');
  const { inflateSync } = await import('node:zlib');
  const text = readFileSync(`${folder}/parcel.json`, 'utf8');
  return parcelFrom(text, (file) => readPng(readFileSync(`${folder}/${file}`), inflateSync));
}

/** The index of the asset's frame that an animation shows so long after its start, ms. */
export function frameAt(animation, ms) {
  const steps = animation.frames.map((_, i) => i);
  if (animation.loop === 'backAndForth') {
    for (let i = animation.frames.length - 2; i > 0; --i) steps.push(i);
  }
  const total = steps.reduce((sum, step) => sum + animation.durationsMs[step], 0);
  if (animation.loop !== 'once') ms = ((ms % total) + total) % total;
  for (const step of steps) {
    if (ms < animation.durationsMs[step]) return animation.frames[step];
    ms -= animation.durationsMs[step];
  }
  return animation.frames[steps[steps.length - 1]];
}

/** Where a frame is drawn whose asset stands at (x, y), game px; on whole px. */
export function place(asset, frame, x, y, mirrored = false) {
  const s = asset.scale;
  const [, , w, h] = frame.rect;
  const left = mirrored ? frame.origin[0] - frame.trim[0] - w : frame.trim[0] - frame.origin[0];
  const top = frame.trim[1] - frame.origin[1];
  return {
    page: frame.page,
    source: frame.rect,
    x: Math.floor(x + left * s + 0.5),
    y: Math.floor(y + top * s + 0.5),
    width: w * s,
    height: h * s,
    mirrored,
  };
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

/** A PNG of 8 bits a channel, RGBA, not interlaced, as the pages of a parcel are. */
export function readPng(bytes, inflate) {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint32(0) !== 0x89504e47) throw new ParcelError('a page is no PNG');
  let width = 0;
  let height = 0;
  const packed = [];
  for (let at = 8; at + 8 <= bytes.length;) {
    const length = view.getUint32(at);
    const name = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (name === 'IHDR') {
      width = view.getUint32(at + 8);
      height = view.getUint32(at + 12);
      if (bytes[at + 16] !== 8 || bytes[at + 17] !== 6 || bytes[at + 20] !== 0) {
        throw new ParcelError('a page is a PNG of another form than RGBA of 8 bits');
      }
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
  const stride = width * 4;
  const rgba = new Uint8Array(stride * height);
  for (let y = 0; y < height; ++y) {
    const sort = raw[y * (stride + 1)];
    for (let i = 0; i < stride; ++i) {
      const a = i >= 4 ? rgba[y * stride + i - 4] : 0;
      const b = y > 0 ? rgba[(y - 1) * stride + i] : 0;
      const c = i >= 4 && y > 0 ? rgba[(y - 1) * stride + i - 4] : 0;
      rgba[y * stride + i] = raw[y * (stride + 1) + 1 + i] + guessOf(sort, a, b, c);
    }
  }
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
