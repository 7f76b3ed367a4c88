import { create } from 'zustand';
import { onRememberedElsewhere, remembered } from '../storage/remembered';

interface Guide {
  /** Number of the step of the guided loop, from 0; null where nobody is guided. */
  at: number | null;
  go: (at: number | null) => void;
}

const KEY = 'calm-lattice/guided-loop';

function storedPlace(): number | null {
  const stored = remembered.getItem(KEY);
  return stored && /^\d{1,2}$/.test(stored) ? Number(stored) : null;
}

/** Where an artist is in the guided first loop; it is remembered. */
export const useGuide = create<Guide>()((set) => ({
  at: storedPlace(),
  go: (at) => {
    remembered.setItem(KEY, at === null ? '' : String(at));
    set({ at });
  },
}));

onRememberedElsewhere(KEY, () => useGuide.setState({ at: storedPlace() }));
