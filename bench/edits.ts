import { NO_ASSETS } from '@/core/assets/assets';
import { addStep, addStrand, blankPiece, setParam } from '@/core/piece/edit';
import { isLink, type Piece } from '@/core/piece/types';
import { analyse, Evaluator, type Target } from '@/core/weave';
import { STARTERS } from '@/demo';
import { Follower } from '@/engine/card/follow';
import type { Line } from './tools';

/** Milliseconds of the shortest of several runs, each after something that is not counted. */
async function bestOf<T>(runs: number, prepare: (run: number) => T, work: (given: T) => unknown): Promise<number> {
  let least = Infinity;
  for (let run = 0; run < runs; run++) {
    const given = prepare(run);
    const began = performance.now();
    await work(given);
    least = Math.min(least, performance.now() - began);
  }
  return least;
}

/** The least of several rounds of two pieces of work, in turns: what runs first is not compiled for speed yet. */
async function inTurns(first: () => Promise<number>, second: () => Promise<number>, rounds = 4) {
  let [ours, theirs] = [Infinity, Infinity];
  for (let round = 0; round < rounds; round++) {
    ours = Math.min(ours, await first());
    theirs = Math.min(theirs, await second());
  }
  return [ours, theirs] as const;
}

/** Fields of a piece that the processor computes, as cells of the lattice ask for them. */
const targetsOf = (piece: Piece): Target[] =>
  piece.strands.filter((s) => s.kind === 'field' || s.kind === 'signal').map((s) => ({ strand: s.id }));

/** What an edit asks of the core: the analysis, and each text with its present values. */
async function edited(piece: Piece, targets: Target[]): Promise<void> {
  const analysis = analyse(piece);
  await Follower.make(piece, NO_ASSETS, analysis);
  for (const target of targets) await Evaluator.make(piece, NO_ASSETS, [target], analysis);
}

/** (q) A literal edit in the largest starter against filling its uniforms alone. */
async function literalEdit(): Promise<Line> {
  const { id, piece } = STARTERS.reduce((a, b) => (stepsIn(b.piece) > stepsIn(a.piece) ? b : a));
  const targets = targetsOf(piece);
  const { strand, step } = literalOf(piece);
  const edit = (run: number) => setParam(piece, strand, step, 'seed', run);
  await edited(piece, targets);
  const all = await Promise.all(targets.map((target) => Evaluator.make(piece, NO_ASSETS, [target])));
  const ours = () => bestOf(60, edit, (now) => edited(now, targets));
  const bare = () => bestOf(60, edit, (now) => all.forEach((evaluator) => evaluator.with(now)));
  return line(`(q) a literal edit in ${id}, against filling its uniforms`, ...(await inTurns(ours, bare)), 3);
}

const stepsIn = (piece: Piece): number => piece.strands.reduce((sum, s) => sum + s.steps.length, 0);

/** A step of a field whose seed is a literal. */
function literalOf(piece: Piece): { strand: string; step: string } {
  for (const strand of piece.strands)
    for (const step of strand.steps)
      if (step.op === 'field.noise' && !isLink(step.params.seed)) return { strand: strand.id, step: step.id };
  throw new Error('The piece has no noise.');
}

/** Signals that a form is moved by, all of them asked for in each frame. */
function signals(count: number): Piece {
  let piece = blankPiece();
  for (let i = 0; i < count; i++) {
    piece = addStrand(piece, 'signal', `signal ${i}`, 'signal.cycle');
    piece = addStep(piece, piece.strands.at(-1)!.id, 1, 'signal.remap', { low: i / count });
  }
  for (let i = 0; i < count; i++) {
    piece = addStrand(piece, 'field', `field ${i}`, 'field.position');
    piece = addStep(piece, piece.strands.at(-1)!.id, 1, 'field.noise', { scale: { link: piece.strands[i]!.id } });
  }
  return piece;
}

/** (r) The values of 80 signals in a frame against those of 20. */
async function signalsOfAFrame(): Promise<Line> {
  const time = async (count: number) => {
    const piece = signals(count);
    const follower = await Follower.make(piece, NO_ASSETS, analyse(piece));
    const links = piece.strands.slice(0, count).map((s) => ({ link: s.id }));
    const frame = (phase: number) => {
      const follow = follower.at(piece, phase);
      for (const link of links) follow(link);
    };
    for (let i = 0; i < 200; i++) frame(i / 200);
    return bestOf(200, (run) => run / 200, frame);
  };
  return line(
    '(r) 80 signals in a frame, against 20',
    ...(await inTurns(
      () => time(80),
      () => time(20),
    )),
    4.4,
  );
}

/** A piece of many fields, of which ten are looked at. */
function fields(count: number): Piece {
  let piece = blankPiece();
  for (let i = 0; i < count; i++) {
    piece = addStrand(piece, 'field', `field ${i}`, 'field.position');
    const { id } = piece.strands.at(-1)!;
    piece = addStep(piece, id, 1, 'field.noise', { seed: i });
    piece = addStep(piece, id, 2, 'field.remap', i % 10 ? { high: { link: piece.strands[i - 1]!.id } } : {});
  }
  return piece;
}

/** (s, t) An edit in a piece of 400 strands against one in a piece of 100. */
async function editsOfLargePieces(): Promise<Line[]> {
  const literal = async (count: number) => {
    const piece = fields(count);
    const targets = tenOf(piece);
    await edited(piece, targets);
    const edit = (run: number) => setParam(piece, piece.strands[0]!.id, 't2', 'seed', 1000 + run);
    return bestOf(60, edit, (p) => edited(p, targets));
  };
  const structure = async (count: number) => {
    const piece = fields(count);
    const targets = tenOf(piece);
    await edited(piece, targets);
    const edit = (run: number) => ({
      ...piece,
      strands: piece.strands.map((s, i) => (i === 50 ? { ...s, name: `other ${run}` } : s)),
    });
    return bestOf(10, edit, (p) => edited(p, targets));
  };
  return [
    line(
      '(s) a literal edit among 400 strands, against 100',
      ...(await inTurns(
        () => literal(400),
        () => literal(100),
      )),
      1.5,
    ),
    line(
      '(t) an edit of structure among 400 strands, against 100',
      ...(await inTurns(
        () => structure(400),
        () => structure(100),
      )),
      5,
    ),
  ];
}

const tenOf = (piece: Piece): Target[] => piece.strands.slice(0, 10).map((s) => ({ strand: s.id }));

const line = (name: string, ours: number, theirs: number, most: number): Line => ({
  name,
  ratio: ours / theirs,
  target: `at most ${most.toFixed(1)}`,
  ok: ours / theirs <= most,
  detail: `${ours.toFixed(3)} against ${theirs.toFixed(3)} ms`,
});

/** What an edit and a frame take on the thread of the page, without the graphics card. */
export const editLines = async (): Promise<Line[]> => [
  await literalEdit(),
  await signalsOfAFrame(),
  ...(await editsOfLargePieces()),
];
