import * as THREE from 'three';
import { placeText } from '@/core/glsl/lib';
import type { Piece } from '@/core/piece/types';
import { cardText, weave, type Analysis, type Target, type Woven } from '@/core/weave';
import type { Shared } from '../surface/surface-material';
import type { Follow } from '../card/follow';
import { fillUniforms, pictureUniforms, uniformsOf } from '../card/uniforms';

const VERTEX = `
in vec3 position;
out vec2 at;
void main() {
  at = position.xy * 0.5 + 0.5;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}
`;

/** The transfer curve is that of IEC 61966-2-1. */
const FRAGMENT_END = `
vec3 clEncode(vec3 linear) {
  vec3 x = clamp(linear, 0.0, 1.0);
  return mix(1.055 * pow(max(x, vec3(1e-8)), vec3(1.0 / 2.4)) - 0.055, x * 12.92, vec3(lessThanEqual(x, vec3(0.0031308))));
}

void main() {
  Place p = ${placeText({ rest: 'vec3((at - 0.5) * vec2(clSize.x / clSize.y, 1.0), 0.0)', normal: 'vec3(0.0, 0.0, 1.0)', uv: 'at', screen: 'at', phase: 'clPhase' })};
  p.world = p.rest;
  // The shot holds light already multiplied by its opacity.
  vec4 shot = texture(clShot, at);
  float open = clamp(shot.a, 0.0, 1.0);
  vec4 done = FINISH(p, vec4(shot.rgb / max(open, 1e-4), open));
  float opacity = clamp(done.a, 0.0, 1.0);
  pixel = vec4(clEncode(done.rgb), opacity);
  if (clChecker > 0.5) {
    vec2 square = floor(gl_FragCoord.xy / 8.0);
    vec3 ground = vec3(mod(square.x + square.y, 2.0) < 0.5 ? 0.16 : 0.22);
    pixel = vec4(mix(ground, pixel.rgb, opacity), 1.0);
  }
}
`;

const HEAD = `
precision highp float;
precision highp int;
precision highp sampler2D;
uniform float clPhase;
uniform vec2 clSize;
uniform sampler2D clShot;
uniform float clChecker;
in vec2 at;
out vec4 pixel;
`;

/** The last pass: the shot stage in linear light through the finish's steps, encoded as sRGB. */
export class FinishPass {
  readonly key: string;
  private readonly woven: Woven;
  private readonly scene = new THREE.Scene();
  private readonly camera = new THREE.Camera();
  private readonly material: THREE.RawShaderMaterial;
  private readonly triangle = new THREE.BufferGeometry();

  constructor(piece: Piece, analysis: Analysis, target: Target | null, shared: Shared) {
    this.woven = FinishPass.weave(piece, analysis, target);
    this.key = FinishPass.keyOf(this.woven);
    const name = this.woven.functions[0]?.name;
    const text = cardText(this.woven);
    const glsl = name ? text : `${text}\nvec4 untouched(Place p, vec4 v) { return v; }\n`;
    this.material = new THREE.RawShaderMaterial({
      glslVersion: THREE.GLSL3,
      vertexShader: VERTEX,
      fragmentShader: `${HEAD}\n${glsl}\n${FRAGMENT_END.replace('FINISH', name ?? 'untouched')}`,
      uniforms: {
        ...uniformsOf(this.woven),
        ...pictureUniforms(this.woven),
        clPhase: shared.clPhase,
        clSize: shared.clSize,
        clChecker: { value: 0 },
        clShot: { value: null },
      },
      depthTest: false,
      depthWrite: false,
    });
    this.triangle.setAttribute(
      'position',
      new THREE.BufferAttribute(new Float32Array([-1, -1, 0, 3, -1, 0, -1, 3, 0]), 3),
    );
    const mesh = new THREE.Mesh(this.triangle, this.material);
    mesh.frustumCulled = false;
    this.scene.add(mesh);
  }

  /** Weaves a finish strand up to a step; with no target the shot goes through as it is. */
  static weave(piece: Piece, analysis: Analysis, target: Target | null): Woven {
    return weave(piece, analysis, target ? [target] : [], { signalUniforms: true });
  }

  static keyOf(woven: Woven): string {
    return [woven.glsl, ...woven.pictures].join('\n//\n');
  }

  /** @param checker shows a checkerboard where nothing is, for looking at; else what is written keeps its opacity */
  draw(
    renderer: THREE.WebGLRenderer,
    piece: Piece,
    follow: Follow,
    shot: THREE.Texture,
    to: THREE.WebGLRenderTarget | null,
    checker: boolean,
  ): void {
    fillUniforms(this.material.uniforms, this.woven, piece, follow);
    this.material.uniforms.clShot!.value = shot;
    this.material.uniforms.clChecker!.value = checker ? 1 : 0;
    renderer.setRenderTarget(to);
    renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    this.material.dispose();
    this.triangle.dispose();
  }
}
