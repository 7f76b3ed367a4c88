import * as THREE from 'three';
import { placeText } from '@/core/glsl/lib';
import type { Piece } from '@/core/piece/types';
import { cardText, weave, type Analysis, type Target, type Woven } from '@/core/weave';
import type { Shared } from '../card/shared';
import type { Follow } from '../card/follow';
import type { Ago } from './memory';
import { branchUniforms, fillPictures, fillUniforms, pictureUniforms, uniformsOf } from '../card/uniforms';
import type { Pictures } from '../card/textures';

const VERTEX = `
in vec3 position;
out vec2 at;
void main() {
  at = position.xy * 0.5 + 0.5;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}
`;

/** The transfer curve is that of IEC 61966-2-1. */
const ENCODE = `
vec3 clEncode(vec3 linear) {
  vec3 x = clamp(linear, 0.0, 1.0);
  return mix(1.055 * pow(max(x, vec3(1e-8)), vec3(1.0 / 2.4)) - 0.055, x * 12.92, vec3(lessThanEqual(x,
    vec3(0.0031308))));
}
`;

/**
 * How the last pass gives the picture: `encoded` as sRGB, 0 to 1, not multiplied by its opacity; `checker` the same
 * over a checkerboard; `light` linear, multiplied by its opacity, also beyond 1; `black` sRGB over black.
 */
export type PictureValues = 'encoded' | 'checker' | 'light' | 'black';
const PICTURE_VALUES: readonly PictureValues[] = ['encoded', 'checker', 'light', 'black'];

const LIGHT = `
  // More than a half float holds would become infinite, and spread.
  pixel = vec4(clamp(done.rgb * opacity, -6e4, 6e4), opacity);`;

/** What later passes read: light multiplied by its opacity. */
const ON_THE_WAY = `
  float opacity = clamp(done.a, 0.0, 1.0);
  ${LIGHT}`;

/** What is shown, or exported. */
const SHOWN = `
  float opacity = clamp(done.a, 0.0, 1.0);
  if (clValues == 2) {
    ${LIGHT}
    return;
  }
  pixel = vec4(clEncode(done.rgb), opacity);
  if (clValues == 1) {
    vec2 square = floor(gl_FragCoord.xy / 8.0);
    vec3 ground = vec3(mod(square.x + square.y, 2.0) < 0.5 ? 0.16 : 0.22);
    pixel = vec4(mix(ground, pixel.rgb, opacity), 1.0);
  } else if (clValues == 3) pixel = vec4(opacity * pixel.rgb, 1.0);`;

const PIXEL_PLACE = {
  rest: 'vec3((at - 0.5) * vec2(clSize.x / clSize.y, 1.0), 0.0)',
  normal: 'vec3(0.0, 0.0, 1.0)',
  uv: 'at',
  screen: 'at',
  phase: 'clPhase',
};

const mainText = (finish: string, end: string) => `
${ENCODE}
void main() {
  Place p = ${placeText(PIXEL_PLACE)};
  p.world = p.rest;
  // What came before holds light already multiplied by its opacity.
  vec4 before = textureLod(clShot, at, 0.0);
  float filled = clamp(before.a, 0.0, 1.0);
  vec4 done = ${finish}(p, vec4(before.rgb / max(filled, 1e-4), filled));
${end}
}
`;

const HEAD = `
precision highp float;
precision highp int;
precision highp sampler2D;
precision highp sampler2DArray;
uniform float clPhase;
uniform vec2 clSize;
uniform sampler2D clShot;
uniform sampler2D clTook;
uniform sampler2D clEarlier;
uniform sampler2DArray clAgo;
uniform int clFrame;
uniform int clKnown;
uniform sampler2D clDepth;
uniform vec4 clLens;
uniform int clValues;
in vec2 at;
out vec4 pixel;
`;

/** A part of a finish that is drawn at once. */
export interface PassPlan {
  /** The row up to here; null for a picture that goes through as it is. */
  target: Target | null;
  /** Which pass of the step that it begins with, where that is drawn in several. */
  pass?: number;
  /** It is the last one: what it draws is shown. */
  shown: boolean;
}

/** What a pass is drawn with. */
export interface PassDrawing {
  piece: Piece;
  follow: Follow;
  /** Linear light multiplied by its opacity: what came before, and what came into the step that begins the pass. */
  before: THREE.Texture;
  took: THREE.Texture;
  /** What the step that ends the pass gave a frame before. */
  earlier: THREE.Texture;
  /** What came into the step that begins the pass, frame by frame. */
  ago: Ago;
  /** How far away is what was shot, and near, far and kind of the lens: see `Shared.clLens`. */
  depth: THREE.Texture;
  lens: THREE.Vector4;
  /** Gives the picture of another finish. */
  pictures: Pictures;
  /** The canvas where null. */
  target: THREE.WebGLRenderTarget | null;
  /** Of a target with many. */
  layer?: number;
  values: PictureValues;
}

/** One pass over the whole picture, in linear light. */
export class FinishPass {
  readonly key: string;
  private readonly woven: Woven;
  private readonly scene = new THREE.Scene();
  private readonly camera = new THREE.Camera();
  private readonly material: THREE.RawShaderMaterial;
  private readonly triangle = new THREE.BufferGeometry();

  constructor(piece: Piece, analysis: Analysis, plan: PassPlan, shared: Shared) {
    this.woven = FinishPass.weave(piece, analysis, plan);
    this.key = FinishPass.keyOf(this.woven, plan);
    const name = this.woven.functions[0]?.name;
    const text = cardText(this.woven);
    const glsl = name ? text : `${text}\nvec4 untouched(Place p, vec4 v) { return v; }\n`;
    this.material = new THREE.RawShaderMaterial({
      glslVersion: THREE.GLSL3,
      vertexShader: VERTEX,
      fragmentShader: `${HEAD}\n${glsl}\n${mainText(name ?? 'untouched', plan.shown ? SHOWN : ON_THE_WAY)}`,
      uniforms: {
        ...uniformsOf(this.woven),
        ...pictureUniforms(this.woven),
        clPhase: shared.clPhase,
        clSize: shared.clSize,
        clLoop: shared.clLoop,
        clValues: { value: 0 },
        clShot: { value: null },
        clTook: { value: null },
        clEarlier: { value: null },
        clAgo: { value: null },
        clFrame: { value: 0 },
        clKnown: { value: 0 },
        clDepth: { value: null },
        clLens: { value: null },
        ...branchUniforms(this.woven),
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

  static weave(piece: Piece, analysis: Analysis, { target, pass }: PassPlan): Woven {
    return weave(piece, analysis, target ? [target] : [], { signalUniforms: true, pass });
  }

  static keyOf(woven: Woven, { shown }: PassPlan): string {
    return [shown, woven.glsl, ...woven.pictures, JSON.stringify(woven.branches)].join('\n//\n');
  }

  /** Other finishes whose pictures it reads. */
  get branches(): readonly Target[] {
    return this.woven.branches;
  }

  /** Has its program made. */
  compile(renderer: THREE.WebGLRenderer): void {
    renderer.compile(this.scene, this.camera);
  }

  draw(renderer: THREE.WebGLRenderer, drawing: PassDrawing): void {
    const { uniforms } = this.material;
    fillUniforms(uniforms, this.woven, drawing.piece, drawing.follow);
    uniforms.clShot!.value = drawing.before;
    uniforms.clTook!.value = drawing.took;
    uniforms.clEarlier!.value = drawing.earlier;
    uniforms.clAgo!.value = drawing.ago.texture;
    uniforms.clFrame!.value = drawing.ago.layer;
    uniforms.clKnown!.value = drawing.ago.known;
    uniforms.clDepth!.value = drawing.depth;
    uniforms.clLens!.value = drawing.lens;
    uniforms.clValues!.value = PICTURE_VALUES.indexOf(drawing.values);
    fillPictures(uniforms, this.woven, drawing.pictures);
    renderer.setRenderTarget(drawing.target, drawing.layer);
    renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    this.material.dispose();
    this.triangle.dispose();
  }
}
