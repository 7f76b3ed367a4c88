import dynamic from 'next/dynamic';
import { usePanels } from '@/state/panels/panels';
import { Lazy } from '../parts/Lazy';

const AboutStep = dynamic(() => import('../catalogue/AboutStep').then((m) => m.AboutStep), { ssr: false });
const ExportPanel = dynamic(() => import('../export/ExportPanel').then((m) => m.ExportPanel), { ssr: false });
const History = dynamic(() => import('../history/History').then((m) => m.History), { ssr: false });
const SavePart = dynamic(() => import('../saved-parts/SavePart').then((m) => m.SavePart), { ssr: false });
const SavedParts = dynamic(() => import('../saved-parts/SavedParts').then((m) => m.SavedParts), { ssr: false });

/** Dialogs that are fetched when they are asked for. */
export function LazyDialogs() {
  const { aboutStep, exporting, history, partToSave, parts } = usePanels();
  return (
    <>
      <Lazy open={aboutStep !== null}>
        <AboutStep />
      </Lazy>
      <Lazy open={exporting}>
        <ExportPanel />
      </Lazy>
      <Lazy open={history}>
        <History />
      </Lazy>
      <Lazy open={partToSave !== null}>
        <SavePart />
      </Lazy>
      <Lazy open={parts}>
        <SavedParts />
      </Lazy>
    </>
  );
}
