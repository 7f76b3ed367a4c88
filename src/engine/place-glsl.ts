import { POINT_ATTRIBUTES } from '@/core/mesh/mesh';

/** What the vertex shader needs besides the library's own: attributes, uniforms, and what it hands to the fragment. */
const ATTRIBUTES = Object.entries(POINT_ATTRIBUTES)
  .filter(([name]) => name !== 'normal')
  .map(([name, size]) => `attribute vec${size} ${name === 'uv' ? 'clUvIn' : name};`)
  .join('\n');

const VARYINGS = `
varying vec3 clRest;
varying vec3 clWorld;
varying vec3 clNormal;
varying vec3 clMoved;
varying vec2 clUv;
flat varying float clFace;
`;

export const VERTEX_HEAD = `
${ATTRIBUTES}
uniform float clPhase;
uniform vec3 clEye;
uniform float clStep;
${VARYINGS}
`;

/** What a form with a number for each corner brings: the face, and the distance to its edges. */
export const VERTEX_EDGE = `
attribute float clFaceIn;
attribute vec3 clEdgeIn;
varying vec3 clEdge;
#define CL_FACE clFaceIn
`;

export const FRAGMENT_HEAD = `
uniform float clPhase;
uniform vec3 clEye;
uniform vec2 clSize;
${VARYINGS}
`;

/** The place of a vertex at rest. The mesh's uv is an attribute of the library only with textures, so ours has its own name. */
export const VERTEX_PLACE = `
#ifndef CL_FACE
#define CL_FACE 0.0
#endif
Place clPlaceAt(vec3 rest, vec3 facing, vec2 uvAt) {
  vec4 clip = projectionMatrix * modelViewMatrix * vec4(rest, 1.0);
  return Place(rest, (modelMatrix * vec4(rest, 1.0)).xyz, facing, uvAt, clip.xy / clip.w * 0.5 + 0.5, normalize(clEye - rest), 0.0, 1.0, CL_FACE, clPhase);
}
`;

export const FRAGMENT_PLACE = `
Place clPlaceHere() {
  return Place(clRest, clWorld, normalize(clNormal), clUv, gl_FragCoord.xy / clSize, normalize(clEye - clMoved), 0.0, 1.0, clFace, clPhase);
}
`;

/** Moves the vertex; the form's function is called FORM. */
export const VERTEX_MOVE = `
  vec3 clMovedTo = FORM(clPlaceAt(position, normal, clUvIn));
`;

/** Normal of the displaced surface: differences along the two tangents that the mesh carries. */
export const VERTEX_NORMAL = `
  vec3 clAlongA = FORM(clPlaceAt(position + clStep * tangentA, normal + clStep * normalA, clUvIn + clStep * uvSlope.xy)) - clMovedTo;
  vec3 clAlongB = FORM(clPlaceAt(position + clStep * tangentB, normal + clStep * normalB, clUvIn + clStep * uvSlope.zw)) - clMovedTo;
  vec3 clNormalTo = normalize(cross(clAlongA, clAlongB));
  clRest = position;
  clWorld = (modelMatrix * vec4(position, 1.0)).xyz;
  clNormal = clNormalTo;
  clMoved = clMovedTo;
  clUv = clUvIn;
`;
