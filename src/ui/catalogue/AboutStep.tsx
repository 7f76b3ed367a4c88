import { definitionOf } from '@/core/steps';
import { usePanels } from '@/state/panels/panels';
import { Modal } from '../parts/Modal';
import { StepPage } from './StepPage';

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
