/** Everything a field may ask about where it is evaluated. Kept in the order of `PLACE_FIELDS`. */
export const PLACE_FIELDS = [
  { name: 'rest', size: 3, about: 'position at rest, in the object’s own space' },
  { name: 'world', size: 3, about: 'position in the hall' },
  { name: 'normal', size: 3, about: 'direction the surface faces, length 1' },
  { name: 'uv', size: 2, about: 'surface coordinates, 0 to 1' },
  { name: 'screen', size: 2, about: 'place in the picture, 0 to 1 from the lower left' },
  { name: 'view', size: 3, about: 'direction towards the viewer, length 1' },
  { name: 'copy', size: 1, about: 'number of the copy, from 0' },
  { name: 'copies', size: 1, about: 'how many copies there are' },
  { name: 'face', size: 1, about: 'number of the face, from 0' },
  { name: 'phase', size: 1, about: 'time in the loop, 0 to 1' },
] as const;

export const PLACE_SIZE = PLACE_FIELDS.reduce((sum, f) => sum + f.size, 0);

const typeOf = (size: number) => (size === 1 ? 'float' : `vec${size}`);

export const PLACE = `
struct Place {
${PLACE_FIELDS.map((f) => `  ${typeOf(f.size)} ${f.name}; // ${f.about}`).join('\n')}
};

// A running value as a point in space: missing coordinates are 0.
vec3 pointOf(float v) { return vec3(v, 0.0, 0.0); }
vec3 pointOf(vec2 v) { return vec3(v, 0.0); }
vec3 pointOf(vec3 v) { return v; }

// A point in space with as many coordinates as the running value.
vec2 shaped(vec3 q, vec2 like) { return q.xy; }
vec3 shaped(vec3 q, vec3 like) { return q; }
`;
