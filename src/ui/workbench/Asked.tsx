import dynamic from 'next/dynamic';
import { usePanels } from '@/state/panels';
import { WhenAsked } from '../parts/WhenAsked';

const AboutStep = dynamic(() => import('../catalogue/AboutStep').then((m) => m.AboutStep), { ssr: false });
const History = dynamic(() => import('../history/History').then((m) => m.History), { ssr: false });
const KeepPart = dynamic(() => import('../kept-parts/KeepPart').then((m) => m.KeepPart), { ssr: false });
const KeptParts = dynamic(() => import('../kept-parts/KeptParts').then((m) => m.KeptParts), { ssr: false });

/** Dialogs that are fetched when they are asked for. */
export function Asked() {
  const { aboutStep, history, keeping, parts } = usePanels();
  return (
    <>
      <WhenAsked asked={aboutStep !== null}>
        <AboutStep />
      </WhenAsked>
      <WhenAsked asked={history}>
        <History />
      </WhenAsked>
      <WhenAsked asked={keeping !== null}>
        <KeepPart />
      </WhenAsked>
      <WhenAsked asked={parts}>
        <KeptParts />
      </WhenAsked>
    </>
  );
}
