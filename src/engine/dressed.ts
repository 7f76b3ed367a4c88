import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { cardText, weave, type Analysis, type Woven } from '@/core/weave';
import { FRAGMENT_HEAD, FRAGMENT_PLACE, VERTEX_EDGE, VERTEX_HEAD, VERTEX_MOVE, VERTEX_NORMAL, VERTEX_PLACE } from './place-glsl';
import { fragmentEnd, fragmentHelpers } from './surface-glsl';
import { surfaceState, type SurfaceState } from './surface-state';
import type { Follow } from './follow';
import { fillUniforms, pictureUniforms, uniformsOf } from './uniforms';

/** What all programs of one picture share. */
export interface Shared {
  clPhase: THREE.IUniform<number>;
  clSize: THREE.IUniform<THREE.Vector2>;
  /** What is drawn without the surfaces that read it, and its depth. */
  clBehind: THREE.IUniform<THREE.Texture | null>;
  clBehindDepth: THREE.IUniform<THREE.Texture | null>;
  /** Near, far, and 1 for a camera without perspective. */
  clLens: THREE.IUniform<THREE.Vector3>;
}

export const makeShared = (): Shared => ({
  clPhase: { value: 0 }, clSize: { value: new THREE.Vector2(1, 1) }, clBehind: { value: null }, clBehindDepth: { value: null }, clLens: { value: new THREE.Vector3(0.02, 500, 0) },
});

/** Which form in which surface. Without a form the mesh stays as it is; an overlay lies over another surface. */
export interface Dress {
  form: string | null;
  surface: string | null;
  overlay?: true;
}

interface Source {
  vertexShader: string;
  fragmentShader: string;
  uniforms: Record<string, THREE.IUniform>;
}

/** A form that does not move: its function gives the place at rest. */
const STILL = 'clStill';
const STILL_TEXT = `vec3 ${STILL}(Place p) { return p.rest; }`;

const SIDES = { both: THREE.DoubleSide, front: THREE.FrontSide, back: THREE.BackSide } as const;

const wovenOf = new WeakMap<Analysis, Map<string, Woven>>();

/** A strand woven whole; things that share it, and the look whether anything changed, weave it once. */
function weaveStrand(piece: Piece, analysis: Analysis, strand: string | null): Woven {
  const known = wovenOf.get(analysis) ?? new Map<string, Woven>();
  wovenOf.set(analysis, known);
  const key = strand ?? '';
  const woven = known.get(key) ?? weave(piece, analysis, strand ? [{ strand }] : [], { held: true });
  known.set(key, woven);
  return woven;
}

function weaveDress(piece: Piece, analysis: Analysis, { form, surface }: Dress): { form: Woven; surface: Woven | null; state: SurfaceState } {
  return {
    form: weaveStrand(piece, analysis, form),
    surface: surface ? weaveStrand(piece, analysis, surface) : null,
    state: surfaceState(piece, analysis, surface),
  };
}

function keyOf({ form, surface, state }: ReturnType<typeof weaveDress>): string {
  return [form.glsl, ...form.pictures, surface?.glsl ?? '', ...(surface?.pictures ?? []), JSON.stringify({ ...state, uses: [...state.uses] })].join('\n//\n');
}

/**
 * The materials of one form in one surface: the library's physically based material with the
 * woven code in it, and the same displacement and cuts in the passes that draw shadows.
 */
export class Dressed {
  /** Drawn in this order: back before front where what is behind shines through. */
  readonly materials: THREE.MeshStandardMaterial[];
  readonly depth = new THREE.MeshDepthMaterial({ depthPacking: THREE.RGBADepthPacking, side: THREE.DoubleSide });
  readonly distance = new THREE.MeshDistanceMaterial({ side: THREE.DoubleSide });
  readonly state: SurfaceState;
  /** Corners need numbers of their own: face numbers, or lines along the edges. */
  readonly expanded: boolean;
  /** Text of the programs: the same text needs no new material. */
  readonly key: string;
  private readonly form: Woven;
  private readonly surface: Woven | null;
  private readonly uniforms: Record<string, THREE.IUniform>;

  constructor(piece: Piece, analysis: Analysis, readonly dress: Dress, shared: Shared) {
    const woven = weaveDress(piece, analysis, dress);
    ({ form: this.form, surface: this.surface, state: this.state } = woven);
    this.key = keyOf(woven);
    this.expanded = this.state.uses.has('wire') || /\.face\b/.test(`${this.form.glsl}${this.surface?.glsl ?? ''}`);
    this.uniforms = {
      ...uniformsOf(this.form),
      ...pictureUniforms(this.form, 'Form'),
      ...(this.surface ? { ...uniformsOf(this.surface), ...pictureUniforms(this.surface, 'Surface') } : {}),
      ...shared,
      clEye: { value: new THREE.Vector3() },
      clStep: { value: 1e-3 },
    };
    const { sides, transparent } = this.state;
    const drawn = transparent && sides === 'both' ? (['back', 'front'] as const) : [sides];
    this.materials = drawn.map((side) => this.makeMaterial(SIDES[side]));
    for (const shadow of [this.depth, this.distance]) {
      shadow.onBeforeCompile = (source) => this.weaveShadow(source);
      shadow.customProgramCacheKey = () => `${shadow.type} ${this.key}`;
    }
  }

  static keyOf(piece: Piece, analysis: Analysis, dress: Dress): string {
    return keyOf(weaveDress(piece, analysis, dress));
  }

  /** Takes the piece's present numbers. */
  update(piece: Piece, follow: Follow): void {
    fillUniforms(this.uniforms, this.form, piece, follow);
    if (this.surface) fillUniforms(this.uniforms, this.surface, piece, follow);
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
    for (const material of [...this.materials, this.depth, this.distance]) material.dispose();
  }

  private makeMaterial(side: THREE.Side): THREE.MeshStandardMaterial {
    const { uses, transparent, blend } = this.state;
    const material = uses.has('coat') ? new THREE.MeshPhysicalMaterial({ side, clearcoat: 1 }) : new THREE.MeshStandardMaterial({ side });
    material.onBeforeCompile = (source) => this.weaveLit(source);
    material.customProgramCacheKey = () => this.key;
    const overlay = this.dress.overlay === true;
    if (transparent || overlay) {
      material.transparent = true;
      material.depthWrite = false;
      material.forceSinglePass = true;
      material.blending = THREE.CustomBlending;
      material.blendSrc = blend === 'multiply' ? THREE.DstColorFactor : THREE.OneFactor;
      material.blendDst = blend === 'multiply' ? THREE.ZeroFactor : THREE.OneMinusSrcAlphaFactor;
    }
    if (overlay) Object.assign(material, { polygonOffset: true, polygonOffsetFactor: -1, polygonOffsetUnits: -4 });
    return material;
  }

  private vertexHead(): string {
    const { functions } = this.form;
    return `${VERTEX_HEAD}${this.expanded ? VERTEX_EDGE : ''}\n${cardText(this.form, 'Form')}\n${functions.length > 0 ? '' : STILL_TEXT}\n${VERTEX_PLACE}\n`;
  }

  private named(text: string): string {
    return text.replaceAll('FORM', this.form.functions[0]?.name ?? STILL) + (this.expanded ? '\n  clFace = clFaceIn;\n  clEdge = clEdgeIn;' : '\n  clFace = 0.0;');
  }

  private fragmentHead(): string {
    return `${FRAGMENT_HEAD}\n${cardText(this.surface!, 'Surface')}\n${FRAGMENT_PLACE}\n`;
  }

  private weaveLit(source: Source): void {
    Object.assign(source.uniforms, this.uniforms);
    source.vertexShader = this.vertexHead() + replaceChunks(source.vertexShader, {
      beginnormal_vertex: `${this.named(VERTEX_MOVE + VERTEX_NORMAL)}\n  vec3 objectNormal = clNormalTo;`,
      begin_vertex: '  vec3 transformed = clMovedTo;',
    });
    if (!this.surface) return;
    const { uses } = this.state;
    const name = this.surface.functions[0]!.name;
    source.fragmentShader = `${this.fragmentHead()}${fragmentHelpers(this.state)}\n` + replaceChunks(source.fragmentShader, {
      color_fragment: `  Surface clSurface = ${name}(clPlaceHere());\n${uses.has('cut') ? '  if (clSurface.keep < 0.5) discard;\n' : ''}  diffuseColor.rgb = max(clSurface.colour, vec3(0.0));`,
      roughnessmap_fragment: '  float roughnessFactor = clSurface.roughness;',
      metalnessmap_fragment: '  float metalnessFactor = clSurface.metal;',
      emissivemap_fragment: '  totalEmissiveRadiance = clSurface.glow;',
      ...(uses.has('relief') ? { normal_fragment_maps: '  normal = clRelief(-vViewPosition, normal, clSurface.relief, faceDirection);' } : {}),
      ...(uses.has('coat') ? { lights_physical_fragment: '#include <lights_physical_fragment>\n  material.clearcoat = clSurface.coat;\n  material.clearcoatRoughness = clamp(clSurface.coatRoughness, 0.0525, 1.0);' } : {}),
      opaque_fragment: fragmentEnd(this.state),
    });
  }

  private weaveShadow(source: Source): void {
    Object.assign(source.uniforms, this.uniforms);
    const cuts = this.surface && this.state.uses.has('cut');
    source.vertexShader = this.vertexHead() + replaceChunks(source.vertexShader, {
      begin_vertex: `${this.named(VERTEX_MOVE + (cuts ? VERTEX_NORMAL : ''))}\n  vec3 transformed = clMovedTo;`,
    });
    if (!cuts) return;
    source.fragmentShader = this.fragmentHead() + replaceChunks(source.fragmentShader, {
      clipping_planes_fragment: `  if (${this.surface!.functions[0]!.name}(clPlaceHere()).keep < 0.5) discard;`,
    });
  }
}

/** Swaps whole chunks of the library's shader for ours. @throws if the library has no such chunk. */
function replaceChunks(shader: string, chunks: Record<string, string>): string {
  return Object.entries(chunks).reduce((text, [name, code]) => {
    const mark = `#include <${name}>`;
    if (!text.includes(mark)) throw new Error(`The material has no chunk ${name}.`);
    return text.replace(mark, () => code);
  }, shader);
}
