import type { Asset, Kind, Piece, Step, Strand, Value } from '@/core/piece/types';
import { kindOf, outputType, type RunType, type StepDefinition } from '@/core/steps';
import { from, piece, sample, strand } from './build';
import { colours } from './recipes/recipe';

/** A small piece that shows what a step does, and moves where the step does. */
export function exampleOf(definition: StepDefinition): Piece {
  const shown = SHOWN[kindOf(definition)](definition);
  const assets: Asset[] = definition.params.some((p) => p.type === 'picture' && !p.table && !p.panorama)
    ? [sample('bell-sign')]
    : [];
  return piece(definition.name, definition.description, shown, {
    picture: { width: 480, height: 270, background: '#0c1216' },
    loop: { frames: 120, rate: 30, play: 'loop' },
    assets,
  });
}

type StepSpec = [op: string, params?: Step['params']];

/** Strands that a step may take in, by kind. */
const HELPERS: Record<Kind, string> = {
  signal: 'way',
  field: 'grain',
  form: 'other',
  surface: 'skin',
  stage: 'hall',
  finish: 'clean',
};

/** What a step is shown with where its defaults would show nothing. */
const SET: Record<string, Step['params']> = {
  'field.ripple': { origin: [0, 1, 0] },
  'field.distance': { origin: [1, 0.8, 0.6] },
  'field.from': { value: from('grain') },
  'field.mask': { by: from('grain') },
  'field.distort': { by: from('grain') },
  'field.mix': { other: from('grain') },
  'field.join': { other: from('grain') },
  'form.push': { by: from('grain') },
  'form.push-faces': { by: from('grain') },
  'form.raise': { by: from('grain') },
  'form.remove': { faces: from('grain') },
  'form.nest': { moves: 1 },
  'form.magnet': { position: [0, 0.8, 0] },
  'form.bend-form': { amount: 0.2 },
  'surface.relief': { height: from('grain') },
  'surface.cut': { by: from('grain'), edge: 0 },
  'finish.shift': { by: from('grain') },
  'finish.place': { turns: 1 },
  'finish.fold': { turns: 1 },
};

function specOf(d: StepDefinition): StepSpec {
  const params: [string, Value][] = d.params.flatMap((p): [string, Value][] => {
    if (p.type === 'strand' && !p.optional) return [[p.id, from(HELPERS[p.kind])]];
    if (p.type === 'picture' && !p.table && !p.panorama) return [[p.id, 'sample-bell-sign']];
    return [];
  });
  return [d.op.slice(d.op.indexOf('.') + 1), { ...Object.fromEntries(params), ...SET[d.op] }];
}

const LIGHTS: StepSpec[] = [
  ['sun', { turn: -38, height: 42, strength: 2.6 }],
  ['fill', { above: '#9fb6c2', below: '#2b2a2e', strength: 0.7 }],
];
const CAMERA: StepSpec = ['camera', { position: [2.2, 1.5, 2.9], target: [0, 0, 0], lens: 38 }];
const PLACED: StepSpec = ['place', { form: from('body'), surface: from('skin') }];
const grain = strand('field', 'grain', ['position'], ['noise', { scale: 1.6, evolve: 1, seed: 3 }]);
const skin = strand('surface', 'skin', ['lit', { colour: '#c7b98f', roughness: 0.5 }]);
const body = strand('form', 'body', ['ball', { radius: 1, columns: 64, rows: 40 }]);
const hall = strand('stage', 'hall', CAMERA, PLACED, ...LIGHTS);
const out = strand('finish', 'out', ['shoot', { stage: from('hall') }]);
const turning = strand('signal', 'turning', ['cycle', { wave: 'saw' }], ['remap', { low: 0, high: 360 }]);
const turned = strand('signal', 'turned', ['combine', { y: from('turning') }]);

/** Only what the piece needs: what nothing takes from is left out. */
function needed(shown: Strand[]): Strand[] {
  const text = (s: Strand) => JSON.stringify(s.steps);
  const kept = new Set<Strand>([shown.at(-1)!]);
  for (const s of kept)
    for (const other of shown) if (!kept.has(other) && text(s).includes(`"link":"${other.id}"`)) kept.add(other);
  return shown.filter((s) => kept.has(s));
}

/** A row of a step with what it can run in before it. */
function rowOf(
  d: StepDefinition,
  sources: Partial<Record<RunType, StepSpec[]>>,
): { specs: StepSpec[]; gives: RunType } {
  const takes = d.takes.find((t) => sources[t]) ?? null;
  return { specs: [...(takes ? sources[takes]! : []), specOf(d)], gives: outputType(d, takes) };
}

const SIGNALS: Partial<Record<RunType, StepSpec[]>> = {
  float: [['cycle', { turns: 1 }]],
  moments: [['every', { count: 4 }]],
  vec3: [['combine', { x: 1 }]],
};
/** A number of a signal is the height of a ball; three are its place. */
function signal(d: StepDefinition): Strand[] {
  const way = strand('signal', 'way', ['cycle', { wave: 'saw' }], ['remap', {}], ['along-path', {}]);
  const { specs, gives } = rowOf(d, SIGNALS);
  const after: StepSpec[] = gives === 'moments' ? [['envelope', {}]] : [];
  const shown = strand('signal', 'shown', ...specs, ...after);
  const lifted = strand('signal', 'lifted', ['combine', { y: gives === 'vec3' ? from('shown', 'y') : from('shown') }]);
  const position = gives === 'vec3' ? from('shown') : from('lifted');
  const small = strand('form', 'body', ['icosphere', { radius: 0.35, times: 2 }]);
  const stood = strand(
    'stage',
    'hall',
    ['camera', { position: [0, 0.6, 5], target: [0, 0.3, 0], lens: 35 }],
    ['place', { form: from('body'), surface: from('skin'), position }],
    ...LIGHTS,
  );
  return needed([way, shown, lifted, small, skin, stood, out]);
}

const FIELDS: Partial<Record<RunType, StepSpec[]>> = {
  vec3: [['position']],
  vec2: [['uv']],
  float: [['position'], ['noise', { scale: 1.4, evolve: 1, seed: 5 }]],
};
/** Steps that take a colour, rather than a place. */
const COLOURS = ['field.hsv', 'field.blend', 'field.temperature'];
const MAP: StepSpec = ['ramp', colours('#0b2430', '#2f8f8a', '#f2e3c4')];
function field(d: StepDefinition): Strand[] {
  const { specs, gives } = rowOf(d, COLOURS.includes(d.op) ? { vec3: [...FIELDS.float!, MAP] } : FIELDS);
  const shown = strand('field', 'shown', ...specs, ...(gives === 'float' ? [MAP] : []));
  const painted = strand('surface', 'skin', ['lit', { roughness: 0.6 }], ['colour', { colour: from('shown') }]);
  const clean = strand('finish', 'clean', ['paint', { colour: from('grain-colour') }]);
  const grainColour = strand('field', 'grain-colour', ['from', { value: from('grain') }], MAP);
  return needed([grain, grainColour, shown, body, painted, hall, clean, out]);
}

const SOLID: StepSpec[] = [['icosphere', { radius: 1, times: 2 }]];
function form(d: StepDefinition): Strand[] {
  const points = d.op.startsWith('form.points-');
  const start: StepSpec[] =
    d.op === 'form.copies' || d.op === 'form.nest' ? [['box', { size: [0.3, 0.3, 0.3] }]] : SOLID;
  const { specs } = rowOf(d, { form: LINES.includes(d.op) ? [['points-circle', { radius: 1 }]] : start });
  const made = strand('form', 'body', ...specs, ...(points ? [['dots', { size: 0.05 }] satisfies StepSpec] : []));
  const other = strand('form', 'other', ['points-circle', { count: 12, radius: 1.2 }]);
  const way = strand('signal', 'way', ['cycle', { wave: 'saw' }], ['remap', {}], ['along-path', {}]);
  const stood = strand(
    'stage',
    'hall',
    CAMERA,
    ['place', { form: from('body'), surface: from('skin'), turn: from('turned') }],
    ...LIGHTS,
  );
  return needed([way, turning, turned, grain, other, made, skin, stood, out]);
}
/** Steps that run along a line of points. */
const LINES = ['form.tube-along', 'form.ribbon-along'];

function surface(d: StepDefinition): Strand[] {
  const specs: StepSpec[] = d.takes.length === 0 ? [specOf(d)] : [['lit', { colour: '#8a7a55' }], specOf(d)];
  return needed([grain, body, strand('surface', 'skin', ...specs), hall, out]);
}

function stage(d: StepDefinition): Strand[] {
  const placed: StepSpec =
    d.op === 'stage.place' ? ['place', { form: from('body'), surface: from('skin') }] : specOf(d);
  const rest = d.op === 'stage.camera' || d.op === 'stage.place' ? [] : [placed];
  const lights = LIGHTS.filter(([op]) => d.op !== `stage.${op}`);
  const camera: StepSpec = d.op === 'stage.camera' ? specOf(d) : CAMERA;
  return needed([body, skin, strand('stage', 'hall', camera, PLACED, ...lights, ...rest), out]);
}

/** A finish is shown on a form that moves. */
function finish(d: StepDefinition): Strand[] {
  const moving = strand(
    'stage',
    'hall',
    CAMERA,
    ['place', { form: from('body'), surface: from('skin'), position: from('swaying') }],
    ...LIGHTS,
  );
  const sway = strand('signal', 'sway', ['cycle', {}], ['remap', { low: -0.8, high: 0.8 }]);
  const swaying = strand('signal', 'swaying', ['combine', { x: from('sway') }]);
  const painted = strand('surface', 'skin', ['lit', { roughness: 0.5 }], ['colour', { colour: from('shade') }]);
  const shade = strand('field', 'shade', ['from', { value: from('grain') }], MAP);
  const clean = strand('finish', 'clean', ['shoot', { stage: from('hall') }], ['blur', { radius: 0.05 }]);
  const specs: StepSpec[] = d.takes.length === 0 ? [specOf(d)] : [['shoot', { stage: from('hall') }], specOf(d)];
  return needed([sway, swaying, grain, shade, body, painted, moving, clean, strand('finish', 'out', ...specs)]);
}

const SHOWN: Record<Kind, (d: StepDefinition) => Strand[]> = { signal, field, form, surface, stage, finish };
