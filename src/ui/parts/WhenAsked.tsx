import { useState, type ReactNode } from 'react';

/** What is not there before it is asked for, and stays from then on. */
export function WhenAsked({ asked, children }: { asked: boolean; children: ReactNode }) {
  const [was, setWas] = useState(asked);
  if (asked && !was) setWas(true);
  return was ? children : null;
}
