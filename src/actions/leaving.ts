import { create } from 'zustand';

/**
 * Is the shelf being left? Then nothing is drawn for it any more: the piece that is opened has the graphics card to
 * itself.
 */
export const useLeaving = create<boolean>()(() => false);
