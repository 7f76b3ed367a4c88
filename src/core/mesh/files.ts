import { AssetRegister } from '../asset-register';
import type { Mesh } from './mesh';

/** Meshes of files. */
const register = new AssetRegister<Mesh>();

export function provideFileMesh(asset: string, mesh: Mesh): void {
  register.set(asset, mesh);
}

export const fileMeshOf = (asset: string): Mesh | null => register.get(asset) ?? null;
