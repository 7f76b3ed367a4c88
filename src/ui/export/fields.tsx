import type { ReactNode } from 'react';
import { NumberInput } from '../parts/NumberField';

export interface Option {
  id: string;
  name: string;
}

interface ChoiceProps {
  label: string;
  options: readonly Option[];
  value: string;
  onChange: (value: string) => void;
}

export function Choice({ label, options, value, onChange }: ChoiceProps) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className="rounded border border-line bg-ground px-1.5 py-0.5 text-text"
    >
      {options.map((o) => (
        <option key={o.id} value={o.id}>
          {o.name}
        </option>
      ))}
    </select>
  );
}

interface CountProps {
  label: string;
  value: number;
  unit?: string;
  onChange: (value: number) => void;
}

/** A whole number. */
export function Count({ label, value, unit, onChange }: CountProps) {
  return (
    <span className="w-[68px] rounded border border-line bg-ground text-text">
      <NumberInput label={label} value={value} unit={unit} step={1} onChange={(v) => onChange(Math.round(v))} />
    </span>
  );
}

/** Something that can be exported: what it is, and what exports it. */
export function ExportRow({ name, children, buttons }: { name: string; children: ReactNode; buttons: ReactNode }) {
  return (
    <li className="flex items-center justify-between gap-4 rounded-md border border-line px-3 py-1.5">
      <span className="text-mute">
        <b className="mr-2 inline-block w-14 font-semibold text-text">{name}</b>
        {children}
      </span>
      <span className="flex gap-2">{buttons}</span>
    </li>
  );
}
