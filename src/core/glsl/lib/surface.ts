/** How a form looks at one place; every step of a surface strand sets or changes one field. Colours are linear. */
export const SURFACE_FIELDS = [
  { name: 'colour', size: 3 },
  { name: 'roughness', size: 1 },
  { name: 'metal', size: 1 },
  { name: 'glow', size: 3 },
] as const;

export const SURFACE = `
struct Surface {
${SURFACE_FIELDS.map((f) => `  ${f.size === 1 ? 'float' : `vec${f.size}`} ${f.name};`).join('\n')}
};
`;
