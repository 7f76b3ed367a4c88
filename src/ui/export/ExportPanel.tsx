import { useState } from 'react';
import type { ExportSpan } from '@/core/export/settings';
import { usePanels } from '@/state/panels/panels';
import { orderExport } from '@/actions/export-queue';
import { Modal } from '../parts/Modal';
import { ExportChoices } from './ExportChoices';
import { ExportQueue } from './ExportQueue';

export function ExportPanel() {
  const open = usePanels((s) => s.exporting);
  const [span, setSpan] = useState<ExportSpan>({ first: 0, last: Infinity, every: 1 });
  return (
    <Modal
      open={open}
      onClose={() => usePanels.setState({ exporting: false })}
      title="Export"
      description="At full size, whatever the preview shows. You can go on working meanwhile."
    >
      <ExportChoices asked={span} setSpan={setSpan} run={orderExport} />
      <ExportQueue />
    </Modal>
  );
}
