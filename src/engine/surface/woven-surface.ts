import { once, onceByName } from '@/core/once';
import type { Piece } from '@/core/piece/types';
import { fieldsRead } from '@/core/glsl/lib';
import { weave, type Analysis, type Woven } from '@/core/weave';
import { readsFaces } from '@/core/forms/live-skin';
import type { Skin } from '@/core/mesh/skin';
import type { Body } from './place-glsl';
import { surfaceState, type SurfaceState } from './surface-state';

/** Which form in which surface. Without a form the mesh stays as it is; an overlay lies over another surface. */
export interface SurfaceOnForm {
  form: string | null;
  surface: string | null;
  overlay?: true;
  /** Of the skin: what its vertices bring. */
  skin: Pick<Skin, 'facets' | 'tint' | 'copies' | 'corners'>;
}

const fieldsOf = once((woven: Woven) => fieldsRead(woven.glsl));
const wovenOf = onceByName<Analysis, Woven>();

/** Strands woven whole; things that share them, and the look whether anything changed, weave them once. */
function weaveStrands(
  piece: Piece,
  analysis: Analysis,
  strands: (string | null)[],
  signalUniforms: boolean,
  fused = false,
): Woven {
  return wovenOf(analysis, `${strands.join('|')} ${signalUniforms} ${fused}`, () =>
    weave(
      piece,
      analysis,
      strands.flatMap((strand) => (strand ? [{ strand }] : [])),
      { signalUniforms, fused },
    ),
  );
}

/** What one form in one surface is woven to. */
export interface WovenSurface {
  form: Woven;
  /** That of the form where both run in the vertex shader. */
  surface: Woven | null;
  /** Name of the surface's function. */
  surfaceName: string;
  state: SurfaceState;
  body: Body;
}

export function weaveSurface(piece: Piece, analysis: Analysis, pair: SurfaceOnForm): WovenSurface {
  const { form, surface, skin } = pair;
  // Signals are one value a frame, but for copies that are behind and steps that look back: those have other moments.
  const { attributes, otherMoments } = weaveStrands(piece, analysis, [form], true);
  const signalUniforms = !attributes.delay && !otherMoments;
  const own = surface ? weaveStrands(piece, analysis, [surface], signalUniforms) : null;
  // A dot is one place, so what it looks like is worked out once, where its place is.
  const isDot = skin.corners.length === 0;
  const shape =
    isDot && own
      ? weaveStrands(piece, analysis, [form, surface], signalUniforms, !seesPicture(own))
      : weaveStrands(piece, analysis, [form], signalUniforms);
  const look = isDot && own ? shape : own;
  const state = surfaceState(piece, analysis, surface);
  return {
    form: shape,
    surface: look,
    surfaceName: look?.functions.at(-1)!.name ?? '',
    state,
    body: bodyOf(skin, state, shape, look),
  };
}

/** Does a text read where in the picture, or from where, it is seen? */
const seesPicture = (woven: Woven) => fieldsOf(woven).has('view') || fieldsOf(woven).has('screen');

function bodyOf(skin: SurfaceOnForm['skin'], { uses }: SurfaceState, shape: Woven, look: Woven | null): Body {
  const cloud = skin.corners.length === 0;
  const askFaces = uses.has('wire') || readsFaces(shape.glsl) || (look !== null && readsFaces(look.glsl));
  return {
    faces: !cloud && askFaces,
    tint: skin.tint !== undefined || shape.attributes.tint !== undefined,
    painted: skin.tint !== undefined,
    copies: skin.copies !== undefined,
    nested: skin.copies?.counts !== undefined,
    cloud,
    facets: skin.facets,
  };
}

/** Text of the programs: the same text needs no new material. */
export function keyOf({ form, surface, state, body }: WovenSurface): string {
  return [
    form.glsl,
    ...form.pictures,
    surface?.glsl ?? '',
    ...(surface?.pictures ?? []),
    JSON.stringify({ ...state, uses: [...state.uses] }),
    JSON.stringify(body),
  ].join('\n//\n');
}
