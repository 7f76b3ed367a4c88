import type {
  ChoiceParam,
  ColourParam,
  CurveParam,
  KeysParam,
  MeshParam,
  NumberParam,
  Param,
  PictureParam,
  RampParam,
  StrandParam,
  TextParam,
  VectorParam,
} from './param-types';

/** Ways to write parameters down, so that a step reads as a table. */

type Told<P extends Param> = Omit<P, 'type'>;

export const number = (told: Told<NumberParam>): NumberParam => ({ type: 'number', ...told });
export const vector = (told: Told<VectorParam>): VectorParam => ({ type: 'vector', ...told });
export const colour = (told: Told<ColourParam>): ColourParam => ({ type: 'colour', ...told });
export const ramp = (told: Told<RampParam>): RampParam => ({ type: 'ramp', ...told });
export const curve = (told: Told<CurveParam>): CurveParam => ({ type: 'curve', ...told });
export const keys = (told: Told<KeysParam>): KeysParam => ({ type: 'keys', ...told });
export const strand = (told: Told<StrandParam>): StrandParam => ({ type: 'strand', ...told });
export const text = (told: Told<TextParam>): TextParam => ({ type: 'text', ...told });

/** A picture of the piece; at first there is none. */
export const picture = (told: Omit<Told<PictureParam>, 'default'>): PictureParam => ({
  type: 'picture',
  default: '',
  ...told,
});

/** A mesh file of the piece; at first there is none. */
export const mesh = (told: Omit<Told<MeshParam>, 'default'>): MeshParam => ({ type: 'mesh', default: '', ...told });

interface ToldChoice extends Omit<Told<ChoiceParam>, 'default' | 'options'> {
  default?: string;
  /** Ids; where only the id is said, its first letter is capital where it is shown. The first is the default. */
  options: readonly (string | { id: string; name: string })[];
}

export function choice(told: ToldChoice): ChoiceParam {
  const options = told.options.map((o) =>
    typeof o === 'string' ? { id: o, name: o[0]!.toUpperCase() + o.slice(1) } : o,
  );
  return { ...told, type: 'choice', default: told.default ?? options[0]!.id, options };
}

export const turnsParam = (about: string, value = 1): NumberParam =>
  number({ id: 'turns', name: 'Turns', about, default: value, min: -8, max: 8, unit: 'turns', closes: true });

export const seedParam = number({
  id: 'seed',
  name: 'Seed',
  about: 'Another pattern of the same kind.',
  default: 1,
  min: 0,
  max: 99,
  hard: [0, 65535],
  whole: true,
});
