import { isLink, strandById, type Piece, type Step } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { putsForm } from '@/core/steps/places-of';

/** What the guide looks at beside the piece. */
export interface Seen {
  playing: boolean;
  isExporting: boolean;
}

export interface GuideStep {
  /** What to do, in a sentence. */
  say: string;
  /** Why, or what it is good for. */
  why: string;
  done: (piece: Piece, seen: Seen) => boolean;
}

const stepsOf = (piece: Piece, kind: string) => piece.strands.filter((s) => s.kind === kind).flatMap((s) => s.steps);
/** Does a step move the points of a form while it plays? */
const moves = ({ op }: Step): boolean => {
  const definition = definitionOf(op);
  return definition?.gives === 'form' && definition.takes.length > 0 && definition.glsl !== undefined;
};

/** Does a step take a field? */
const followsField = (piece: Piece, step: Step): boolean =>
  Object.values(step.params).some((value) => isLink(value) && strandById(piece, value.link)?.kind === 'field');

/** The first loop, in ten steps; each is done when the piece says so, however it was done. */
export const FIRST_LOOP: readonly GuideStep[] = [
  {
    say: 'Press N, type "ball" and press Enter.',
    why: 'A form is a row of steps: it begins with a mesh.',
    done: (piece) => stepsOf(piece, 'form').length > 0,
  },
  {
    say: 'Press N again and choose "Lit".',
    why: 'A surface says how a form looks.',
    done: (piece) => stepsOf(piece, 'surface').length > 0,
  },
  {
    say: 'Press N and choose "Camera".',
    why: 'A stage says what stands where; it begins with who looks.',
    done: (piece) => stepsOf(piece, 'stage').length > 0,
  },
  {
    say: 'Press A, for the next step of the row, and choose "Place".',
    why: 'It puts the form on the stage, in its surface. Both are linked by themselves.',
    done: (piece) => stepsOf(piece, 'stage').some(putsForm),
  },
  {
    say: 'Press A and choose "Sun".',
    why: 'Without a light there is little to see.',
    done: (piece) => stepsOf(piece, 'stage').some(({ op }) => definitionOf(op)?.puts === 'light'),
  },
  {
    say: 'Press N and choose "Shoot".',
    why: 'A finish makes the picture of the stage; steps behind it change the picture.',
    done: (piece) => stepsOf(piece, 'finish').some(({ op }) => definitionOf(op)?.shoots),
  },
  {
    say: 'Go up to the ball with the arrow keys, press A and choose "Push".',
    why: 'A push moves the points of a form, by as much as a field says.',
    done: (piece) => stepsOf(piece, 'form').some(moves),
  },
  {
    say: 'Beside "Field" open the link button, choose "New field here" and then "Noise".',
    why: 'A field is something at every point. This one moves over the loop, and closes.',
    done: (piece) => stepsOf(piece, 'form').some((step) => moves(step) && followsField(piece, step)),
  },
  {
    say: 'Press Space to see it move, and read right of the loop band whether it closes.',
    why: 'The seam is measured: what breaks it is named, and mended by a click.',
    done: (_, { playing }) => playing,
  },
  {
    say: 'Press "Export" for a film, frames, the mesh or GLSL.',
    why: 'Whatever plays here is what the file shows.',
    done: (_, { isExporting }) => isExporting,
  },
];

/** The step where the guide is, from a place on: those that are done are passed. As many as there are when all are. */
export function guideAt(piece: Piece, seen: Seen, from: number): number {
  const next = FIRST_LOOP.findIndex((step, i) => i >= from && !step.done(piece, seen));
  return next < 0 ? FIRST_LOOP.length : next;
}
