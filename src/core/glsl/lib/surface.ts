/**
 * How a form looks at one place; every step of a surface strand sets or changes one field.
 * Colours are linear light.
 */
export const SURFACE_FIELDS = [
  { name: 'colour', size: 3, bare: 0.18, about: 'what it reflects' },
  { name: 'roughness', size: 1, bare: 1, about: '0 a mirror, 1 chalk' },
  { name: 'metal', size: 1, bare: 0, about: '1 is bare metal' },
  { name: 'glow', size: 3, bare: 0, about: 'light of its own' },
  { name: 'coat', size: 1, bare: 0, about: 'strength of a clear coat' },
  { name: 'coatRoughness', size: 1, bare: 0.1, about: 'roughness of the coat' },
  { name: 'opacity', size: 1, bare: 1, about: '0 lets all through' },
  { name: 'keep', size: 1, bare: 1, about: 'cut away where below 0.5' },
  { name: 'relief', size: 1, bare: 0, about: 'height in metres, for the normal' },
  { name: 'bend', size: 2, bare: 0, about: 'shift of what is seen behind, in parts of the picture' },
  { name: 'soft', size: 1, bare: 0, about: 'distance over which it fades before other things, metres; 0 none' },
  { name: 'wire', size: 1, bare: 0, about: 'width of lines along the edges, pixels; 0 none' },
  { name: 'wireColour', size: 3, bare: 0, about: 'light of those lines' },
  { name: 'body', size: 1, bare: 1, about: 'opacity between those lines' },
] as const;

const typeOf = (size: number) => (size === 1 ? 'float' : `vec${size}`);

/** A surface that no step has touched. */
const bareText = ({ size, bare }: { size: number; bare: number }) =>
  `${size === 1 ? '' : `vec${size}`}(${bare.toFixed(2)})`;
const BARE_SURFACE = `Surface(${SURFACE_FIELDS.map(bareText).join(', ')})`;

export const SURFACE = `
struct Surface {
${SURFACE_FIELDS.map((f) => `  ${typeOf(f.size)} ${f.name}; // ${f.about}`).join('\n')}
};

Surface bareSurface(vec3 colour, float roughness, float metal) {
  Surface s = ${BARE_SURFACE};
  s.colour = colour;
  s.roughness = clamp(roughness, 0.0, 1.0);
  s.metal = clamp(metal, 0.0, 1.0);
  return s;
}
`;
