import { onceByName } from '../../once';
import type { RunType, StepDefinition } from '../../steps';
import { stepFunction, stepFunctionName } from '../analysis/step-function';

/** Texts of steps of the catalogue: each is one object that never changes, and most rows have the same few. */
const textOf = onceByName<StepDefinition, string>();

/** Functions of steps that rows share where their text is the same to the letter, whatever it was made from. */
export class FunctionTable {
  /** By the text that each would have if no other had taken its name. */
  private readonly byText = new Map<string, { name: string; text: string }>();
  /** How many go by one name, apart from their number. */
  private readonly versions = new Map<string, number>();

  /** Writes a step's function if it is new. @returns its name */
  add(definition: StepDefinition, types: { takes: RunType | null; gives: RunType }, chosen: Record<string, number>) {
    const shared = [stepFunctionName(definition), ...Object.values(chosen)].join('_');
    const written = (name: string) => stepFunction(definition, { ...types, name, chosen });
    const text = textOf(definition, `${shared} ${types.takes} ${types.gives}`, () => written(shared));
    const known = this.byText.get(text);
    if (known) return known.name;
    const others = this.versions.get(shared) ?? 0;
    this.versions.set(shared, others + 1);
    const name = others === 0 ? shared : `${shared}_V${others + 1}`;
    this.byText.set(text, { name, text: others === 0 ? text : written(name) });
    return name;
  }

  get texts(): string[] {
    return [...this.byText.values()].map((f) => f.text);
  }
}
