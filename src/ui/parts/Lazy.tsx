import { useState, type ReactNode } from 'react';

/** What is not there before it is asked for, and stays from then on. */
export function Lazy({ open, children }: { open: boolean; children: ReactNode }) {
  const [was, setWas] = useState(open);
  if (open && !was) setWas(true);
  return was ? children : null;
}
