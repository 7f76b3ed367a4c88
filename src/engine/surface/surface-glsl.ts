import { METRES_OF, SURFACE_FIELDS } from '@/core/glsl/lib';
import type { SurfaceState } from './surface-state';

/** Text for the fragment shader of a surface: only what its steps use. */

/**
 * Normal over a height without tangents: M. S. Mikkelsen, "Bump Mapping Unparametrized
 * Surfaces on the GPU", Journal of Graphics, GPU, and Game Tools 15, 2010.
 */
const RELIEF = `
vec3 clRelief(vec3 at, vec3 normal, float height, float side) {
  vec3 sx = dFdx(at);
  vec3 sy = dFdy(at);
  vec3 rx = cross(sy, normal);
  vec3 ry = cross(normal, sx);
  float det = dot(sx, rx) * side;
  vec3 slope = sign(det) * (dFdx(height) * rx + dFdy(height) * ry);
  return normalize(abs(det) * normal - slope);
}
`;

const DEPTH = `${METRES_OF}
uniform sampler2D clBehind;
uniform highp sampler2D clBehindDepth;
uniform vec4 clLens;
float clDistanceBehind(vec2 at) { return metresOf(texture2D(clBehindDepth, at).r, clLens); }
`;

const WIRE = `
varying vec3 clEdge;
// 1 on the edges of the face, 0 away from them; width in pixels, even at every distance.
float clWire(float width) {
  vec3 d = clEdge / max(fwidth(clEdge), vec3(1e-8));
  return 1.0 - smoothstep(0.5 * width - 0.5, 0.5 * width + 0.5, min(d.x, min(d.y, d.z)));
}
`;

export function fragmentHelpers({ uses, readsBehind }: SurfaceState): string {
  return [uses.has('relief') ? RELIEF : '', readsBehind ? DEPTH : '', uses.has('wire') ? WIRE : ''].join('');
}

/** The end of the shader: opacity, lines, soft contact, what is behind, and how it is blended (premultiplied). */
export function fragmentEnd({ uses, readsBehind, flat, blend, transparent }: SurfaceState): string {
  const lines = [
    flat ? '  outgoingLight = max(clSurface.colour, vec3(0.0)) + clSurface.glow;' : '',
    // More than a half float holds would become infinite, and spread.
    '  outgoingLight = clamp(outgoingLight, -6e4, 6e4);',
    transparent ? '  float clAlpha = clamp(clSurface.opacity, 0.0, 1.0);' : '  float clAlpha = 1.0;',
  ];
  if (uses.has('wire')) {
    lines.push(
      '  float clLine = clWire(clSurface.wire);',
      '  clAlpha = mix(clAlpha * clSurface.body, 1.0, clLine);',
      '  outgoingLight = mix(outgoingLight, clSurface.wireColour, clLine);',
    );
  }
  if (readsBehind) {
    lines.push('  vec2 clAt = gl_FragCoord.xy / clSize;');
    lines.push(
      '  if (clSurface.soft > 0.0) clAlpha *= clamp((clDistanceBehind(clAt) ' +
        '- vViewPosition.z) / clSurface.soft, 0.0, 1.0);',
    );
  }
  if (uses.has('bend')) {
    // Where the shifted place shows something nearer than this surface, it is not behind it.
    lines.push(
      '  vec2 clBent = clamp(clAt + clSurface.bend, 0.0, 1.0);',
      '  if (clDistanceBehind(clBent) < vViewPosition.z) clBent = clAt;',
      '  vec3 clBack = texture2D(clBehind, clBent).rgb;',
    );
    const over = {
      normal: 'mix(clBack, outgoingLight, clAlpha)',
      additive: 'clBack + outgoingLight * clAlpha',
      multiply: 'clBack * mix(vec3(1.0), outgoingLight, clAlpha)',
    }[blend];
    lines.push(`  gl_FragColor = vec4(${over}, 1.0);`);
  } else {
    const plain = {
      normal: 'vec4(outgoingLight * clAlpha, clAlpha)',
      additive: 'vec4(outgoingLight * clAlpha, 0.0)',
      multiply: 'vec4(mix(vec3(1.0), outgoingLight, clAlpha), 1.0)',
    }[blend];
    lines.push(`  gl_FragColor = ${plain};`);
  }
  return lines.filter(Boolean).join('\n');
}

const handed = (name: string) => `clDot${name[0]!.toUpperCase()}${name.slice(1)}`;

/** What a dot looks like, on its way from the vertex to all its fragments. */
export const DOT_SURFACE = SURFACE_FIELDS.map(
  ({ name, size }) => `flat varying ${size === 1 ? 'float' : `vec${size}`} ${handed(name)};\n`,
).join('');

/** Where a dot's surface asks from where it is seen, it has to wait for the move. */
const AFTER = (surface: string) => `
  vec4 clDotClip = projectionMatrix * modelViewMatrix * vec4(clMovedTo, 1.0);
  clHere.view = normalize(clEye - clMovedTo);
  clHere.screen = clDotClip.xy / clDotClip.w * 0.5 + 0.5;
  Surface clDotSurface = ${surface}(clHere);
`;

/** Works that out in the vertex shader, and hands it on. @param together it came with the move */
export const dotSurface = (surface: string, isFused: boolean) => `${isFused ? '' : AFTER(surface)}
${SURFACE_FIELDS.map(({ name }) => `  ${handed(name)} = clDotSurface.${name};`).join('\n')}`;

export const DOT_SURFACE_HERE = `Surface(${SURFACE_FIELDS.map(({ name }) => handed(name)).join(', ')})`;
