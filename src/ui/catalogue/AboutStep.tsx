import dynamic from 'next/dynamic';
import { definitionOf } from '@/core/steps';
import { usePanels } from '@/state/panels';
import { Modal } from '../parts/Modal';

const StepPage = dynamic(() => import('./StepPage').then((m) => m.StepPage), { ssr: false });

/** The page of the catalogue about a step, over the workbench. */
export function AboutStep() {
  const op = usePanels((s) => s.aboutStep);
  const definition = definitionOf(op ?? '');
  const close = () => usePanels.setState({ aboutStep: null });
  return (
    <Modal open={definition !== undefined} onClose={close} wide title={definition?.name ?? ''}>
      {definition && <StepPage op={definition.op} />}
    </Modal>
  );
}
