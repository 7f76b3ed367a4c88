import * as THREE from 'three';
import { linearOf } from '@/core/colour';
import type { Mesh } from '@/core/mesh/mesh';
import type { Link, Piece, Strand, Vector } from '@/core/piece/types';
import type { PlainParams } from '@/core/steps';
import { plainParams, type Analysis } from '@/core/weave';
import { Dressed, type Shared } from './dressed';
import { geometryOf } from './geometry';

/** A camera that looks from elsewhere than the piece's own, while the artist orbits. */
export interface View {
  position: Vector;
  target: Vector;
}

interface Standing {
  mesh: THREE.Mesh<THREE.BufferGeometry, THREE.MeshStandardMaterial>;
  dressed: Dressed;
}

const radians = THREE.MathUtils.degToRad;
const SHADOW_SIDE = 1024;
/** Height of the frame that focal lengths are meant for, in millimetres. */
const FRAME_HEIGHT = 24;

/** A colour of linear red, green and blue, as plain parameters hold it. */
function setColour(colour: THREE.Color, linear: Vector): void {
  colour.setRGB(...linear, THREE.LinearSRGBColorSpace);
}

/** A stage strand as a scene of the library. Structure is made in `build`, numbers follow in `update`. */
export class StageScene {
  readonly scene = new THREE.Scene();
  readonly camera = new THREE.PerspectiveCamera();
  private readonly standing = new Map<string, Standing>();
  private readonly lights = new Map<string, THREE.Light>();
  private readonly geometries = new Map<Mesh, THREE.BufferGeometry>();
  private readonly background = new THREE.Color();
  private reach = 2;

  constructor(private readonly shared: Shared) {}

  /** Makes what the strand's steps ask for, keeping what did not change. */
  build(piece: Piece, analysis: Analysis, strand: Strand, meshOf: (form: string) => Mesh | undefined): void {
    const wanted = new Set<string>();
    for (const row of analysis.types.get(strand.id) ?? []) {
      if (!row.active) continue;
      wanted.add(row.step.id);
      if (row.step.op === 'stage.place') this.stand(piece, analysis, row.step.id, row.step.params, meshOf);
      if (row.step.op === 'stage.sun' && !this.lights.has(row.step.id)) this.addSun(row.step.id);
      if (row.step.op === 'stage.fill' && !this.lights.has(row.step.id)) this.addLight(row.step.id, new THREE.HemisphereLight());
    }
    for (const id of [...this.standing.keys()]) if (!wanted.has(id)) this.drop(id);
    for (const [id, light] of this.lights) {
      if (wanted.has(id)) continue;
      this.scene.remove(light);
      if (light instanceof THREE.DirectionalLight) this.scene.remove(light.target);
      light.dispose();
      this.lights.delete(id);
    }
    this.forgetGeometries();
    setColour(this.background, linearOf(piece.picture.background));
    this.scene.background = this.background;
  }

  /** Sets every number for one phase. */
  update(piece: Piece, analysis: Analysis, strand: Strand, aspect: number, follow: (link: Link) => number[], view: View | null): void {
    for (const { dressed } of this.standing.values()) dressed.update(piece);
    for (const row of analysis.types.get(strand.id) ?? []) {
      if (!row.active) continue;
      const params = plainParams(piece, row.step, row.definition!, follow);
      if (row.step.op === 'stage.camera') this.setCamera(params, aspect, view);
      if (row.step.op === 'stage.place') this.setPlace(row.step.id, params);
    }
    this.measureReach();
    for (const row of analysis.types.get(strand.id) ?? []) {
      if (!row.active) continue;
      const light = this.lights.get(row.step.id);
      if (light) this.setLight(light, plainParams(piece, row.step, row.definition!, follow));
    }
    for (const { mesh, dressed } of this.standing.values()) {
      mesh.updateMatrixWorld(true);
      const radius = mesh.geometry.boundingSphere?.radius ?? 1;
      dressed.setView(mesh.worldToLocal(this.camera.position.clone()), radius * 5e-4);
    }
  }

  /** Objects that can be probed, with the form each stands for. */
  get objects(): THREE.Mesh[] {
    return [...this.standing.values()].map((s) => s.mesh);
  }

  dispose(): void {
    for (const id of [...this.standing.keys()]) this.drop(id);
    for (const geometry of this.geometries.values()) geometry.dispose();
    for (const light of this.lights.values()) light.dispose();
  }

  private stand(piece: Piece, analysis: Analysis, id: string, params: Strand['steps'][number]['params'], meshOf: (form: string) => Mesh | undefined): void {
    const formId = (params.form as Link | undefined)?.link;
    const surfaceId = (params.surface as Link | undefined)?.link ?? null;
    const baked = formId ? meshOf(formId) : undefined;
    if (!formId || !baked) {
      this.drop(id);
      return;
    }
    const geometry = this.geometryFor(baked);
    const known = this.standing.get(id);
    const key = Dressed.keyOf(piece, analysis, formId, surfaceId);
    if (known?.dressed.key === key) {
      known.mesh.geometry = geometry;
      return;
    }
    this.drop(id);
    const dressed = new Dressed(piece, analysis, formId, surfaceId, this.shared);
    const mesh = new THREE.Mesh(geometry, dressed.material);
    mesh.customDepthMaterial = dressed.depth;
    mesh.castShadow = true;
    mesh.receiveShadow = true;
    // Displacement moves points out of the bounds at rest.
    mesh.frustumCulled = false;
    this.scene.add(mesh);
    this.standing.set(id, { mesh, dressed });
  }

  private geometryFor(mesh: Mesh): THREE.BufferGeometry {
    const known = this.geometries.get(mesh);
    if (known) return known;
    const geometry = geometryOf(mesh);
    this.geometries.set(mesh, geometry);
    return geometry;
  }

  private forgetGeometries(): void {
    const used = new Set([...this.standing.values()].map((s) => s.mesh.geometry));
    for (const [mesh, geometry] of this.geometries) {
      if (used.has(geometry)) continue;
      geometry.dispose();
      this.geometries.delete(mesh);
    }
  }

  private drop(id: string): void {
    const known = this.standing.get(id);
    if (!known) return;
    this.scene.remove(known.mesh);
    known.dressed.dispose();
    this.standing.delete(id);
  }

  private addLight(id: string, light: THREE.Light): void {
    this.scene.add(light);
    this.lights.set(id, light);
  }

  private addSun(id: string): void {
    const sun = new THREE.DirectionalLight();
    sun.shadow.mapSize.set(SHADOW_SIDE, SHADOW_SIDE);
    sun.shadow.bias = -5e-4;
    sun.shadow.normalBias = 0.06;
    this.scene.add(sun.target);
    this.addLight(id, sun);
  }

  private setCamera(params: PlainParams, aspect: number, view: View | null): void {
    const { position, target } = view ?? { position: params.position as Vector, target: params.target as Vector };
    this.camera.fov = 2 * THREE.MathUtils.radToDeg(Math.atan(FRAME_HEIGHT / 2 / (params.lens as number)));
    this.camera.aspect = aspect;
    this.camera.near = 0.02;
    this.camera.far = 500;
    this.camera.position.set(...position);
    this.camera.up.set(0, 1, 0);
    this.camera.lookAt(...target);
    this.camera.updateProjectionMatrix();
    this.camera.updateMatrixWorld(true);
  }

  private setPlace(id: string, params: PlainParams): void {
    const mesh = this.standing.get(id)?.mesh;
    if (!mesh) return;
    mesh.position.set(...(params.position as Vector));
    mesh.rotation.set(...((params.turn as Vector).map(radians) as Vector));
    mesh.scale.setScalar(params.size as number);
  }

  private measureReach(): void {
    let reach = 1;
    for (const { mesh } of this.standing.values()) reach = Math.max(reach, mesh.position.length() + (mesh.geometry.boundingSphere?.radius ?? 1) * mesh.scale.x);
    this.reach = Math.min(reach * 1.25, 200);
  }

  private setLight(light: THREE.Light, params: PlainParams): void {
    light.intensity = params.strength as number;
    if (light instanceof THREE.HemisphereLight) {
      setColour(light.color, params.above as Vector);
      setColour(light.groundColor, params.below as Vector);
      return;
    }
    if (!(light instanceof THREE.DirectionalLight)) return;
    setColour(light.color, params.colour as Vector);
    const [turn, height] = [radians(params.turn as number), radians(params.height as number)];
    light.position.set(Math.sin(turn) * Math.cos(height), Math.sin(height), Math.cos(turn) * Math.cos(height)).multiplyScalar(this.reach * 2);
    light.castShadow = params.shadow === 'cast';
    const { camera } = light.shadow;
    if (camera.right !== this.reach) {
      Object.assign(camera, { left: -this.reach, right: this.reach, bottom: -this.reach, top: this.reach, near: this.reach * 0.2, far: this.reach * 4 });
      camera.updateProjectionMatrix();
    }
  }
}
