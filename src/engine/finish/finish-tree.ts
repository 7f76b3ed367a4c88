import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import type { Analysis, Target } from '@/core/weave';
import type { Shot } from '../card/shot';
import type { Spares } from '../card/spares';
import type { Shared } from '../card/shared';
import type { AssetTextures } from '../card/textures';
import { FinishRow, PassTargets, type RowDrawing } from './finish-row';
import { HALF } from './memory';

/** What finishes are drawn with; each finds the shot that it begins with. */
export interface TreeDrawing extends Omit<RowDrawing, 'shot' | 'pictures'> {
  analysis: Analysis;
  shotOf: (finish: string | null) => Shot;
}

/** What finishes are compiled of; each has the shot compiled that it begins with. */
export interface CompiledTree extends Pick<TreeDrawing, 'piece' | 'analysis'> {
  compileShot: (finish: string | null) => void;
}

const keyOf = (target: Target | null, shown: boolean) =>
  target ? `${target.strand}/${target.step ?? ''}${shown ? '' : ' linked'}` : '';

const spareKey = (key: string, text: string) => `${key}\n${text}`;

/** Finishes, whole and up to a step, with those that they take in. What several take in is drawn once. */
export class FinishTree {
  private readonly rows = new Map<string, FinishRow>();
  /** Rows known to fit the present piece. */
  private readonly fresh = new Set<string>();
  private readonly targets = new PassTargets();
  private readonly branches = new Map<string, THREE.WebGLRenderTarget>();
  /** Branches that are drawn for the present frame. */
  private readonly drawn = new Set<string>();

  /** @param spares rows that were released, with their programs */
  constructor(
    private readonly shared: Shared,
    private readonly spares: Spares<FinishRow>,
    private readonly textures: AssetTextures,
  ) {}

  /** The piece is another one: rows are looked at again. */
  changed(): void {
    this.fresh.clear();
  }

  /** A frame is drawn again: what others take in is drawn again when it is asked for. */
  begin(): void {
    this.drawn.clear();
  }

  /**
   * Draws a finish, and first what it takes in.
   * @param target null for a shot that goes through as it is
   */
  draw(renderer: THREE.WebGLRenderer, target: Target | null, drawing: TreeDrawing): void {
    this.drawRow(renderer, target, drawing, true);
  }

  /** Has the programs made of a finish, and of all that it takes in; draws nothing. */
  compile(renderer: THREE.WebGLRenderer, target: Target | null, of: CompiledTree): void {
    this.compileRow(renderer, target, of, true);
  }

  /** The same for the picture of a finish that others take in. */
  compileBranch(renderer: THREE.WebGLRenderer, branch: Target, of: CompiledTree): void {
    this.compileRow(renderer, branch, of, false);
  }

  private compileRow(renderer: THREE.WebGLRenderer, target: Target | null, of: CompiledTree, shown: boolean): void {
    const row = this.row(of.piece, of.analysis, target, shown);
    of.compileShot(target?.strand ?? null);
    for (const branch of row.branches) this.compileBranch(renderer, branch, of);
    row.compile(renderer);
  }

  /** The picture of a finish that was drawn for others. */
  textureOf(target: Target): THREE.Texture {
    return this.branches.get(keyOf(target, false))!.texture;
  }

  private drawRow(renderer: THREE.WebGLRenderer, target: Target | null, drawing: TreeDrawing, shown: boolean): void {
    const { piece, analysis, shotOf } = drawing;
    const row = this.row(piece, analysis, target, shown);
    const shot = shotOf(target?.strand ?? null);
    for (const branch of row.branches) this.drawBranch(renderer, branch, drawing, shot.target);
    row.draw(renderer, this.targets, {
      ...drawing,
      shot,
      pictures: this.textures.with((to) => this.textureOf(to)),
    });
  }

  /** Draws the picture of a finish that others take in, once for a frame. */
  drawBranch(
    renderer: THREE.WebGLRenderer,
    branch: Target,
    drawing: TreeDrawing,
    { width, height }: { width: number; height: number },
  ): void {
    const key = keyOf(branch, false);
    if (this.drawn.has(key)) return;
    this.drawn.add(key);
    const target = this.branches.get(key) ?? new THREE.WebGLRenderTarget(width, height, HALF);
    this.branches.set(key, target);
    target.setSize(width, height);
    this.drawRow(renderer, branch, { ...drawing, target }, false);
  }

  private row(piece: Piece, analysis: Analysis, target: Target | null, shown: boolean): FinishRow {
    const key = keyOf(target, shown);
    const known = this.rows.get(key);
    if (known && this.fresh.has(key)) return known;
    this.fresh.add(key);
    const now = FinishRow.keyOf(piece, analysis, target, shown);
    if (known?.key === now) return known;
    if (known) this.spares.keep(spareKey(key, known.key), known);
    const row = this.spares.take(spareKey(key, now)) ?? new FinishRow(piece, analysis, target, this.shared, shown);
    this.rows.set(key, row);
    return row;
  }

  /** Lets go of its rows, and disposes of the rest. */
  dispose(): void {
    for (const [key, row] of this.rows) this.spares.keep(spareKey(key, row.key), row);
    for (const target of this.branches.values()) target.dispose();
    this.targets.dispose();
  }
}
