import { closedListKeys } from '@/actions/closed-list';

interface Props {
  label: string;
  value: string;
  /** What is chosen, and the words for it. */
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
  disabled?: boolean;
}

/** A list of which one entry is chosen, the browser's own. One that has no such entry shows its first. */
export function PlainList({ label, value, options, onChange, disabled }: Props) {
  const known = options.some(([own]) => own === value) ? value : (options[0]?.[0] ?? '');
  return (
    <select
      {...closedListKeys}
      aria-label={label}
      value={known}
      disabled={disabled}
      onChange={(e) => onChange(e.target.value)}
      className="min-w-0 flex-1 rounded border border-line bg-ground px-1.5 py-1 text-text"
    >
      {options.map(([own, words]) => (
        <option key={own} value={own}>
          {words}
        </option>
      ))}
    </select>
  );
}
