import type { Several } from '@/core/piece/several';
import { setParamAt } from '@/core/piece/keys';
import { strandById, type Piece, type Step, type StepAt, type Value } from '@/core/piece/types';
import { paramOf, valueOf, type Param } from '@/core/steps';

/** All steps that are selected. */
function stepsOf(piece: Piece, several: Several): StepAt[] {
  const inRow = (strand: string) => (strandById(piece, strand)?.steps ?? []).map((t) => ({ strand, step: t.id }));
  if ('strands' in several) return several.strands.flatMap(inRow);
  return inRow(several.strand).filter((at) => several.steps.includes(at.step));
}

/** Does a step have this parameter as well: of the same name, kind and unit, with the same choices? */
function shares(step: Step, param: Param): boolean {
  const own = paramOf(step, param.id);
  if (!own || own.type !== param.type) return false;
  if (own.type === 'choice' && param.type === 'choice')
    return own.options.map((o) => o.id).join() === param.options.map((o) => o.id).join();
  return own.type === 'text' ? false : own.name === param.name && unitOf(own) === unitOf(param);
}

const unitOf = (param: Param) => ('unit' in param ? param.unit : undefined);

/** Other steps of a selection in which a parameter is set when it is set in one of them. */
export function tunedWith(piece: Piece, several: Several | null, at: StepAt, param: Param): StepAt[] {
  if (!several) return [];
  return stepsOf(piece, several).filter((other) => {
    if (other.strand === at.strand && other.step === at.step) return false;
    const step = strandById(piece, other.strand)!.steps.find((t) => t.id === other.step)!;
    return shares(step, param);
  });
}

/** Does a parameter differ among several steps? */
export function isMixed(piece: Piece, places: readonly StepAt[], param: Param): boolean {
  const values = places.map(({ strand, step: id }) => {
    const step = strandById(piece, strand)?.steps.find((t) => t.id === id);
    return step && JSON.stringify(valueOf(step, param));
  });
  return new Set(values).size > 1;
}

/** Sets a parameter at a frame in several steps. */
export function setTogether(piece: Piece, places: StepAt[], param: string, value: Value | undefined, frame: number) {
  return places.reduce((p, at) => setParamAt(p, { ...at, param }, value, frame), piece);
}
