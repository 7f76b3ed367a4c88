import { create } from 'zustand';
import { isSamePlace, type KeyAt, type KeyClip } from '@/core/weave';

interface KeyChoice {
  /** Keys that are moved, stretched, copied and taken away together. */
  chosen: KeyAt[];
  /** Keys that were copied. */
  clip: KeyClip | null;
}

/** Keys chosen on the loop band. Not part of the piece. */
export const useKeyChoice = create<KeyChoice>()(() => ({ chosen: [], clip: null }));

const isSameKey = (a: KeyAt, b: KeyAt) => a.index === b.index && isSamePlace(a, b);

export const isChosen = (chosen: readonly KeyAt[], key: KeyAt): boolean => chosen.some((k) => isSameKey(k, key));

export const chooseKeys = (keys: KeyAt[]): void =>
  useKeyChoice.setState({ chosen: keys.filter((k, i) => keys.findIndex((other) => isSameKey(k, other)) === i) });

/** Chooses more keys, or no longer the one that was chosen already. */
export function toggleKey(key: KeyAt): void {
  const { chosen } = useKeyChoice.getState();
  chooseKeys(isChosen(chosen, key) ? chosen.filter((k) => !isSameKey(k, key)) : [...chosen, key]);
}
