'use client';

/** In place of a page that could not be drawn. Pieces are kept apart from it. */
export default function PageError({ reset }: { reset: () => void }) {
  return (
    <main className="grid h-screen place-items-center">
      <div role="alert" className="max-w-md text-center">
        <h1 className="mb-2 text-[17px] font-semibold">This page could not be drawn</h1>
        <p className="mb-4 text-mute">What is saved in this browser is safe. Try again, or go to the shelf.</p>
        <p className="flex justify-center gap-4">
          <button
            type="button"
            onClick={reset}
            className="rounded-md border border-soft px-3 py-1.5 hover:border-lichen"
          >
            Try again
          </button>
          {/* A whole load: what failed here may fail again. */}
          <a href="/" className="rounded-md px-3 py-1.5 text-lichen hover:bg-raised">
            To the shelf
          </a>
        </p>
      </div>
    </main>
  );
}
