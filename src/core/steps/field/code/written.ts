import { own } from '../../../own';
import type { Step } from '../../../piece/types';
import type { FieldStep, ResolvedStep, SignalStep } from '../../definition';
import type { ChoiceParam, TextParam } from '../../param-types';
import type { RunType } from '../../run-type';
import { NO_SCOPE, readText, type Reading } from './artist-text';
import { choice } from '../../params';

const GIVES: Record<string, RunType> = { number: 'float', pair: 'vec2', vector: 'vec3' };

const HANDS_ON: Partial<Record<RunType, string>> = { vec2: 'pointOf(v).xy', vec3: 'pointOf(v)' };

/** What the step gives, chosen by the artist. */
export const givesParam: ChoiceParam = choice({
  id: 'gives',
  name: 'Gives',
  about: 'What the text comes to: one number, two, or three (a colour or a place).',
  default: 'number',
  shapes: true,
  options: [
    { id: 'number', name: 'A number' },
    { id: 'pair', name: 'Two numbers' },
    { id: 'vector', name: 'Three numbers' },
  ],
});

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
    const gives = own(GIVES, String(step.params.gives ?? givesParam.default)) ?? 'float';
    const textOf = (id: string) => (typeof step.params[id] === 'string' ? step.params[id] : undefined);
    const read = (text: string) => readText(text, takes ?? 'float', gives, line, scope);
    const start = startOf(gives);
    const now = read(textOf('text') ?? start);
    const last = now.broken && textOf('working') !== undefined ? read(textOf('working')!) : null;
    const runs: Reading | null = !now.broken ? now : last && !last.broken ? last : null;
    return {
      ...base,
      resolve,
      gives: runs ? gives : (takes ?? 'float'),
      params: [
        ...base.params.map((p) => (p.type === 'text' ? { ...p, default: start } : p)),
        ...scope.params,
        ...(runs ?? now).sliders,
      ],
      glsl: runs?.body,
      needs: runs?.needs,
      broken: now.broken,
    };
  };
  return { ...base, resolve };
}
