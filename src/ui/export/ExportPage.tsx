import { exportPage } from '@/actions/export-page';
import { useExportSettings } from '@/state/export-settings';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { ExportRow } from './fields';
import { useWriting } from './writing';

/** Exports a page that plays the piece by itself. */
export function ExportPage({ disabled }: { disabled: boolean }) {
  const piece = useWorkbench((s) => s.piece);
  const settings = useExportSettings();
  const [busy, write] = useWriting(() => exportPage(piece, settings));
  return (
    <ExportRow
      name="Page"
      buttons={
        <Button disabled={disabled || busy} onClick={write} aria-label="Export the page">
          {busy ? 'Writing' : 'Export'}
        </Button>
      }
    >
      One HTML file that plays it, without a network.
    </ExportRow>
  );
}
