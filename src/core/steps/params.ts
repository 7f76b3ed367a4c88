import type { PathWay } from '../mesh/path';
import type {
  ChoiceParam,
  ColourParam,
  CurveParam,
  KeysParam,
  MeshParam,
  NumberParam,
  Param,
  PathParam,
  PictureParam,
  RampParam,
  StrandParam,
  TextParam,
  VectorParam,
} from './param-types';

/** Ways to write parameters down, so that a step reads as a table. */

type ParamOptions<P extends Param> = Omit<P, 'type'>;

export const number = (options: ParamOptions<NumberParam>): NumberParam => ({ type: 'number', ...options });
export const vector = (options: ParamOptions<VectorParam>): VectorParam => ({ type: 'vector', ...options });
export const colour = (options: ParamOptions<ColourParam>): ColourParam => ({ type: 'colour', ...options });
export const ramp = (options: ParamOptions<RampParam>): RampParam => ({ type: 'ramp', ...options });
const path = (options: ParamOptions<PathParam>): PathParam => ({ type: 'path', ...options });

export const curve = (options: ParamOptions<CurveParam>): CurveParam => ({ type: 'curve', ...options });
export const keys = (options: ParamOptions<KeysParam>): KeysParam => ({ type: 'keys', ...options });
export const strand = (options: ParamOptions<StrandParam>): StrandParam => ({ type: 'strand', ...options });
export const text = (options: ParamOptions<TextParam>): TextParam => ({ type: 'text', ...options });

/** A picture of the piece; at first there is none. */
export const picture = (options: Omit<ParamOptions<PictureParam>, 'default'>): PictureParam => ({
  type: 'picture',
  default: '',
  ...options,
});

/** A mesh file of the piece; at first there is none. */
export const mesh = (options: Omit<ParamOptions<MeshParam>, 'default'>): MeshParam => ({
  type: 'mesh',
  default: '',
  ...options,
});

interface ChoiceOptions extends Omit<ParamOptions<ChoiceParam>, 'default' | 'options'> {
  default?: string;
  /** Ids; where only the id is said, its first letter is capital where it is shown. The first is the default. */
  options: readonly (string | { id: string; name: string })[];
}

export function choice(options: ChoiceOptions): ChoiceParam {
  const all = options.options.map((o) =>
    typeof o === 'string' ? { id: o, name: o[0]!.toUpperCase() + o.slice(1) } : o,
  );
  return { ...options, type: 'choice', default: options.default ?? all[0]!.id, options: all };
}

export const turnsParam = (description: string, value = 1): NumberParam =>
  number({ id: 'turns', name: 'Turns', description, default: value, min: -8, max: 8, unit: 'turns', closes: true });

export const seedParam = number({
  id: 'seed',
  name: 'Seed',
  description: 'Another pattern of the same kind.',
  default: 1,
  min: 0,
  max: 99,
  hard: [0, 65535],
  whole: true,
});

/** How much of it there is. @param about says what 0 does */
export const amountParam = (description: string): NumberParam =>
  number({ id: 'amount', name: 'Amount', description, default: 1, min: 0, max: 1, hard: [0, 1] });

/** Space in which two colours meet, in the order of `laidOver` in the library. */
export const blendSpaceParam = choice({
  id: 'space',
  name: 'Space',
  description: 'The standard blends encoded sRGB; linear light suits glow.',
  options: [{ id: 'srgb', name: 'sRGB' }, 'linear'],
});

/** How a path runs through its points: see `PathWay`. */
export const PATH_CHOICES = [
  choice({
    id: 'run',
    name: 'Between',
    description:
      'Smooth goes through the points (centripetal Catmull-Rom); handles are those of Bézier curves, dragged on the ' +
      'stage or typed.',
    options: ['smooth', 'straight', { id: 'handles', name: 'By handles' }],
  }),
  choice({
    id: 'ends',
    name: 'Ends',
    description: 'Closed goes on from the last point to the first; numbers then go round.',
    options: ['closed', 'open'],
  }),
  choice({
    id: 'pace',
    name: 'Pace',
    description: 'Even in distance, or as long from each point to the next.',
    options: [
      { id: 'distance', name: 'Even in distance' },
      { id: 'points', name: 'Even from point to point' },
    ],
  }),
];

/** A path, and how it runs. */
export const PATH_PARAMS: Param[] = [
  path({
    id: 'points',
    name: 'Points',
    description: 'What it goes through, in order; drag them on the stage.',
    default: [{ place: [-1.5, 0.5, 0] }, { place: [0, 1.2, -1] }, { place: [1.5, 0.5, 0] }, { place: [0, 0.2, 1] }],
  }),
  ...PATH_CHOICES,
];

/** The way of a path, by the choices of its step. */
export const pathWay = (choices: Record<string, unknown>): PathWay => ({
  smooth: choices.run !== 'straight',
  handles: choices.run === 'handles',
  closed: choices.ends !== 'open',
  even: choices.pace !== 'points',
});

/** How the colours of a ramp go over into each other, and in which space: see `rampLight` in the library. */
export const RAMP_CHOICES = [
  choice({
    id: 'blend',
    name: 'Between',
    description: 'How one colour goes over into the next.',
    options: ['linear', 'smooth', 'stepped'],
  }),
  choice({
    id: 'space',
    name: 'Space',
    description: 'In which the colours are mixed.',
    options: ['linear light', { id: 'srgb', name: 'sRGB' }, 'perceptual'],
  }),
];
