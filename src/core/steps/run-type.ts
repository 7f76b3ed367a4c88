/** What runs through a row between two steps. */
export type RunType = 'float' | 'vec2' | 'vec3' | 'moments' | 'form' | 'surface' | 'stage' | 'image';
