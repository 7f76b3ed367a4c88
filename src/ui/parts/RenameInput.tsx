interface Props {
  label: string;
  name: string;
  /** The new name, or null where the artist went back. */
  onDone: (name: string | null) => void;
}

/** A name being changed in place: Enter or leaving takes it, Escape goes back. */
export function RenameInput({ label, name, onDone }: Props) {
  return (
    <input
      autoFocus
      aria-label={label}
      defaultValue={name}
      maxLength={80}
      className="w-full rounded border border-soft bg-ground px-1.5 py-0.5"
      onFocus={(e) => e.target.select()}
      onBlur={(e) => onDone(e.target.value.trim() && e.target.value.trim() !== name ? e.target.value.trim() : null)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') onDone(null);
      }}
    />
  );
}
