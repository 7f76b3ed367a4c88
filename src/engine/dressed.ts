import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { weave, type Analysis, type Woven } from '@/core/weave';
import { FRAGMENT_HEAD, FRAGMENT_PLACE, VERTEX_HEAD, VERTEX_MOVE, VERTEX_NORMAL, VERTEX_PLACE } from './place-glsl';
import { fillUniforms, uniformsOf } from './uniforms';

/** What all programs of one picture share. */
export interface Shared {
  clPhase: THREE.IUniform<number>;
  clSize: THREE.IUniform<THREE.Vector2>;
}

type Source = { vertexShader: string; fragmentShader: string; uniforms: Record<string, THREE.IUniform> };

/**
 * The materials of one form in one surface: the library's physically based material with the
 * woven code in it, and the same displacement in the pass that draws shadows.
 */
export class Dressed {
  readonly material = new THREE.MeshStandardMaterial({ side: THREE.DoubleSide });
  readonly depth = new THREE.MeshDepthMaterial({ depthPacking: THREE.RGBADepthPacking, side: THREE.DoubleSide });
  private readonly form: Woven;
  private readonly surface: Woven | null;
  private readonly uniforms: Record<string, THREE.IUniform>;
  /** Text of both programs: the same text needs no new material. */
  readonly key: string;

  constructor(piece: Piece, analysis: Analysis, form: string, surface: string | null, shared: Shared) {
    this.form = weave(piece, analysis, [{ strand: form }]);
    this.surface = surface ? weave(piece, analysis, [{ strand: surface }]) : null;
    this.key = keyOfPrograms([this.form, ...(this.surface ? [this.surface] : [])]);
    this.uniforms = {
      ...uniformsOf(this.form),
      ...(this.surface ? uniformsOf(this.surface) : {}),
      ...shared,
      clEye: { value: new THREE.Vector3() },
      clStep: { value: 1e-3 },
    };
    this.material.onBeforeCompile = (source) => this.weaveLit(source);
    this.material.customProgramCacheKey = () => this.key;
    this.depth.onBeforeCompile = (source) => this.weaveDepth(source);
    this.depth.customProgramCacheKey = () => this.form.glsl;
    this.update(piece);
  }

  static keyOf(piece: Piece, analysis: Analysis, form: string, surface: string | null): string {
    return keyOfPrograms([form, ...(surface ? [surface] : [])].map((strand) => weave(piece, analysis, [{ strand }])));
  }

  /** Takes the piece's present numbers. */
  update(piece: Piece): void {
    fillUniforms(this.uniforms, this.form, piece);
    if (this.surface) fillUniforms(this.uniforms, this.surface, piece);
  }

  /**
   * @param eye camera in the object's own space
   * @param step distance along the tangents for normals, in the object's units
   */
  setView(eye: THREE.Vector3, step: number): void {
    (this.uniforms.clEye!.value as THREE.Vector3).copy(eye);
    this.uniforms.clStep!.value = step;
  }

  dispose(): void {
    this.material.dispose();
    this.depth.dispose();
  }

  private vertexHead(): string {
    return `${VERTEX_HEAD}\n${this.form.glsl}\n${VERTEX_PLACE}\n`;
  }

  private named(text: string): string {
    return text.replaceAll('FORM', this.form.functions[0]!.name);
  }

  private weaveLit(source: Source): void {
    Object.assign(source.uniforms, this.uniforms);
    source.vertexShader = this.vertexHead() + replaceChunks(source.vertexShader, {
      beginnormal_vertex: `${this.named(VERTEX_MOVE + VERTEX_NORMAL)}\n  vec3 objectNormal = clNormalTo;`,
      begin_vertex: '  vec3 transformed = clMovedTo;',
    });
    if (!this.surface) return;
    const name = this.surface.functions[0]!.name;
    source.fragmentShader = `${FRAGMENT_HEAD}\n${this.surface.glsl}\n${FRAGMENT_PLACE}\n` + replaceChunks(source.fragmentShader, {
      color_fragment: `  Surface clSurface = ${name}(clPlaceHere());\n  diffuseColor.rgb = max(clSurface.colour, vec3(0.0));`,
      roughnessmap_fragment: '  float roughnessFactor = clSurface.roughness;',
      metalnessmap_fragment: '  float metalnessFactor = clSurface.metal;',
      emissivemap_fragment: '  totalEmissiveRadiance = clSurface.glow;',
    });
  }

  private weaveDepth(source: Source): void {
    Object.assign(source.uniforms, this.uniforms);
    source.vertexShader = this.vertexHead() + replaceChunks(source.vertexShader, {
      begin_vertex: `${this.named(VERTEX_MOVE)}\n  vec3 transformed = clMovedTo;`,
    });
  }
}

const keyOfPrograms = (programs: Woven[]) => programs.map((p) => p.glsl).join('\n//\n');

/** Swaps whole chunks of the library's shader for ours. @throws if the library has no such chunk. */
function replaceChunks(shader: string, chunks: Record<string, string>): string {
  return Object.entries(chunks).reduce((text, [name, code]) => {
    const mark = `#include <${name}>`;
    if (!text.includes(mark)) throw new Error(`The material has no chunk ${name}.`);
    return text.replace(mark, () => code);
  }, shader);
}
