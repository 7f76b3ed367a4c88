import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { library } from '@/core/glsl';
import { cardText, formText, type Analysis, type FormWoven, type Target, type Woven } from '@/core/weave';
import {
  fragmentHead,
  fragmentPlace,
  SHIFTED_PLACE,
  vertexHead,
  vertexMove,
  vertexPlace,
  type Body,
} from './place-glsl';
import { DOT_SURFACE, DOT_SURFACE_HERE, dotSurface, fragmentEnd, fragmentHelpers } from './surface-glsl';
import type { SurfaceState } from './surface-state';
import { keyOf, weaveSurface, type SurfaceOnForm } from './woven-surface';
import type { Follow } from '../card/follow';
import type { Shared } from '../card/shared';
import { branchUniforms, fillPictures, fillUniforms, pictureUniforms, uniformsOf } from '../card/uniforms';
import type { Pictures } from '../card/textures';

interface ShaderPair {
  vertexShader: string;
  fragmentShader: string;
  uniforms: Record<string, THREE.IUniform>;
}

const SIDES = { both: THREE.DoubleSide, front: THREE.FrontSide, back: THREE.BackSide } as const;

/**
 * The materials of one form in one surface: the library's physically based material with the
 * woven code in it, and the same displacement and cuts in the passes that draw shadows.
 */
export class SurfaceMaterial {
  /** Drawn in this order: back before front where what is behind shines through. */
  readonly materials: THREE.MeshStandardMaterial[];
  /**
   * Draws shadows of all lights: of what it draws nothing but the depth is read. It is a text of its own, so that the
   * library makes one program of it, whatever lights there are.
   */
  readonly shadow: THREE.RawShaderMaterial;
  readonly state: SurfaceState;
  readonly body: Body;
  /** Text of the programs: the same text needs no new material. */
  readonly key: string;
  private readonly form: Woven;
  private readonly shape: FormWoven;
  private readonly surface: Woven | null;
  private readonly surfaceName: string;
  private readonly uniforms: Record<string, THREE.IUniform>;

  constructor(
    piece: Piece,
    analysis: Analysis,
    readonly pair: SurfaceOnForm,
    shared: Shared,
  ) {
    const woven = weaveSurface(piece, analysis, pair);
    ({ form: this.form, surface: this.surface, surfaceName: this.surfaceName, state: this.state } = woven);
    this.body = woven.body;
    this.shape = formText(this.form);
    this.key = keyOf(woven);
    this.uniforms = {
      ...uniformsOf(this.form),
      ...pictureUniforms(this.form, 'Form'),
      ...branchUniforms(this.form, 'Form'),
      ...(this.surface && !this.body.cloud
        ? {
            ...uniformsOf(this.surface),
            ...pictureUniforms(this.surface, 'Surface'),
            ...branchUniforms(this.surface, 'Surface'),
          }
        : {}),
      ...shared,
      clEye: { value: new THREE.Vector3() },
      clStep: { value: 1e-3 },
      clCopies: { value: 1 },
      clCopiesIn: { value: new THREE.Vector3(1, 1, 1) },
    };
    const { sides, transparent } = this.state;
    // Dots have no sides.
    const drawn = transparent && sides === 'both' && !this.body.cloud ? (['back', 'front'] as const) : [sides];
    this.materials = drawn.map((side) => this.makeMaterial(SIDES[side]));
    this.shadow = new THREE.RawShaderMaterial({
      glslVersion: THREE.GLSL3,
      side: THREE.DoubleSide,
      uniforms: this.uniforms,
      ...this.shadowText(),
    });
  }

  static keyOf(piece: Piece, analysis: Analysis, pair: SurfaceOnForm): string {
    return keyOf(weaveSurface(piece, analysis, pair));
  }

  /** Takes the piece's present numbers. */
  update(piece: Piece, follow: Follow, pictures: Pictures): void {
    for (const [woven, stage] of this.wovens()) {
      fillUniforms(this.uniforms, woven, piece, follow);
      fillPictures(this.uniforms, woven, pictures, stage);
    }
  }

  /** Finishes whose pictures it reads. */
  get branches(): Target[] {
    return this.wovens().flatMap(([woven]) => woven.branches);
  }

  private wovens(): [Woven, string][] {
    return [
      [this.form, 'Form'],
      ...(this.surface && !this.body.cloud ? [[this.surface, 'Surface'] as [Woven, string]] : []),
    ];
  }

  /**
   * @param eye camera in the object's own space
   * @param step distance along the tangents for normals that are taken by differences, in the object's units
   * @param counts how many copies each step of copies makes, 1 where there is no further one
   */
  setView(eye: THREE.Vector3, step: number, counts: readonly number[]): void {
    (this.uniforms.clEye!.value as THREE.Vector3).copy(eye);
    this.uniforms.clStep!.value = step;
    this.uniforms.clCopies!.value = counts.reduce((all, n) => all * n, 1);
    (this.uniforms.clCopiesIn!.value as THREE.Vector3).fromArray([...counts]);
  }

  dispose(): void {
    for (const material of [...this.materials, this.shadow]) material.dispose();
  }

  private makeMaterial(side: THREE.Side): THREE.MeshStandardMaterial {
    const { uses, transparent, blend } = this.state;
    const flatShading = this.body.facets;
    const material = uses.has('coat')
      ? new THREE.MeshPhysicalMaterial({ side, clearcoat: 1, flatShading })
      : new THREE.MeshStandardMaterial({ side, flatShading });
    material.onBeforeCompile = (source) => this.weaveLit(source);
    material.customProgramCacheKey = () => this.key;
    const overlay = this.pair.overlay === true;
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

  /** Text of the surface for passes that run it in fragments: the lit one, and the shadows of what is cut. */
  private surfaceText(runs: boolean): string {
    return runs && this.surface && !this.body.cloud ? this.surface.glsl : '';
  }

  private vertexHead(runs: boolean): string {
    const { text, slopes } = this.shape;
    const dot = runs && this.surface && this.body.cloud ? DOT_SURFACE : '';
    return (
      `${vertexHead(this.body, this.surfaceText(runs))}\n${cardText(this.form, 'Form')}\n${text}\n` +
      `${vertexPlace(this.body)}\n${slopes ? '' : SHIFTED_PLACE}${dot}`
    );
  }

  /** Moves the vertex, and works out the surface of a dot. */
  private vertexMove(runs: boolean): string {
    const move = vertexMove(this.body, this.shape, this.surfaceText(runs), runs);
    return runs && this.surface && this.body.cloud
      ? `${move}\n${dotSurface(this.surfaceName, this.shape.fused !== undefined)}`
      : move;
  }

  private fragmentHead(): string {
    if (this.body.cloud) return `${fragmentHead(this.body, '')}\n${library(['surface'])}\n${DOT_SURFACE}`;
    const { glsl } = this.surface!;
    return (
      `${fragmentHead(this.body, glsl)}\n${cardText(this.surface!, 'Surface')}\n` +
      `${fragmentPlace(this.body, glsl)}\n`
    );
  }

  /** The surface at a fragment. */
  private get surfaceHere(): string {
    return this.body.cloud ? DOT_SURFACE_HERE : `${this.surfaceName}(clPlaceHere())`;
  }

  private weaveLit(source: ShaderPair): void {
    Object.assign(source.uniforms, this.uniforms);
    source.vertexShader =
      this.vertexHead(true) +
      replaceChunks(source.vertexShader, {
        beginnormal_vertex: `${this.vertexMove(true)}\n  vec3 objectNormal = clNormalTo;`,
        begin_vertex: '  vec3 transformed = clMovedTo;',
        ...(this.body.cloud ? { fog_vertex: DOT } : {}),
      });
    if (!this.surface) return;
    const { uses } = this.state;
    source.fragmentShader =
      `${this.fragmentHead()}${fragmentHelpers(this.state)}\n` +
      replaceChunks(source.fragmentShader, {
        ...(this.body.cloud ? { clipping_planes_fragment: ROUND } : {}),
        color_fragment:
          `  Surface clSurface = ${this.surfaceHere};\n` +
          `${uses.has('cut') ? '  if (clSurface.keep < 0.5) discard;\n' : ''}  diffuseColor.rgb = ` +
          'max(clSurface.colour, vec3(0.0));',
        roughnessmap_fragment: '  float roughnessFactor = clSurface.roughness;',
        metalnessmap_fragment: '  float metalnessFactor = clSurface.metal;',
        emissivemap_fragment: '  totalEmissiveRadiance = clSurface.glow;',
        ...(uses.has('relief')
          ? { normal_fragment_maps: '  normal = clRelief(-vViewPosition, normal, clSurface.relief, faceDirection);' }
          : {}),
        ...(uses.has('coat')
          ? {
              lights_physical_fragment:
                '#include <lights_physical_fragment>\n  material.clearcoat = clSurface.coat;\n  ' +
                'material.clearcoatRoughness = clamp(clSurface.coatRoughness, 0.0525, 1.0);',
            }
          : {}),
        opaque_fragment: fragmentEnd(this.state),
      });
  }

  private shadowText(): Pick<ShaderPair, 'vertexShader' | 'fragmentShader'> {
    const cuts = this.surface !== null && this.state.uses.has('cut');
    const move = `  gl_PointSize = 1.0;\n${this.vertexMove(cuts)}`;
    return {
      vertexShader:
        `${SHADOW_VERTEX}${this.vertexHead(cuts)}\nvoid main() {\n${move}\n` +
        '  gl_Position = projectionMatrix * modelViewMatrix * vec4(clMovedTo, 1.0);\n}\n',
      fragmentShader: cuts
        ? `${SHADOW_FRAGMENT}${this.fragmentHead()}\nvoid main() {\n` +
          `  if (${this.surfaceHere}.keep < 0.5) discard;\n  clUnread = vec4(1.0);\n}\n`
        : `${SHADOW_FRAGMENT}void main() { clUnread = vec4(1.0); }\n`,
    };
  }
}

const PRECISION = 'precision highp float;\nprecision highp int;\nprecision highp sampler2D;\n';
/** What the library puts before texts that it weaves ours into, as far as ours need it. */
const SHADOW_VERTEX =
  `${PRECISION}#define attribute in\n#define varying out\n#define texture2D texture\n` +
  'uniform mat4 modelMatrix;\nuniform mat4 modelViewMatrix;\nuniform mat4 projectionMatrix;\n' +
  'attribute vec3 position;\nattribute vec3 normal;\n';
const SHADOW_FRAGMENT = `${PRECISION}#define varying in\n#define texture2D texture\nout vec4 clUnread;\n`;

/** Points are discs of `clDot` metres, no smaller than a pixel. */
const DOT = '  gl_PointSize = max(1.0, clDot * projectionMatrix[1][1] * 0.5 * clSize.y / gl_Position.w);';
const ROUND = '  if (dot(gl_PointCoord - 0.5, gl_PointCoord - 0.5) > 0.25) discard;';

/** Swaps whole chunks of the library's shader for ours. @throws if the library has no such chunk. */
function replaceChunks(shader: string, chunks: Record<string, string>): string {
  return Object.entries(chunks).reduce((text, [name, code]) => {
    const mark = `#include <${name}>`;
    if (!text.includes(mark)) throw new Error(`The material has no chunk ${name}.`);
    return text.replace(mark, () => code);
  }, shader);
}
