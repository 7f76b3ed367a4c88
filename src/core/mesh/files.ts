import type { Mesh } from './mesh';

/**
 * Meshes of files by the id of their asset. Reading belongs to whoever runs the core: the browser or the command line.
 */
const register = new Map<string, Mesh>();

export function provideFileMesh(asset: string, mesh: Mesh): void {
  register.set(asset, mesh);
}

export const fileMeshOf = (asset: string): Mesh | null => register.get(asset) ?? null;
