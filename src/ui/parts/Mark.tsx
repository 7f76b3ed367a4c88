/** The product's mark: rows with a gap that moves, and comes back. */
export function Mark({ size = 22 }: { size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="var(--color-lichen)"
      strokeWidth="1.8"
      strokeLinecap="round"
      aria-hidden
    >
      <path d="M3 7h5m4 0h9M3 12h11m4 0h3M3 17h2m4 0h12" />
    </svg>
  );
}
