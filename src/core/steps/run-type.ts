/** What runs through a row between two steps. */
export type RunType = 'float' | 'vec2' | 'vec3' | 'form' | 'surface' | 'stage' | 'image';
