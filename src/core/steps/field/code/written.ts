import { own } from '../../../own';
import type { Step } from '../../../piece/types';
import type { FieldStep, ResolvedStep, SignalStep } from '../../definition';
import type { ChoiceParam, TextParam } from '../../param-types';
import type { RunType } from '../../run-type';
import { NO_SCOPE, readText, type TextReading } from './artist-text';
import { choice } from '../../params';

const GIVES: Record<string, RunType> = { number: 'float', pair: 'vec2', vector: 'vec3' };
/** What a text can come to, in the order in which that is tried. */
const RETURNED = Object.values(GIVES);

const HANDS_ON: Partial<Record<RunType, string>> = { vec2: 'pointOf(v).xy', vec3: 'pointOf(v)' };

/** What the step gives, chosen by the artist. */
export const givesParam: ChoiceParam = choice({
  id: 'gives',
  name: 'Gives',
  description: 'What the text comes to: one number, two, or three (a colour or a place); else what it returns.',
  default: 'returned',
  shapes: true,
  options: [
    { id: 'returned', name: 'What the text returns' },
    { id: 'number', name: 'A number' },
    { id: 'pair', name: 'Two numbers' },
    { id: 'vector', name: 'Three numbers' },
  ],
});

/**
 * The reading that runs. Where none does, the one that got farthest: what is wrong whatever the text returns stands
 * at the same place in all of them, a return that does not fit before or behind it.
 */
function fitting<R extends TextReading>(readings: R[]): R {
  const far = ({ broken }: R) => (broken ? broken.line * 1e6 + broken.column : Infinity);
  return readings.reduce((best, next) => (far(next) > far(best) ? next : best));
}

/**
 * The step that an artist's text makes. While the text does not run, what ran last (kept
 * beside it as `working`) goes on; with neither, the row passes the step by.
 * @param line the text is one expression
 * @param scope what it can name beside `v` and `p`
 */
export function written<S extends FieldStep | SignalStep>(base: S, line: boolean, scope = NO_SCOPE): S {
  const first = (base.params.find((p) => p.type === 'text') as TextParam).default;
  /** What stands there at first gives what is asked for. */
  const startOf = (gives: RunType) =>
    gives === 'float' ? first : line ? HANDS_ON[gives]! : `return ${HANDS_ON[gives]!};`;
  const resolve = (step: Pick<Step, 'params'>, takes: RunType | null): ResolvedStep => {
    const asked = own(GIVES, String(step.params.gives ?? givesParam.default));
    const textOf = (id: string) => (typeof step.params[id] === 'string' ? step.params[id] : undefined);
    const readAs = (text: string, gives: RunType) => ({
      ...readText(text, takes ?? 'float', gives, line, scope),
      gives,
    });
    const read = (text: string) => (asked ? readAs(text, asked) : fitting(RETURNED.map((type) => readAs(text, type))));
    const start = startOf(asked ?? 'float');
    const now = read(textOf('text') ?? start);
    const last = now.broken && textOf('working') !== undefined ? read(textOf('working')!) : null;
    const runs = !now.broken ? now : last && !last.broken ? last : null;
    return {
      ...base,
      resolve,
      gives: runs?.gives ?? takes ?? 'float',
      params: [
        ...base.params.map((p) => (p.type === 'text' ? { ...p, default: start } : p)),
        ...scope.params,
        ...(runs ?? now).inputs,
      ],
      glsl: runs?.body,
      needs: runs?.needs,
      broken: now.broken,
    };
  };
  return { ...base, resolve };
}
