import { isLink, type Link, type Piece, type Strand } from '../../piece/types';
import { valueOf, type Param, type RunType, type StepDefinition } from '../../steps';
import { linkProblem } from '../analysis/analyse';
import type { ActiveStep, Analysis, StepTypes, Target } from '../analysis/types';
import { loopSteps, type LoopStep } from './over-loop';
import { isBranch } from '../analysis/step-function';
import { emptyType, strandNames } from './words';

/** Is what a link brings worked out by a function of its own, rather than with the row? */
export const isElsewhere = (definition: StepDefinition, param: Param) =>
  param.per === 'face' ||
  param.per === 'copy' ||
  param.per === 'moment' ||
  Object.values(definition.attributes ?? {}).includes(param.id);

/** Index of the last step up to `end` that makes a mesh; 0 where only the source does. */
export const lastReshape = (rows: StepTypes[], end = rows.length - 1): number =>
  lastThat(rows, end, (definition) => definition.reshape !== undefined);

/** Index of the last step up to `end` that is worked out beforehand, over the loop; 0 where none is. */
const lastOverLoop = (rows: StepTypes[], end: number): number =>
  lastThat(rows, end, (definition) => definition.overLoop !== undefined);

const lastThat = (rows: StepTypes[], end: number, is: (definition: StepDefinition) => boolean): number =>
  Math.max(
    0,
    rows.findLastIndex((r, i) => i <= end && r.active && is(r.definition)),
  );

/** Other pictures that one program reads at most; cards have sixteen units in all. */
export const MAX_BRANCHES = 4;

/** Other pictures that a step reads. */
function branchesOf(row: StepTypes): string[] {
  if (!row.active) return [];
  const { definition, step } = row;
  const links = definition.params.filter(isBranch).map((param) => valueOf(step, param));
  return links.filter(isLink).map(({ link, step: upTo }) => `${link}/${upTo ?? ''}`);
}

/**
 * Indices of the steps before which the picture is drawn: those that read it elsewhere or earlier, those behind one
 * that keeps its own result, and those that read one picture more than a program can.
 */
export function drawnBefore(rows: StepTypes[]): number[] {
  const reads = (row: StepTypes) =>
    row.active && (row.definition.passes !== undefined || row.definition.reaches !== undefined);
  const keeps = (row: StepTypes) => row.active && row.definition.stays !== undefined;
  const found: number[] = [];
  let branches = new Set<string>();
  for (const [i, row] of rows.entries()) {
    const own = branchesOf(row);
    const together = new Set([...branches, ...own]);
    const begins = i > 0 && (reads(row) || keeps(rows[i - 1]!) || together.size > MAX_BRANCHES);
    if (begins) found.push(i);
    branches = begins ? new Set(own) : together;
  }
  return found;
}

/** Index of the last step up to `end` before which the picture is drawn; 0 where it begins with the source. */
export const lastDrawn = (rows: StepTypes[], end: number): number => drawnBefore(rows).findLast((i) => i <= end) ?? 0;

/** Indices of the steps whose picture is drawn, and of the last one. */
export const drawnEnds = (rows: StepTypes[]): number[] => [...drawnBefore(rows).map((i) => i - 1), rows.length - 1];

/**
 * What has to be written so that the wanted targets can be worked out: at which steps of which
 * strands a function ends, what each takes in through links, and which of them are asked for at
 * other places than the row's own. It writes nothing.
 */
export class Plan {
  private readonly names: Map<string, string>;
  private readonly byId: Map<string, Strand>;
  /** Indices of the steps of each needed strand at which a function ends. */
  private readonly ends = new Map<string, Set<number>>();
  /** Names of the functions that are called at other places: they take the place alone. */
  private readonly calledAlone = new Set<string>();

  /** @param signalUniforms signals are uniforms; see `WeaveOptions.signalUniforms` */
  constructor(
    private readonly piece: Piece,
    private readonly analysis: Analysis,
    targets: Target[],
    private readonly signalUniforms: boolean,
  ) {
    this.names = strandNames(piece);
    this.byId = new Map(piece.strands.map((s) => [s.id, s]));
    for (const target of targets) this.want(target);
  }

  /** Strands in the order in which their functions are written. */
  get order(): Strand[] {
    return this.analysis.order;
  }

  rows(strand: string): StepTypes[] {
    return this.analysis.types.get(strand) ?? [];
  }

  strandName(strand: string): string {
    return this.names.get(strand)!;
  }

  indexOf(target: Target): number {
    const rows = this.rows(target.strand);
    const at = target.step ? rows.findIndex((r) => r.step.id === target.step) : -1;
    return at >= 0 ? at : rows.length - 1;
  }

  typeOf(target: Target): RunType {
    return this.rows(target.strand)[this.indexOf(target)]?.gives ?? emptyType(this.byId.get(target.strand)!);
  }

  /** The function of the place alone that gives a target. */
  nameOf(target: Target): string {
    const index = this.indexOf(target);
    const name = this.strandName(target.strand);
    return index === this.rows(target.strand).length - 1 ? name : `${name}_To${index + 1}`;
  }

  /** What a target comes to, where it is imported. */
  valueNameOf(target: Target): string {
    return `${this.nameOf(target)}_Value`;
  }

  /** Targets of a strand at which functions end, from its beginning on. */
  endsOf(strand: string): Target[] {
    return [...(this.ends.get(strand) ?? [])]
      .sort((a, b) => a - b)
      .map((end) => ({ strand, step: this.rows(strand)[end]!.step.id }));
  }

  /** Is a target called at other places than those of a row that takes it in? */
  isCalledAlone(target: Target): boolean {
    return this.calledAlone.has(this.nameOf(target));
  }

  /** Is the value of a target a uniform? */
  isUniform(target: Target): boolean {
    return this.signalUniforms && this.byId.get(target.strand)?.kind === 'signal';
  }

  /** The row before a step, for one that asks for it at other places. */
  before(strand: string, index: number): Target | null {
    const row = this.rows(strand)[index]!;
    if (!row.active || !row.definition?.again) return null;
    const previous = this.rows(strand)[index - 1];
    return previous ? { strand, step: previous.step.id } : null;
  }

  /**
   * Where the part of a row begins that runs at each place: all before the last step that makes
   * a mesh is baked into it, all before the last step that begins a pass is drawn, all up to the
   * last one that is worked out over the loop is known.
   */
  liveFrom(target: Target): number {
    const [rows, end] = [this.rows(target.strand), this.indexOf(target)];
    return Math.max(lastReshape(rows, end), lastDrawn(rows, end), lastOverLoop(rows, end));
  }

  /** Where the numbers of a step lie that is worked out over the loop. */
  loopStep({ step }: StepTypes): Pick<LoopStep, 'first' | 'width'> {
    return loopSteps(this.piece, this.analysis).find((s) => s.row.step === step)!;
  }

  /** The link that feeds a parameter, if there is one and it fits. */
  linkOf(row: ActiveStep, param: Param): Link | null {
    const value = valueOf(row.step, param);
    if (!isLink(value) || param.type === 'strand') return null;
    return linkProblem(this.piece, row.definition, param, value, this.analysis.types) ? null : value;
  }

  /** Another picture that a parameter names, if there is one and it fits. */
  branchOf(row: ActiveStep, param: Param): Target | null {
    const value = valueOf(row.step, param);
    if (!isLink(value) || linkProblem(this.piece, row.definition, param, value, this.analysis.types)) return null;
    return { strand: value.link, step: value.step };
  }

  /** What the row of a target takes in through links, each once, in the order of the row. */
  inputsOf(target: Target): Target[] {
    const found = new Map<string, Target>();
    for (const row of this.rows(target.strand).slice(this.liveFrom(target), this.indexOf(target) + 1)) {
      if (!row.active) continue;
      for (const param of row.definition.params) {
        const input = this.inputOf(row, param);
        if (!input || isElsewhere(row.definition, param) || this.isUniform(input)) continue;
        found.set(this.nameOf(input), input);
      }
    }
    return [...found.values()];
  }

  /** Takes a target and all that it takes from into the plan. */
  private want(target: Target): void {
    const index = this.indexOf(target);
    const ends = this.ends.get(target.strand) ?? new Set<number>();
    this.ends.set(target.strand, ends);
    if (ends.has(index)) return;
    ends.add(index);
    for (const input of this.inputsOf(target)) this.want(input);
    for (let i = this.liveFrom(target); i <= index; i++) {
      const before = this.before(target.strand, i);
      for (const input of [...this.elsewhere(this.rows(target.strand)[i]!), ...(before ? [before] : [])]) {
        this.want(input);
        this.calledAlone.add(this.nameOf(input));
      }
    }
  }

  /** What a step takes in for whole faces or copies, or at other places. */
  private elsewhere(row: StepTypes): Target[] {
    if (!row.active || !row.definition.glsl) return [];
    return row.definition.params
      .filter((param) => isElsewhere(row.definition, param))
      .flatMap((param) => {
        const input = this.inputOf(row, param);
        return input && (param.per === 'moment' || !this.isUniform(input)) ? [input] : [];
      });
  }

  private inputOf(row: ActiveStep, param: Param): Target | null {
    const link = this.linkOf(row, param);
    return link && { strand: link.link, step: link.step };
  }
}
