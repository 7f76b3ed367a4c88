import { FRAME_SIZES } from '@/core/mesh/frames';
import { fieldsRead, PLACE_FIELDS, placeText } from '@/core/glsl/lib';
import type { FormText } from '@/core/weave';

/** What a form's vertices bring and hand on, beside what all have. */
export interface Body {
  /** Corners know their faces, and the edges are known. */
  faces: boolean;
  tint: boolean;
  /** Colours come from the skin's vertices. */
  painted: boolean;
  copies: boolean;
  /** They are copies of copies. */
  nested: boolean;
  /** Points without faces. */
  cloud: boolean;
  facets: boolean;
}

const ATTRIBUTES = Object.entries(FRAME_SIZES)
  .filter(([name]) => name !== 'normal')
  .map(([name, size]) => `attribute vec${size} ${name === 'uv' ? 'clUvIn' : name};`)
  .join('\n');

const VARYINGS = `
varying vec3 clRest;
varying vec3 clWorld;
varying vec3 clNormal;
varying vec3 clMoved;
varying vec2 clUv;
`;

/** Fields of a place that only some bodies bring: what the vertex shader reads them from. */
function brought({ faces, painted, copies, nested }: Body): Record<string, string> {
  return {
    ...(painted ? { tint: 'clTintIn' } : {}),
    ...(faces
      ? {
          face: 'clFaceIn.x',
          lift: 'clFaceIn.y',
          faceUv: 'clFaceIn.zw',
          faceMiddle: 'clFaceMiddleIn',
          faceNormal: 'clFaceNormalIn',
          faceWorld: '(modelMatrix * vec4(clFaceMiddleIn, 1.0)).xyz',
        }
      : {}),
    ...(copies
      ? {
          globalPhase: 'clPhase',
          copy: 'clCopyIn',
          copies: 'clCopies',
          copyAt: 'clCopyAtIn',
          copyNormal: 'clCopyNormalIn',
          copyIn: nested ? 'clCopyNumbersIn' : 'vec3(clCopyIn, 0.0, 0.0)',
          copiesIn: nested ? 'clCopiesIn' : 'vec3(clCopies, 1.0, 1.0)',
          firstAt: nested ? 'clFirstAtIn' : 'clCopyAtIn',
          firstNormal: nested ? 'clFirstNormalIn' : 'clCopyNormalIn',
        }
      : {}),
  };
}

/** The fields among these that a surface reads: they go to the fragments, the same over a whole face or copy. */
function varyingsOf(body: Body, surface: string): { name: string; type: string }[] {
  const read = fieldsRead(surface);
  return Object.entries({ ...brought(body), ...(body.tint ? { tint: '' } : {}) })
    .map(([name]) => name)
    .filter((name) => read.has(name))
    .map((name) => {
      const { size } = PLACE_FIELDS.find((f) => f.name === name)!;
      return { name, type: size === 1 ? 'float' : `vec${size}` };
    });
}

const varyingName = (name: string) => `clOn${name[0]!.toUpperCase()}${name.slice(1)}`;
/** Colours run from point to point; all else is one value for a face or copy. */
const varyingDeclarations = (body: Body, surface: string) =>
  varyingsOf(body, surface)
    .map(({ name, type }) => `${name === 'tint' ? '' : 'flat '}varying ${type} ${varyingName(name)};`)
    .join('\n');

/** @param surface text of the surface, or nothing in passes that do not run it */
export function vertexHead(body: Body, surface: string): string {
  return [
    ATTRIBUTES,
    body.faces
      ? 'attribute vec4 clFaceIn;\nattribute vec3 clEdgeIn;\nattribute vec3 clFaceMiddleIn;\n' +
        'attribute vec3 clFaceNormalIn;\nvarying vec3 clEdge;'
      : '',
    body.painted ? 'attribute vec3 clTintIn;' : '',
    body.copies
      ? 'attribute float clCopyIn;\nattribute vec3 clCopyAtIn;\nattribute vec3 clCopyNormalIn;\nuniform float clCopies;'
      : '',
    body.nested
      ? 'attribute vec3 clCopyNumbersIn;\nattribute vec3 clFirstAtIn;\nattribute vec3 clFirstNormalIn;\n' +
        'uniform vec3 clCopiesIn;'
      : '',
    body.cloud ? 'uniform vec2 clSize;' : '',
    'uniform float clPhase;\nuniform vec3 clEye;\nuniform float clStep;',
    VARYINGS,
    'varying float clTime;',
    varyingDeclarations(body, surface),
  ]
    .filter(Boolean)
    .join('\n');
}

export const fragmentHead = (body: Body, surface: string) => `
uniform float clPhase;
uniform vec3 clEye;
uniform vec2 clSize;
${VARYINGS}
varying float clTime;
${varyingDeclarations(body, surface)}
`;

/**
 * The place of a vertex at rest, and how it changes along a direction. The mesh's uv is an
 * attribute of the library only with textures, so ours has its own name.
 */
export function vertexPlace(body: Body): string {
  const at = {
    rest: 'rest',
    world: '(modelMatrix * vec4(rest, 1.0)).xyz',
    normal: 'facing',
    uv: 'uvAt',
    screen: 'clip.xy / clip.w * 0.5 + 0.5',
    view: 'normalize(clEye - rest)',
    phase: 'clPhase',
    ...brought(body),
  };
  const along = {
    rest: 'way',
    world: 'mat3(modelMatrix) * way',
    normal: 'turn',
    uv: 'slope',
    screen: '0.5 * (step.xy * clip.w - clip.xy * step.w) / (clip.w * clip.w)',
    view: '(view * dot(view, way) - way) / max(length(away), 1e-20)',
  };
  return `
Place clPlaceAt(vec3 rest, vec3 facing, vec2 uvAt) {
  vec4 clip = projectionMatrix * modelViewMatrix * vec4(rest, 1.0);
  return ${placeText(at)};
}
Place clPlaceAlong(vec3 rest, vec3 way, vec3 turn, vec2 slope) {
  vec4 clip = projectionMatrix * modelViewMatrix * vec4(rest, 1.0);
  vec4 step = projectionMatrix * modelViewMatrix * vec4(way, 0.0);
  vec3 away = clEye - rest;
  vec3 view = normalize(away);
  return ${placeText(along, true)};
}
`;
}

export function fragmentPlace(body: Body, surface: string): string {
  const normal = body.facets ? 'normalize(cross(dFdx(clMoved), dFdy(clMoved)))' : 'normalize(clNormal)';
  const fields = {
    rest: 'clRest',
    world: 'clWorld',
    normal,
    uv: 'clUv',
    screen: 'gl_FragCoord.xy / clSize',
    view: 'normalize(clEye - clMoved)',
    phase: 'clTime',
    ...Object.fromEntries(varyingsOf(body, surface).map(({ name }) => [name, varyingName(name)])),
  };
  return `
Place clPlaceHere() {
  return ${placeText(fields)};
}
`;
}

/** Phase of a place that is late: see `delayed`. */
const lateText = ({ attributes, play }: FormText): string =>
  play === 'once' ? `max(clPhase - ${attributes.delay}(clHere), 0.0)` : `fract(clPhase - ${attributes.delay}(clHere))`;

/** Moves the vertex; its normal as well where `normals` is asked for. Leaves `clMovedTo` and `clNormalTo`. */
export function vertexMove(body: Body, form: FormText, surface: string, normals: boolean): string {
  const place = [
    '  Place clHere = clPlaceAt(position, normal, clUvIn);',
    form.attributes.delay ? `  clHere.phase = ${lateText(form)};` : '',
    form.attributes.tint ? `  clHere.tint *= ${form.attributes.tint}(clHere);` : '',
    '  clTime = clHere.phase;',
    body.cloud ? `  float clDot = ${form.attributes.dot ? `${form.attributes.dot}(clHere)` : '0.02'};` : '',
  ];
  if (!normals) return [...place, `  vec3 clMovedTo = ${form.move}(clHere);`].filter(Boolean).join('\n');
  // Points have no surface around them: they keep the normal they came with.
  const bend = body.cloud
    ? [
        form.fused
          ? `  vec3 clMovedTo;\n  Surface clDotSurface;\n  ${form.fused}(clHere, clMovedTo, clDotSurface);`
          : `  vec3 clMovedTo = ${form.move}(clHere);`,
        '  vec3 clAlongA = vec3(0.0);\n  vec3 clAlongB = vec3(0.0);',
      ]
    : form.slopes
      ? [
          '  vec3 clAlongA;\n  vec3 clAlongB;',
          `  vec3 clMovedTo = ${form.slopes}(clHere, clPlaceAlong(position, tangentA, normalA, ` +
            'uvSlope.xy), clPlaceAlong(position, tangentB, normalB, uvSlope.zw), clAlongA, clAlongB);',
        ]
      : [
          `  vec3 clMovedTo = ${form.move}(clHere);`,
          ...(['A', 'B'] as const).map((s) => {
            const uv = s === 'A' ? 'xy' : 'zw';
            const at = (sign: string) =>
              `${form.move}(clShifted(clHere, clPlaceAt(position ${sign} clStep * tangent${s}, normal ` +
              `${sign} clStep * normal${s}, clUvIn ${sign} clStep * uvSlope.${uv})))`;
            return `  vec3 clAlong${s} = ${at('+')} - ${at('-')};`;
          }),
        ];
  return [
    ...place,
    ...bend,
    '  vec3 clNormalTo = cross(clAlongA, clAlongB);',
    '  clNormalTo = dot(clNormalTo, clNormalTo) > 0.0 ? normalize(clNormalTo) : normal;',
    '  clRest = position;\n  clWorld = clHere.world;\n  clNormal = clNormalTo;\n  clMoved = ' +
      'clMovedTo;\n  clUv = clUvIn;',
    body.faces ? '  clEdge = clEdgeIn;' : '',
    ...varyingsOf(body, surface).map(({ name }) => `  ${varyingName(name)} = clHere.${name};`),
  ]
    .filter(Boolean)
    .join('\n');
}

/** A neighbouring place at the same moment, for differences. */
export const SHIFTED_PLACE =
  'Place clShifted(Place here, Place there) {\n  there.phase = here.phase;\n  return there;\n}\n';
