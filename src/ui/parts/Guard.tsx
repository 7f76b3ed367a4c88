import Link from 'next/link';
import { Component, type ReactNode } from 'react';
import { undo, useWorkbench } from '@/state/workbench';
import { Button } from './Button';
import { savePiece } from '@/actions/steps';

interface GuardProps {
  /** When this changes, what failed is tried again. */
  over: unknown;
  instead: (retry: () => void) => ReactNode;
  children: ReactNode;
}

/** Catches what goes wrong while its inside is drawn, and shows something else in its place. */
class Boundary extends Component<GuardProps, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError = () => ({ failed: true });

  override componentDidUpdate(before: GuardProps): void {
    if (this.state.failed && before.over !== this.props.over) this.retry();
  }

  private readonly retry = () => this.setState({ failed: false });

  override render(): ReactNode {
    return this.state.failed ? this.props.instead(this.retry) : this.props.children;
  }
}

const SAFE = 'The piece is safe, and the rest of the workbench goes on.';

/** Around one area of the workbench: when it fails the others go on. It comes back by itself when the piece changes. */
export function AreaGuard({ name, children }: { name: string; children: ReactNode }) {
  const piece = useWorkbench((s) => s.piece);
  const instead = (retry: () => void) => (
    <section
      role="alert"
      className="grid size-full place-content-center justify-items-center gap-3 overflow-auto bg-panel p-4 text-center"
    >
      <p className="max-w-sm text-mute">
        The {name} could not be drawn. {SAFE}
      </p>
      <p className="flex flex-wrap justify-center gap-2">
        <Button look="main" onClick={() => undo()}>
          Undo the last change
        </Button>
        <Button onClick={retry}>Try again</Button>
        <Button onClick={savePiece}>Save the piece as a file</Button>
      </p>
    </section>
  );
  return (
    <Boundary over={piece} instead={instead}>
      {children}
    </Boundary>
  );
}

/** Around the whole workbench: a way back to the shelf and to the piece's file, whatever happened. */
export function Guard({ over, children }: { over: unknown; children: ReactNode }) {
  const instead = (retry: () => void) => (
    <main className="grid h-screen place-items-center">
      <div role="alert" className="max-w-md text-center">
        <h1 className="mb-2 text-[17px] font-semibold">The workbench could not be drawn</h1>
        <p className="mb-4 text-mute">
          The piece is safe. Save it as a file, undo the last change, or go back to the shelf.
        </p>
        <p className="flex flex-wrap items-center justify-center gap-2">
          <Button look="main" onClick={savePiece}>
            Save the piece as a file
          </Button>
          <Button
            onClick={() => {
              undo();
              retry();
            }}
          >
            Undo the last change
          </Button>
          <Link href="/" className="rounded-md px-3 py-1.5 text-lichen hover:bg-raised">
            To the shelf
          </Link>
        </p>
      </div>
    </main>
  );
  return (
    <Boundary over={over} instead={instead}>
      {children}
    </Boundary>
  );
}
