import dynamic from 'next/dynamic';
import { usePanels } from '@/state/panels';
import { Lazy } from '../parts/Lazy';

const AboutStep = dynamic(() => import('../catalogue/AboutStep').then((m) => m.AboutStep), { ssr: false });
const History = dynamic(() => import('../history/History').then((m) => m.History), { ssr: false });
const KeepPart = dynamic(() => import('../kept-parts/KeepPart').then((m) => m.KeepPart), { ssr: false });
const KeptParts = dynamic(() => import('../kept-parts/KeptParts').then((m) => m.KeptParts), { ssr: false });

/** Dialogs that are fetched when they are asked for. */
export function LazyDialogs() {
  const { aboutStep, history, keeping, parts } = usePanels();
  return (
    <>
      <Lazy open={aboutStep !== null}>
        <AboutStep />
      </Lazy>
      <Lazy open={history}>
        <History />
      </Lazy>
      <Lazy open={keeping !== null}>
        <KeepPart />
      </Lazy>
      <Lazy open={parts}>
        <KeptParts />
      </Lazy>
    </>
  );
}
