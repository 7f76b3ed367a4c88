/** Values of a surface that cost code of their own where they are drawn; those that no step sets are left out. */
export type SurfaceUse = 'bend' | 'coat' | 'cut' | 'opacity' | 'relief' | 'soft' | 'wire';

/** How a surface is drawn, beside its values at each place. */
export interface SurfaceLook {
  sides: 'both' | 'front' | 'back';
  blend: 'normal' | 'additive' | 'multiply';
  /** The lights do not reach it. */
  flat: boolean;
  /** Null: as suits it, which is where it lets nothing through. */
  casts: boolean | null;
  receives: boolean;
  /** Its opacity counts, whether or not a step sets it. */
  covers: boolean;
}

export const PLAIN_LOOK: SurfaceLook = {
  sides: 'both',
  blend: 'normal',
  flat: false,
  casts: null,
  receives: true,
  covers: false,
};
