import { Command, InvalidArgumentError, Option } from 'commander';
import { PICTURE_FORMATS } from '@/core/export/pictures';
import { PROFILES } from '@/core/checks/profiles';
import { check, type CheckOptions } from './check';
import { completion } from './completion';
import { open, readFrom, strandOf } from './opened';
import { drawOnFarm } from './farm/draw';
import { farm, farmWorker, type FarmOptions } from './farm/farm';
import { DEFAULT_REDIS } from './farm/redis';
import { FILM_TARGETS } from './render/films';
import { whole } from './render/order';
import { PLANS, planOf, type PlanOptions } from './render/plan';
import { drawHere, render, type RenderOptions, type Tell } from './render/render';
import { describe, evaluate, glsl, mesh } from './strand-commands';

/** What the commands tell while they work. */
export interface Said extends Tell {
  /** A line for the error stream. */
  note: (line: string) => void;
  /** What the command came to, and whether all checks pass. */
  answer: (out: string, passes?: boolean) => void;
}

const EXIT_CODES = `
Exit codes: 0 done, 1 it could not be done, 2 a check fails.`;

/** What is asked of `render` beside what is drawn. */
type Asked = CheckOptions & Omit<PlanOptions, 'plan'> & { plan?: string; farm?: string | true };

/** Numbers with commas between them. */
const numbers =
  (count: number) =>
  (text: string): number[] => {
    const values = text.split(',').map(Number);
    if (values.length !== count || values.some((v) => !Number.isFinite(v)))
      throw new InvalidArgumentError(`It takes ${count} numbers with commas between them.`);
    return values;
  };

const number = (text: string): number => {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value)) throw new InvalidArgumentError('It takes a number.');
  return value;
};

const strandOption = () => new Option('--strand <name>', 'name or id of the strand').makeOptionMandatory();

/** The commands, with their options and helps. */
export function program(said: Said): Command {
  const piece = new Command('piece')
    .description('Checks, reads and draws pieces without the interface.')
    .addHelpText('after', EXIT_CODES)
    .exitOverride();
  const command = (name: string, description: string) =>
    piece.command(name).description(description).argument('<file>', 'a piece, NAME.calm.json');
  const opened = (file: string) => open(file, said.note);

  command('check', 'Says whether the loop closes, and what mends it.')
    .option('--drawn', 'look at every frame too, drawn in Chromium: flashes, bands, clipping, stillness')
    .option('--profile <name>', `what it is held to (the piece’s own): ${Object.keys(PROFILES).join(', ')}`)
    .action(async (file: string, options: CheckOptions) => {
      const { passes, lines } = await check(await opened(file), options, said.progress);
      said.answer(lines.join('\n'), passes);
    });

  command('describe', 'Says what is in a piece.').action(async (file: string) =>
    said.answer(describe((await opened(file)).piece)),
  );

  command('glsl', 'Writes a field or a signal as GLSL.')
    .addOption(strandOption())
    .action(async (file: string, { strand }: { strand: string }) => {
      const read = await opened(file);
      said.answer(await glsl(read, strandOf(read.piece, strand)));
    });

  command('eval', 'Gives the value of a strand at a place, as JSON.')
    .addOption(strandOption())
    .option('--at <x,y,z>', 'place in metres', numbers(3), [0, 0, 0])
    .option('--uv <u,v>', 'place on a surface or in the picture, 0 to 1', numbers(2), [0, 0])
    .option('--phase <p>', 'part of the loop, 0 to 1', number, 0)
    .action(
      async (file: string, { strand, ...place }: { strand: string; at: number[]; uv: number[]; phase: number }) => {
        const read = await opened(file);
        said.answer(await evaluate(read, strandOf(read.piece, strand), place));
      },
    );

  command('mesh', 'Writes a form as a mesh.')
    .addOption(strandOption())
    .requiredOption('--out <file>', 'a file that ends in .glb, .gltf, .obj, .ply or .stl')
    .option('--phase <p>', 'part of the loop, 0 to 1', number, 0)
    .option('--frames <n>', 'frames of its loop, for .glb and .gltf', number, 0)
    .action(
      async (file: string, { strand, ...how }: { strand: string; out: string; phase: number; frames: number }) => {
        const read = await opened(file);
        said.answer(await mesh(read, strandOf(read.piece, strand), how));
      },
    );

  command('render', 'Draws frames in Chromium; those that are there already are kept. Films are written by ffmpeg.')
    .requiredOption('--out <path>', 'folder of the frames, or file of the film')
    .option('--frames <a-b>', 'frames, counted from 0 (all of the loop)')
    .option('--every <n>', 'one in so many of them')
    .option('--size <WxH>', 'pixels (the picture’s own)')
    .option('--samples <n>', 'samples of each pixel: 1, 4, 8 or 16')
    .option('--format <format>', `${[...PICTURE_FORMATS, ...Object.keys(FILM_TARGETS)].join(', ')}`)
    .option('--opacity <kind>', 'of frames: straight or premultiplied')
    .option('--output <name>', 'one output of the piece instead of the whole picture')
    .option('--loops <n>', 'how often a film goes round')
    .option('--replace', 'delete frames in the folder that are of another state of the piece')
    .option('--profile <name>', 'check it first, as check does; exit code 2 where it fails')
    .option('--json', 'a line of JSON for each frame')
    .option('--farm [redis]', `draw on the machines of a farm (${DEFAULT_REDIS})`)
    .option('--plan <chunks>', 'draw nothing, print what draws it in so many chunks')
    .option('--plan-as <kind>', `how it is printed: ${PLANS.join(', ')}`, PLANS[0])
    .option('--image <name>', 'image of the container in such a job', 'calm-lattice')
    .action(async (file: string, { profile, farm, plan, planAs, image, ...options }: RenderOptions & Asked) => {
      if (plan !== undefined) return said.answer(planOf(await readFrom(file), file, options, { plan, planAs, image }));
      const draw = farm ? drawOnFarm(farm === true ? DEFAULT_REDIS : farm, said) : drawHere;
      const checked = profile === undefined ? null : await check(await opened(file), { profile }, said.progress);
      if (!options.json) for (const line of checked?.lines ?? []) said.say(line);
      const rendered = await render(await readFrom(file), { ...options, known: checked?.known }, draw, said);
      said.answer(rendered, checked?.passes);
    });

  const redis = () => new Option('--redis <url>', 'where its Redis is').default(DEFAULT_REDIS);
  piece
    .command('farm')
    .description('Starts a farm on this machine: Redis where none answers, one worker, and a page that shows it.')
    .addOption(redis())
    .option('--port <n>', 'of its page', '3318')
    .option('--folder <path>', 'where its Redis stores what it holds', '.farm')
    .action((options: Omit<FarmOptions, 'port'> & { port: string }) =>
      farm({ ...options, port: whole(options.port, 'port', 1, 65_535) }, said.say),
    );
  piece
    .command('farm-worker')
    .description('Draws for a farm, until it is ended.')
    .addOption(redis())
    .option('--send', 'send frames back through Redis, also where it sees the folder they go to')
    .action(({ redis: url, send = false }: { redis: string; send?: boolean }) => farmWorker(url, send, said.say));

  piece
    .command('completion')
    .description('Prints a script that lets bash complete commands and options.')
    .action(() => said.answer(completion(piece)));
  return piece;
}
