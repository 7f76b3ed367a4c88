import { compile, GlslError, Processor } from '../../glsl';
import { Recent } from '../../recent';
import type { Evaluator } from './evaluate';
import { formText } from '../writing/form-text';
import type { Woven } from '../analysis/types';

/** Programs compiled lately. */
const compiled = new Recent<Processor | 'none'>(24);

/**
 * Compiles a function over the slopes of a form for the processor, with the evaluator's present
 * values and pictures. Null where the form has no slopes (see `formText`).
 * @param text GLSL of the function `entry`, from the name of the slopes
 */
export async function slopesProgram(
  evaluator: Evaluator,
  entry: string,
  text: (slopes: string) => string,
): Promise<((rows: Float32Array, count: number) => Float32Array) | null> {
  const { woven } = evaluator;
  const key = `${entry} ${woven.functions[0]?.name}\n${woven.glsl}`;
  const processor = compiled.get(key) ?? compiled.put(key, await load(woven, entry, text));
  if (processor === 'none') return null;
  return (rows, count) => {
    evaluator.bring(processor);
    return processor.run(entry, rows, count);
  };
}

async function load(woven: Woven, entry: string, text: (slopes: string) => string): Promise<Processor | 'none'> {
  const form = formText(woven);
  if (!form.slopes) return 'none';
  try {
    return await Processor.load(compile(`${woven.glsl}\n${form.text}\n${text(form.slopes)}`, [entry]));
  } catch (error) {
    // The form itself is within the limits of the language; with its slopes it may not be.
    if (error instanceof GlslError) return 'none';
    throw error;
  }
}
