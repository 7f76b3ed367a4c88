import * as THREE from 'three';
import { linearOf } from '@/core/colour';
import type { CopySpots } from '@/core/forms/copy-spots';
import { sheet } from '@/core/mesh/sheet';
import { skinOf, type Skin } from '@/core/mesh/skin';
import { isLink, type Piece, type Strand, type Vector } from '@/core/piece/types';
import { withOverrides } from '@/core/piece/desk';
import { plainParams, type Analysis, type StepTypes } from '@/core/weave';
import { Cameras, FAR, NEAR, type View } from './cameras';
import { setColour } from '../card/colours';
import type { Dress, Shared } from '../surface/dressed';
import { Lights } from './lights';
import type { Follow } from '../card/follow';
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
  private reach = 2;

  constructor(
    private readonly shared: Shared,
    private readonly renderer: THREE.WebGLRenderer,
  ) {}

  /** Makes what the strand's steps ask for, keeping what did not change. */
  build(
    piece: Piece,
    analysis: Analysis,
    strand: Strand,
    meshOf: (form: string) => Skin | undefined,
    spots: ReadonlyMap<string, CopySpots>,
  ): void {
    const rows = (analysis.types.get(strand.id) ?? []).filter((r) => r.active);
    this.lights.hang(rows.map((r) => r.step));
    const wanted = new Set<string>();
    rows.forEach((row, i) => {
      const stands = this.what(row, meshOf);
      if (!stands) return;
      wanted.add(row.step.id);
      const place = this.standing.get(row.step.id) ?? new Standing(row.step.id, this.scene, stands.form === null);
      this.standing.set(row.step.id, place);
      const later = rows
        .slice(i + 1)
        .filter((r) => r.step.op === 'stage.overlay')
        .map((r) => linked(r, 'surface'));
      const overlays = [linked(row, 'overlay'), ...later].filter((s) => s !== null);
      const dresses: Omit<Dress, 'skin'>[] = [
        { form: stands.form, surface: linked(row, 'surface') },
        ...overlays.map((surface) => ({ form: stands.form, surface, overlay: true as const })),
      ];
      place.wear(
        piece,
        analysis,
        dresses,
        stands.skin,
        this.geometries,
        this.shared,
        spots.get(stands.form ?? '') ?? null,
      );
    });
    for (const [id, place] of this.standing) {
      if (wanted.has(id)) continue;
      place.dispose();
      this.standing.delete(id);
    }
    this.geometries.forget();
  }

  /** Sets every number for one phase. */
  update(
    piece: Piece,
    analysis: Analysis,
    strand: Strand,
    aspect: number,
    phase: number,
    followAs: (piece: Piece) => Follow,
    view: View | null,
  ): void {
    const follow = followAs(piece);
    const rows = (analysis.types.get(strand.id) ?? [])
      .filter((r) => r.active)
      .map((row) => ({ row, params: plainParams(piece, row.step, row.definition!, follow) }));
    const last = (op: string) => rows.findLast((r) => r.row.step.op === op)?.params ?? null;
    const camera = last('stage.camera');
    if (camera) this.cameras.set(camera, aspect, view, phase);
    for (const { row, params } of rows) {
      const place = this.standing.get(row.step.id);
      if (row.step.op === 'stage.place')
        place?.setPlace(params.position as Vector, params.turn as Vector, params.size as number);
      if (row.step.op === 'stage.floor')
        place?.setPlace([0, params.level as number, 0], [0, 0, 0], params.size as number);
    }
    const { now } = this.cameras;
    const eye = now.position;
    const forward = now.getWorldDirection(new THREE.Vector3());
    for (const place of this.standing.values())
      place.update(withOverrides(piece, strand.id, place.step), phase, followAs, eye, forward);
    this.shared.clLens.value.set(NEAR, FAR, now instanceof THREE.OrthographicCamera ? 1 : 0);
    this.measureReach(rows.filter((r) => r.row.step.op === 'stage.place').map((r) => r.row.step.id));
    for (const { row, params } of rows) this.lights.set(row.step.id, params, this.reach);
    this.surroundings.set(this.scene, this.renderer, last('stage.surroundings'));
    this.setBackground(piece, last('stage.background'));
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

  /** How the first standing of a form lies in the hall; null where it does not stand. */
  frameOf(form: string): THREE.Matrix4 | null {
    return [...this.standing.values()].find((s) => s.form === form)?.group.matrixWorld ?? null;
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
    this.geometries.forget();
    this.geometries.forget();
    this.lights.dispose();
    this.surroundings.dispose();
  }

  /** Form and mesh of what a step stands on the stage; a floor has no form of its own. */
  private what(row: StepTypes, meshOf: (form: string) => Skin | undefined): { form: string | null; skin: Skin } | null {
    if (row.step.op === 'stage.floor') return { form: null, skin: FLOOR };
    if (row.step.op !== 'stage.place') return null;
    const form = linked(row, 'form');
    const skin = form ? meshOf(form) : undefined;
    return form && skin ? { form, skin } : null;
  }

  private setBackground(piece: Piece, params: { style?: unknown; colour?: unknown } | null): void {
    this.transparent = params?.style === 'transparent';
    setColour(
      this.background,
      params?.style === 'colour' ? (params.colour as Vector) : linearOf(piece.picture.background),
    );
    this.scene.background = this.transparent ? null : this.background;
  }

  private measureReach(places: string[]): void {
    let reach = 1;
    for (const id of places) {
      const sphere = this.standing.get(id)?.sphere();
      if (sphere) reach = Math.max(reach, sphere.centre.length() + sphere.radius);
    }
    this.reach = Math.min(reach * 1.25, 200);
  }
}

function linked(row: StepTypes, param: string): string | null {
  const value = row.step.params[param];
  return isLink(value) ? value.link : null;
}
