import { equalChunks } from '@/core/farm/chunks';
import { framesOf } from '@/core/export/settings';
import type { Piece } from '@/core/piece/types';
import { renderOrder, whole } from './order';
import type { RenderOptions } from './render';
import { Wrong } from '../wrong';

/** How a plan is written. */
export const PLANS = ['commands', 'job'] as const;

export interface PlanOptions {
  /** How many chunks. */
  plan: string;
  planAs: string;
  /** The image of the container that has the application and Chromium. */
  image: string;
}

/**
 * What draws a render in chunks, for machines that share its folder: plain commands, one a line, or a job for
 * containers that a scheduler runs, one a chunk. The command of the whole, run once afterwards, finds all frames there:
 * it writes the text beside them, or the film.
 * @throws Wrong naming an option that is not right
 */
export function planOf(
  piece: Piece,
  file: string,
  options: RenderOptions,
  { plan, planAs, image }: PlanOptions,
): string {
  const { span, film } = renderOrder(piece, options);
  if (film) throw new Wrong('A plan is of frames: --format png16, say; a film is written of them afterwards.');
  if (options.replace) throw new Wrong('Chunks would delete each other’s frames: --replace goes with no plan.');
  const frames = framesOf(span);
  const chunks = equalChunks(frames, whole(plan, 'plan', 1, frames.length));
  const kept = (['every', 'size', 'samples', 'format', 'opacity', 'output'] as const).flatMap((option) =>
    options[option] === undefined ? [] : [`--${option}`, options[option]],
  );
  const commands = chunks.map((chunk) => [
    ...['npm', 'run', '-s', 'piece', '--', 'render', file, '--out', options.out],
    ...['--frames', `${chunk[0]}-${chunk.at(-1)}`],
    ...kept,
  ]);
  if (planAs === 'commands') return commands.map((words) => words.map(quoted).join(' ')).join('\n');
  if (planAs !== 'job') throw new Wrong(`--plan-as takes ${PLANS.join(', ')}.`);
  return JSON.stringify(containerJob(commands, image), null, 2);
}

/** A word as a shell reads it (POSIX, 2.2.2). */
const quoted = (word: string) => (/^[\w./:=@%+,-]+$/.test(word) ? word : `'${word.replaceAll("'", "'\\''")}'`);

/** A job of the batch/v1 kind whose pods are numbered: each takes the command of its number. */
const containerJob = (commands: string[][], image: string) => ({
  apiVersion: 'batch/v1',
  kind: 'Job',
  metadata: { generateName: 'render-' },
  spec: {
    completions: commands.length,
    parallelism: commands.length,
    completionMode: 'Indexed',
    backoffLimitPerIndex: 3,
    template: {
      spec: {
        restartPolicy: 'Never',
        containers: [
          {
            name: 'render',
            image,
            command: [
              'sh',
              '-c',
              `eval "$(sed -n "$((JOB_COMPLETION_INDEX + 1))p" <<'CHUNKS'\n${commands
                .map((words) => words.map(quoted).join(' '))
                .join('\n')}\nCHUNKS\n)"`,
            ],
            volumeMounts: [{ name: 'renders', mountPath: '/renders' }],
          },
        ],
        volumes: [{ name: 'renders', persistentVolumeClaim: { claimName: 'renders' } }],
      },
    },
  },
});
