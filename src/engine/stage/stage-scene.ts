import * as THREE from 'three';
import { linearOf } from '@/core/colour';
import type { CopySpots } from '@/core/forms/copy-spots';
import { sheet } from '@/core/mesh/sheet';
import { skinOf, type Skin } from '@/core/mesh/skin';
import type { Piece, Strand } from '@/core/piece/types';
import type { BackgroundPart, StagePart } from '@/core/steps/stage/stage-part';
import { withOverrides, type Analysis, type Target } from '@/core/weave';
import { Cameras, FAR, NEAR, type View } from './cameras';
import { partsOf } from './parts-of';
import { setColour } from '../card/colours';
import type { SurfaceOnForm } from '../surface/woven-surface';
import type { SurfaceMaterials } from '../surface/surface-materials';
import { Lights } from './lights';
import { mapShare } from './map-share';
import type { Follow } from '../card/follow';
import type { Pictures } from '../card/textures';
import { Geometries, Standing } from './standing';
import { Surroundings } from './surroundings';

export type { View } from './cameras';

/** A square of one metre that faces up. */
const FLOOR: Skin = skinOf(
  sheet(1, 1, (u, v) => ({
    position: [u - 0.5, 0, 0.5 - v],
    normal: [0, 1, 0],
    tangentA: [1, 0, 0],
    tangentB: [0, 0, -1],
    normalA: [0, 0, 0],
    normalB: [0, 0, 0],
    uvSlope: [1, 0, 0, 1],
  })),
);

/** What a stage is drawn with. */
export interface SceneDrawing {
  piece: Piece;
  analysis: Analysis;
  strand: Strand;
  /** Width of the picture in parts of its height. */
  aspect: number;
  phase: number;
  followAs: (piece: Piece) => Follow;
  /** Gives the picture of a finish that something wears. */
  pictures: Pictures;
  view: View | null;
}

/** A form on a stage: 16 numbers bring a point of it onto the stage, column by column. */
export interface Placement {
  form: string;
  matrix: number[];
}

/** What a step of a stage puts there, and what that wears. */
export interface Worn {
  step: string;
  /** Null for a floor. */
  form: string | null;
  skin: Skin;
  surfaces: Omit<SurfaceOnForm, 'skin'>[];
}

/** All that stands on a stage and has a mesh, in the order of its steps. */
export function wornOn(
  piece: Piece,
  analysis: Analysis,
  strand: Strand,
  meshOf: (form: string) => Skin | undefined,
): Worn[] {
  const parts = partsOf(piece, analysis, strand, () => [0], 0);
  return parts.flatMap(({ step, part }, i) => {
    if (part.part !== 'standing') return [];
    const { form } = part;
    const skin = form === null ? FLOOR : meshOf(form);
    if (!skin) return [];
    const covers = parts.slice(i + 1).flatMap((p) => (p.part.part === 'cover' ? [p.part.surface] : []));
    const overlays = [part.overlay, ...covers].filter((surface) => surface !== '');
    const surfaces = [
      { form, surface: part.surface || null },
      ...overlays.map((surface) => ({ form, surface, overlay: true as const })),
    ];
    return [{ step, form, skin, surfaces }];
  });
}

/** A stage strand as a scene of the library. Structure is made in `build`, numbers follow in `update`. */
export class StageScene {
  readonly scene = new THREE.Scene();
  readonly cameras = new Cameras();
  private readonly standing = new Map<string, Standing>();
  private readonly lights = new Lights(this.scene);
  private readonly surroundings = new Surroundings();
  private readonly geometries = new Geometries();
  private readonly background = new THREE.Color();
  /** The background is left open, so that stills and frames keep it. */
  transparent = false;

  constructor(
    private readonly materials: SurfaceMaterials,
    private readonly renderer: THREE.WebGLRenderer,
  ) {}

  /** Makes what the strand's steps ask for, keeping what did not change. */
  build(piece: Piece, analysis: Analysis, worn: readonly Worn[], spots: ReadonlyMap<string, CopySpots>): void {
    const wanted = new Set<string>();
    for (const { step, form, surfaces, skin } of worn) {
      wanted.add(step);
      const place = this.standing.get(step) ?? new Standing(step, this.scene, this.materials, form === null);
      this.standing.set(step, place);
      place.wear(piece, analysis, {
        surfaces,
        skin,
        geometries: this.geometries,
        spots: spots.get(form ?? '') ?? null,
      });
    }
    for (const [id, place] of this.standing) {
      if (wanted.has(id)) continue;
      place.dispose();
      this.standing.delete(id);
    }
    this.geometries.releaseUnused();
  }

  /** Sets every number for one phase. @param compiling programs are made for it, and nothing is drawn */
  update({ piece, analysis, strand, aspect, phase, followAs, pictures, view }: SceneDrawing, compiling = false): void {
    const parts = partsOf(piece, analysis, strand, followAs(piece), phase);
    const last = <P extends StagePart['part']>(sort: P) =>
      (parts.findLast(({ part }) => part.part === sort)?.part ?? null) as Extract<StagePart, { part: P }> | null;
    const camera = last('camera');
    if (camera) this.cameras.set(camera, aspect, view, phase);
    for (const { step, part } of parts) if (part.part === 'standing') this.standing.get(step)?.setPlace(part);
    const { now } = this.cameras;
    const eye = now.position;
    const forward = now.getWorldDirection(new THREE.Vector3());
    for (const place of this.standing.values())
      place.update({ piece: withOverrides(piece, strand.id, place.step), phase, followAs, pictures, eye, forward });
    const isFlat = now instanceof THREE.OrthographicCamera;
    const half = isFlat ? now.top : Math.tan(THREE.MathUtils.degToRad(now.fov / 2));
    this.materials.shared.clLens.value.set(NEAR, FAR, isFlat ? 1 : 0, half);
    const lights = parts.flatMap(({ step, part }) => (part.part === 'light' ? [[step, part] as const] : []));
    const share = mapShare(piece.picture);
    this.lights.set(new Map(lights), { reach: this.reach(), mapShare: share });
    const surrounded = { scene: this.scene, renderer: this.renderer, mapShare: share, compiling, pictures };
    this.surroundings.set(surrounded, last('surroundings'));
    this.setBackground(piece, last('background'));
  }

  /** What draws the shadows, each once, to have its programs made. */
  shadows(): THREE.Object3D {
    const materials = new Set<THREE.Material>();
    this.scene.traverse((object) => {
      if (object.castShadow && object.customDepthMaterial) materials.add(object.customDepthMaterial);
    });
    const group = new THREE.Group();
    for (const material of materials) group.add(new THREE.Mesh(undefined, material));
    return group;
  }

  /** Bounds of all that stands, floors aside; null on an empty stage. */
  bounds(): THREE.Sphere | null {
    const spheres = [...this.standing.values()]
      .filter((s) => !s.isFloor)
      .map((s) => s.sphere())
      .map((s) => new THREE.Sphere(s.centre, s.radius));
    if (spheres.length === 0) return null;
    return spheres.slice(1).reduce((all, s) => all.union(s), spheres[0]!.clone());
  }

  /** How each form that stands lies on the stage: its first standing. */
  frames(): Map<string, THREE.Matrix4> {
    const standings = [...this.standing.values()].reverse();
    return new Map(standings.flatMap((s) => (s.form === null ? [] : [[s.form, s.group.matrixWorld.clone()]])));
  }

  /** What stands on the stage, floors aside: its form, and how it lies on the stage. */
  placements(): Placement[] {
    return [...this.standing.values()].flatMap((s) =>
      s.form === null || s.isFloor ? [] : [{ form: s.form, matrix: s.group.matrixWorld.toArray() }],
    );
  }

  /** Finishes whose pictures are worn on the stage. */
  get branches(): Target[] {
    return [...this.standing.values()].flatMap((s) => s.branches);
  }

  get readsBehind(): boolean {
    return [...this.standing.values()].some((s) => s.readsBehind);
  }

  /** Shows only what does not read what is behind it, or all. */
  showBehind(only: boolean): void {
    for (const place of this.standing.values()) place.showBehind(only);
  }

  dispose(): void {
    for (const place of this.standing.values()) place.dispose();
    this.standing.clear();
    this.geometries.dispose();
    this.lights.dispose();
    this.surroundings.dispose();
  }

  private setBackground(piece: Piece, part: BackgroundPart | null): void {
    this.transparent = part !== null && part.colour === null;
    setColour(this.background, part?.colour ?? linearOf(piece.picture.background));
    this.scene.background = this.transparent ? null : this.background;
  }

  /** Radius about the middle of the stage within which shadows are cast: all that stands, floors aside. */
  private reach(): number {
    const spheres = [...this.standing.values()].filter((s) => !s.isFloor).map((s) => s.sphere());
    return Math.min(1.25 * Math.max(1, ...spheres.map((s) => s.centre.length() + s.radius)), 200);
  }
}
