import * as THREE from 'three';
import type { CopySpots } from '@/core/forms/copy-spots';
import { countsOf } from '@/core/mesh/topology/copy-levels';
import type { Skin } from '@/core/mesh/skin';
import type { Piece, Vector } from '@/core/piece/types';
import type { StandingPart } from '@/core/steps/stage/stage-part';
import type { Analysis, Target } from '@/core/weave';
import { CopyOrder } from './copy-order';
import type { Follow } from '../card/follow';
import type { Pictures } from '../card/textures';
import { needsOrder } from '../surface/surface-state';
import { SurfaceMaterial } from '../surface/surface-material';
import type { SurfaceOnForm } from '../surface/woven-surface';
import type { SurfaceMaterials } from '../surface/surface-materials';
import { expandedGeometryOf, geometryOf } from './geometry';

/** What a thing on the stage is drawn with. */
export interface StandingDrawing {
  piece: Piece;
  phase: number;
  followAs: (piece: Piece) => Follow;
  pictures: Pictures;
  /** Where it is seen from, and the way the camera looks. */
  eye: THREE.Vector3;
  forward: THREE.Vector3;
}

interface Layer {
  material: SurfaceMaterial;
  /** Where what shines through is there more than once. */
  order: CopyOrder | null;
  meshes: (
    | THREE.Mesh<THREE.BufferGeometry, THREE.MeshStandardMaterial>
    | THREE.Points<THREE.BufferGeometry, THREE.MeshStandardMaterial>
  )[];
}

/** Geometries by mesh, in both ways of laying corners out; those no longer asked for are released. */
export class Geometries {
  private readonly made = new Map<Skin, { plain?: THREE.BufferGeometry; expanded?: THREE.BufferGeometry }>();
  private used = new Set<Skin>();

  geometryFor(mesh: Skin, expanded: boolean): THREE.BufferGeometry {
    this.used.add(mesh);
    const known = this.made.get(mesh) ?? {};
    this.made.set(mesh, known);
    return expanded ? (known.expanded ??= expandedGeometryOf(mesh)) : (known.plain ??= geometryOf(mesh));
  }

  /** Lets go of what was not asked for since the last time. */
  releaseUnused(): void {
    for (const [mesh, { plain, expanded }] of this.made) {
      if (this.used.has(mesh)) continue;
      plain?.dispose();
      expanded?.dispose();
      this.made.delete(mesh);
    }
    this.used = new Set();
  }

  dispose(): void {
    this.used = new Set();
    this.releaseUnused();
  }
}

const radians = THREE.MathUtils.degToRad;

/** What a form on the stage is made of. */
interface Wearing {
  surfaces: Omit<SurfaceOnForm, 'skin'>[];
  skin: Skin;
  geometries: Geometries;
  /** Where its copies are, for what has to be drawn in their order. */
  spots: CopySpots | null;
}

/** One form that stands on the stage: its surface and the overlays over it. */
export class Standing {
  readonly group = new THREE.Group();
  private layers: Layer[] = [];
  /** How many copies each step makes. */
  private counts: readonly number[] = [1, 1, 1];

  constructor(
    readonly step: string,
    private readonly scene: THREE.Scene,
    private readonly materials: SurfaceMaterials,
    /** It lies under all else, and does not count where everything is to be seen. */
    readonly isFloor: boolean,
  ) {
    scene.add(this.group);
  }

  /** Takes the form and what it wears; only what changed is made again. */
  wear(piece: Piece, analysis: Analysis, { surfaces, skin, geometries, spots }: Wearing): void {
    const before = this.layers;
    this.counts = skin.copies ? countsOf(skin.copies) : [1, 1, 1];
    this.layers = surfaces.map((bare) => {
      const pair = { ...bare, skin };
      const key = SurfaceMaterial.keyOf(piece, analysis, pair);
      const known = before.find((l) => l.material.key === key && l.material.pair.overlay === pair.overlay);
      if (known) before.splice(before.indexOf(known), 1);
      const layer = known ?? this.makeLayer(this.materials.make(piece, analysis, pair, key));
      const geometry = geometries.geometryFor(skin, layer.material.body.faces);
      const ordered = needsOrder(layer.material.state) ? spots : null;
      if (!layer.order?.puts(geometry, ordered)) {
        layer.order?.dispose();
        layer.order = ordered && new CopyOrder(geometry as THREE.InstancedBufferGeometry, ordered);
      }
      for (const object of layer.meshes) object.geometry = layer.order?.geometry ?? geometry;
      return layer;
    });
    for (const layer of before) this.drop(layer);
  }

  private makeLayer(material: SurfaceMaterial): Layer {
    const { state, pair } = material;
    const meshes = material.materials.map((pass, i) => {
      const object = material.body.cloud
        ? new THREE.Points(new THREE.BufferGeometry(), pass)
        : new THREE.Mesh(new THREE.BufferGeometry(), pass);
      object.customDepthMaterial = material.shadow;
      object.customDistanceMaterial = material.shadow;
      object.castShadow = i === 0 && state.casts && !pair.overlay;
      object.receiveShadow = state.receives;
      // Displacement moves points out of the bounds at rest.
      object.frustumCulled = false;
      object.userData = {
        overlay: pair.overlay === true,
        side: pass.side,
        step: this.step,
        readsBehind: state.readsBehind,
      };
      this.group.add(object);
      return object;
    });
    return { material, meshes, order: null };
  }

  setPlace({ position, turn, size, there }: StandingPart): void {
    this.group.visible = there;
    this.group.position.set(...position);
    this.group.rotation.set(...(turn.map(radians) as Vector));
    this.group.scale.setScalar(size);
  }

  /** Takes the numbers of each layer's piece and where it is seen from. */
  update({ piece, phase, followAs, pictures, eye, forward }: StandingDrawing): void {
    const follow = followAs(piece);
    this.group.updateMatrixWorld(true);
    const { centre, radius } = this.sphere();
    const away = centre.sub(eye).dot(forward);
    const towards = forward.clone().transformDirection(this.group.matrixWorld.clone().invert());
    for (const { material, meshes, order } of this.layers) {
      order?.sort(piece, phase, towards);
      material.update(piece, follow, pictures);
      material.setView(this.group.worldToLocal(eye.clone()), (radius / this.group.scale.x) * 5e-4, this.counts);
      // Far sides of all shells come before near sides, the outermost first and last.
      for (const object of meshes)
        object.userData.far =
          away +
          (object.material.side === THREE.BackSide ? radius : object.material.side === THREE.FrontSide ? -radius : 0);
    }
  }

  /** Bounds on the stage, displacement aside. */
  sphere(): { centre: THREE.Vector3; radius: number } {
    const bounds = this.layers[0]?.meshes[0]?.geometry.boundingSphere;
    const centre = bounds ? bounds.center.clone().applyMatrix4(this.group.matrixWorld) : new THREE.Vector3();
    return { centre, radius: (bounds?.radius ?? 1) * this.group.scale.x };
  }

  /** Hides what reads what is behind it, while that is drawn. */
  showBehind(only: boolean): void {
    for (const { material, meshes } of this.layers)
      for (const object of meshes) object.visible = !(only && material.state.readsBehind);
  }

  get form(): string | null {
    return this.layers[0]?.material.pair.form ?? null;
  }

  /** Finishes whose pictures it wears. */
  get branches(): Target[] {
    return this.layers.flatMap((l) => l.material.branches);
  }

  get readsBehind(): boolean {
    return this.layers.some((l) => l.material.state.readsBehind);
  }

  dispose(): void {
    for (const layer of this.layers) this.drop(layer);
    this.scene.remove(this.group);
  }

  private drop(layer: Layer): void {
    for (const object of layer.meshes) this.group.remove(object);
    layer.order?.dispose();
    this.materials.letGo(layer.material);
  }
}

/** Order of what shines through: from far to near, overlays straight after what they lie over. */
export function farFirst(a: { object: THREE.Object3D; id: number }, b: { object: THREE.Object3D; id: number }): number {
  const [x, y] = [a.object.userData, b.object.userData];
  if (x.overlay !== y.overlay && x.step === y.step) return x.overlay ? 1 : -1;
  return ((y.far as number | undefined) ?? 0) - ((x.far as number | undefined) ?? 0) || a.id - b.id;
}
