import type { ReactNode } from 'react';
import { LIMITS } from '@/core/piece/limits';
import { NumberInput } from '../parts/NumberField';

export const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));
export const metres = (value: number) => within(value, -LIMITS.hall, LIMITS.hall);

export const Pair = ({ children }: { children: ReactNode }) => <div className="grid grid-cols-2 gap-2">{children}</div>;

export function Amount(props: {
  label: string;
  value: number;
  unit: string;
  step: number;
  onChange: (value: number) => void;
}) {
  return (
    <span className="rounded border border-line pr-1.5">
      <NumberInput {...props} />
    </span>
  );
}
