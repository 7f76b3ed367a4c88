import type { Mesh } from '../mesh/mesh';
import { isLink, strandById, type Piece, type Strand } from '../piece/types';
import { allDependencies } from '../weave';

type Three = readonly [number, number, number];

/** A stretch of space: its middle, and how far it goes to each side along x, y and z; metres. */
export interface Stretch {
  middle: Three;
  half: Three;
}

/** Where a field is shown: across what it is used on, in the plane in which that lies. */
export interface Patch {
  /** Axis that looks at the viewer: 0, 1 or 2. */
  facing: 0 | 1 | 2;
  /** What it is used on is flat, so that its normals all point the same way. */
  flat: boolean;
  /** The form at rest. */
  rest: Stretch;
  /** The form with all its copies. */
  world: Stretch;
}

/** Half the height, in metres, of the patch of space on which a field is shown that is used nowhere. */
const USUAL_REACH_METRES = 2;
const ABOUT_ORIGIN: Stretch = { middle: [0, 0, 0], half: [0, USUAL_REACH_METRES, USUAL_REACH_METRES] };

/** Space about the origin. */
export const ANYWHERE: Patch = { facing: 2, flat: false, rest: ABOUT_ORIGIN, world: ABOUT_ORIGIN };

/** A form lies in a plane if it is thinner across than this share of its next larger side. */
const LIES = 0.5;
const FLAT = 0.1;

/**
 * The form on which a strand is used: one that takes from it, or one that wears what takes from it, in the order in
 * which forms stand on stages. Null where it is used on none.
 */
export function formUnder(piece: Piece, strand: Strand): Strand | null {
  const uses = (id: string) => {
    const other = strandById(piece, id);
    return other !== undefined && allDependencies(piece, other).has(strand.id);
  };
  for (const stage of piece.strands.filter((s) => s.kind === 'stage'))
    for (const { params } of stage.steps) {
      const links = Object.values(params)
        .filter(isLink)
        .map((l) => l.link);
      const form = links.map((id) => strandById(piece, id)).find((s) => s?.kind === 'form');
      if (form && links.some(uses)) return form;
    }
  return piece.strands.find((s) => s.kind === 'form' && uses(s.id)) ?? null;
}

/** Patches across forms, by their ids. */
export type Patches = Readonly<Record<string, Patch>>;

/** Where a field is shown: across its form, as far as that is known; else about the origin. */
export function patchFor(piece: Piece, strand: Strand, patches: Patches): Patch {
  const form = strand.kind === 'field' ? formUnder(piece, strand) : null;
  return (form && patches[form.id]) ?? ANYWHERE;
}

/** The patch across a form and its copies: from the front, or from where it lies flat. */
export function patchAcross(mesh: Pick<Mesh, 'positions' | 'copies'>): Patch {
  const rest = stretchOf(mesh.positions);
  const at = mesh.copies && mesh.copies.at.length > 0 ? stretchOf(mesh.copies.at) : null;
  const world = at ? { middle: at.middle, half: each((k) => at.half[k]! + rest.half[k]!) } : rest;
  const [thin, next] = [0, 1, 2].sort((a, b) => world.half[a]! - world.half[b]!) as [number, number];
  const lies = world.half[thin]! < LIES * world.half[next]!;
  return {
    facing: (lies ? thin : 2) as Patch['facing'],
    flat: lies && world.half[thin]! < FLAT * world.half[next]!,
    rest,
    world,
  };
}

const each = (of: (k: number) => number): Three => [of(0), of(1), of(2)];

function stretchOf(positions: Float32Array): Stretch {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i += 3)
    for (let k = 0; k < 3; k++) {
      const v = positions[i + k]!;
      if (v < low[k]!) low[k] = v;
      if (v > high[k]!) high[k] = v;
    }
  return { middle: each((k) => (low[k]! + high[k]!) / 2), half: each((k) => (high[k]! - low[k]!) / 2) };
}

/** Axes that run to the right and up in a drawing, with their direction, for each axis that faces the viewer. */
const SIDES = [
  { right: 2, rightway: -1, up: 1, upway: 1 },
  { right: 0, rightway: 1, up: 2, upway: -1 },
  { right: 0, rightway: 1, up: 1, upway: 1 },
] as const;

/**
 * The point of a stretch that is drawn at x, y of a patch. The patch bulges to the viewer like a cushion, so that all
 * three coordinates change over it: a pattern that lies on the floor is seen on what stands up as well.
 * @param x -aspect to aspect, left to right
 * @param y -1 to 1, bottom to top
 * @param aspect width of the drawing over its height: all of the stretch fits in
 */
export function pointIn({ middle, half }: Stretch, facing: Patch['facing'], x: number, y: number, aspect: number) {
  const { right, rightway, up, upway } = SIDES[facing];
  const reach = Math.max(half[up]!, half[right]! / aspect, 1e-6);
  const point = [...middle];
  point[right]! += rightway * x * reach;
  point[up]! += upway * y * reach;
  point[facing]! += half[facing]! * (1 - (x / aspect) ** 2) * (1 - y ** 2);
  return point;
}

/** The direction that points right, up and to the viewer by these amounts. */
export function directionIn(facing: Patch['facing'], x: number, y: number, z: number): number[] {
  const { right, rightway, up, upway } = SIDES[facing];
  const direction = [0, 0, 0];
  direction[right] = rightway * x;
  direction[up] = upway * y;
  direction[facing] = z;
  return direction;
}
