/** Everything a field may ask about where it is evaluated. Kept in the order of `PLACE_FIELDS`. */
export const PLACE_FIELDS = [
  { name: 'rest', size: 3, about: 'position at rest, in the object’s own space' },
  { name: 'world', size: 3, about: 'position on the stage' },
  { name: 'normal', size: 3, about: 'direction the surface faces, length 1' },
  { name: 'uv', size: 2, about: 'surface coordinates, 0 to 1' },
  { name: 'screen', size: 2, about: 'place in the picture, 0 to 1 from the lower left' },
  { name: 'view', size: 3, about: 'direction towards the viewer, length 1' },
  { name: 'tint', size: 3, about: 'colour that the form carries here' },
  { name: 'face', size: 1, about: 'number of the face, from 0' },
  { name: 'faceMiddle', size: 3, about: 'middle of the face at rest' },
  { name: 'faceWorld', size: 3, about: 'middle of the face on the stage' },
  { name: 'faceNormal', size: 3, about: 'direction the face looks at rest' },
  { name: 'faceUv', size: 2, about: 'surface coordinates at the middle of the face' },
  { name: 'lift', size: 1, about: '1 on what rises with a raised face, 0 where it stands' },
  { name: 'copy', size: 1, about: 'number of the copy, from 0' },
  { name: 'copies', size: 1, about: 'how many copies there are' },
  { name: 'copyAt', size: 3, about: 'where the copy is put' },
  { name: 'copyNormal', size: 3, about: 'direction the copy stands up in' },
  { name: 'copyIn', size: 3, about: 'number among the copies of each step, where a row makes copies of copies' },
  { name: 'copiesIn', size: 3, about: 'how many copies each step makes, 1 where there is no further step' },
  { name: 'firstAt', size: 3, about: 'where the first step puts the copy that puts copies on a form' },
  { name: 'firstNormal', size: 3, about: 'direction the copy stands up in there' },
  { name: 'globalPhase', size: 1, about: 'time in the loop without the delay of the copy' },
  { name: 'phase', size: 1, about: 'time in the loop, 0 to 1' },
] as const;

export const PLACE_SIZE = PLACE_FIELDS.reduce((sum, f) => sum + f.size, 0);

const typeOf = (size: number) => (size === 1 ? 'float' : `vec${size}`);

/** What a place is where nothing else is said: a lone, upward-facing point. */
const DEFAULTS: Record<string, string> = {
  normal: 'vec3(0.0, 1.0, 0.0)',
  view: 'vec3(0.0, 0.0, 1.0)',
  copies: '1.0',
  tint: 'vec3(1.0)',
  copyNormal: 'vec3(0.0, 1.0, 0.0)',
  copiesIn: 'vec3(1.0)',
  firstNormal: 'vec3(0.0, 1.0, 0.0)',
};

/** A place in GLSL from the text of some of its fields. @param empty what is not given is 0 */
export function placeText(fields: Record<string, string>, empty = false): string {
  const given: Record<string, string> = fields.phase ? { globalPhase: fields.phase, ...fields } : fields;
  const parts = PLACE_FIELDS.map(({ name, size }) => {
    const zero = size === 1 ? '0.0' : `vec${size}(0.0)`;
    return given[name] ?? (empty ? zero : (DEFAULTS[name] ?? zero));
  });
  return `Place(${parts.join(', ')})`;
}

/** What stands for the whole face, and for the whole copy: fields in place of those of the place itself. */
const WHOLE = {
  faceOf: { rest: 'p.faceMiddle', world: 'p.faceWorld', normal: 'p.faceNormal', uv: 'p.faceUv' },
  copyOf: {
    rest: 'p.copyAt',
    world: 'p.copyAt',
    normal: 'p.copyNormal',
    uv: 'vec2(p.copy / max(p.copies - 1.0, 1.0), 0.0)',
  },
};

/** The place p with some fields of its own. */
const insteadOf = (fields: Record<string, string>) =>
  placeText({ ...Object.fromEntries(PLACE_FIELDS.map(({ name }) => [name, `p.${name}`])), ...fields });

export const PLACE = `
struct Place {
${PLACE_FIELDS.map((f) => `  ${typeOf(f.size)} ${f.name}; // ${f.about}`).join('\n')}
};

// The place that stands for the whole face, and for the whole copy. They are put together again, so that what
// is worked out there has no slope along the surface.
${Object.entries(WHOLE)
  .map(([name, fields]) => `Place ${name}(Place p) { return ${insteadOf(fields)}; }`)
  .join('\n')}

// Numbers stay numbers: nothing that runs through a row grows beyond a billion, and what is not a number is 0.
float finite(float x) { return mix(mix(mix(0.0, -1e9, x < 0.0), 1e9, x > 0.0), x, abs(x) <= 1e9); }
vec2 finite(vec2 x) { return vec2(finite(x.x), finite(x.y)); }
vec3 finite(vec3 x) { return vec3(finite(x.x), finite(x.y), finite(x.z)); }
vec4 finite(vec4 x) { return vec4(finite(x.xyz), finite(x.w)); }

// For looking: what is not a number, and what is beyond a billion, as marks that no number comes to.
float marked(float x) { return mix(mix(-2e30, -1e30, abs(x) > 1e9), x, abs(x) <= 1e9); }
vec2 marked(vec2 x) { return vec2(marked(x.x), marked(x.y)); }
vec3 marked(vec3 x) { return vec3(marked(x.x), marked(x.y), marked(x.z)); }
vec4 marked(vec4 x) { return vec4(marked(x.xyz), marked(x.w)); }

// Direction of v with length 1; 0 where it has none.
vec3 directionOf(vec3 v) { return v / max(length(v), 1e-12); }

// A running value as a point in space: missing coordinates are 0.
vec3 pointOf(float v) { return vec3(v, 0.0, 0.0); }
vec3 pointOf(vec2 v) { return vec3(v, 0.0); }
vec3 pointOf(vec3 v) { return v; }

// A point in space with as many coordinates as the running value.
vec2 shaped(vec3 q, vec2 like) { return q.xy; }
vec3 shaped(vec3 q, vec3 like) { return q; }
`;

/** Fields of the place that woven text asks for, by itself or for the whole face or copy. */
export function fieldsRead(glsl: string): Set<string> {
  const own = glsl.replace(PLACE, '');
  const called = Object.entries(WHOLE).flatMap(([name, fields]) =>
    new RegExp(`\\b${name}\\(`).test(own) ? Object.values(fields) : [],
  );
  const text = [own, ...called].join('\n');
  return new Set(PLACE_FIELDS.map((f) => f.name).filter((name) => new RegExp(`\\.${name}\\b`).test(text)));
}

/** Fields of a place that are other ones in every frame. */
export const TIME_FIELDS = ['phase', 'globalPhase'] as const;

/** Does a text come to something else in every frame, as far as it shows? */
export function readsTime(glsl: string): boolean {
  const read = fieldsRead(glsl);
  return TIME_FIELDS.some((field) => read.has(field));
}
