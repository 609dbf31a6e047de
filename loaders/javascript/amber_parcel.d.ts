// Types of amber_parcel.mjs. Lengths are px, times ms, y grows downward.
// SPDX-License-Identifier: 0BSD

/** What is wrong with a parcel, in a sentence. */
export class ParcelError extends Error {}

export type Point = [number, number];
/** x, y, width, height on a page. */
export type Rect = [number, number, number, number];

/** A picture: rows of straight RGBA, 8 bits each. */
export interface Pixels {
  width: number;
  height: number;
  rgba: Uint8Array;
}

/** Geometry relative to the origin of its frame, in art px; a run of a mask is [y, x0, x1). */
export type Geometry =
  | { kind: 'box'; x: number; y: number; w: number; h: number }
  | { kind: 'circle'; cx: number; cy: number; r: number }
  | { kind: 'capsule'; ax: number; ay: number; bx: number; by: number; r: number }
  | { kind: 'polygon'; points: Point[]; parts?: Point[][] }
  | {
    kind: 'mask'; x: number; y: number; w: number; h: number;
    runs: [number, number, number][];
    picture?: { page: number; rect: Rect };
  };

/** Geometry in the game, as `shapeAt` gives it: game px, but for the runs of a mask. */
export type PlacedGeometry =
  | Exclude<Geometry, { kind: 'mask' }>
  | {
    kind: 'mask'; atX: number; atY: number; scale: number; runs: [number, number, number][];
  };

export interface Shape {
  role: string;
  duty: 'stops' | 'notices';
  /** Layers, by bit. */
  on: number;
  seeks: number;
  geometry: Geometry;
}

/** A frame's picture on the pages of another scale: page px by art px. */
export interface ScaledPicture {
  scale: number;
  page: number;
  rect: Rect;
  trim: Point;
  mirrored?: boolean;
}

export interface Frame {
  name: string;
  /** The page and the place on it; a zone has neither. */
  page?: number;
  rect?: Rect;
  /** What was cut away at the left and top. */
  trim?: Point;
  size: Point;
  origin: Point;
  mounts: { [name: string]: Point };
  shapes: Shape[];
  mirrored?: boolean;
  scaled: ScaledPicture[];
}

export interface Animation {
  name: string;
  /** Indices into the asset's frames. */
  frames: number[];
  durationsMs: number[];
  loop: 'once' | 'repeat' | 'backAndForth';
  default?: boolean;
}

export interface Rider {
  mount: string;
  asset: string;
  animation: string;
  behind: boolean;
}

export interface Asset {
  name: string;
  kind: string;
  motion: 'static' | 'kinematic' | 'dynamic';
  /** Game px by art px. */
  scale: number;
  frames: Frame[];
  animations: Map<string, Animation>;
  /** The animation to start with; empty without any. */
  default: string;
  riders?: Rider[];
}

export interface Parcel<Page> {
  pages: Page[];
  layers: string[];
  assets: Map<string, Asset>;
  /** Areas without a picture: assets of one frame that lies on no page. */
  zones: Map<string, Asset>;
  scales: { scale: number; pages: Page[] }[];
  filter: 'nearest' | 'linear';
  pxPerUnit: number;
  y: 'down' | 'up';
}

/** Where a frame is drawn: the page's `source` goes there, mirrored or not. */
export interface Placement {
  page: number;
  source: Rect;
  x: number;
  y: number;
  width: number;
  height: number;
  mirrored: boolean;
}

export interface Ridden {
  asset: Asset;
  frame: Frame;
  x: number;
  y: number;
  behind: boolean;
}

/** A parcel of the text of parcel.json; `readPage` gives whatever the game draws with. */
export function parcelFrom<Page>(
  text: string,
  readPage: (file: string) => Page,
  isSet?: (page: Page, x: number, y: number) => boolean,
): Parcel<Page>;
/** Reads a parcel with its pages, in Node.js. */
export function load(folder: string): Promise<Parcel<Pixels>>;
/** The index of the asset's frame that an animation shows so long after its start. */
export function frameAt(animation: Animation, ms: number): number;
/** Where a frame is drawn whose asset stands at (x, y). `scaled`: of which of `scales`. */
export function place(
  asset: Asset, frame: Frame, x: number, y: number, mirrored?: boolean, scaled?: number,
): Placement;
/** All that rides on an asset that has played an animation for so long, back to front. */
export function riders<Page>(
  parcel: Parcel<Page>, asset: Asset, animation: Animation | undefined, ms: number,
  x: number, y: number, mirrored?: boolean,
): Ridden[];
/** The geometry of a shape in the game, whose asset stands at (x, y). */
export function shapeAt(
  asset: Asset, shape: Shape, x: number, y: number, mirrored?: boolean,
): PlacedGeometry;
/** Whether a point lies in the geometry that `shapeAt` gives. */
export function contains(geometry: PlacedGeometry, x: number, y: number): boolean;
/** A PNG as the pages of a parcel are. `inflate` unpacks zlib. */
export function readPng(
  bytes: Uint8Array, inflate: (packed: Uint8Array) => Uint8Array,
): Pixels;
