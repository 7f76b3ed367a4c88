import { useEffect, useState, type RefObject } from 'react';
import { NoGraphics } from '@/engine/card/renderer';
import type { Settling } from '@/engine/picture';
import { takeScreen } from '@/engine/screen';
import { Viewer } from '@/engine/viewer';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { MeshStore } from '@/workers/mesh-store';
import { ViewerFeed } from '@/actions/viewer-feed';
import { feedSecondWindow } from '@/actions/second-window';
import { frameShown, setViewer } from '@/actions/viewer-handle';
import { decoded } from '@/workers/remotes';

/** The viewer's life: made with the area that its canvas fills, fed by the workbench, gone with it. */
export function useViewer(area: RefObject<HTMLElement | null>) {
  const [size, setSize] = useState<[number, number] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [settling, setSettling] = useState<Settling | null>(null);
  /** A picture with all its meshes was shown. */
  const [isWhole, setWhole] = useState(false);
  /** Counts up whenever a picture has come to rest. */
  const [rests, setRests] = useState(0);

  useEffect(() => {
    let viewer: Viewer;
    let wasResting = false;
    try {
      const screen = takeScreen();
      screen.canvas.style.cssText = 'display:block;width:100%;height:100%;object-fit:contain';
      area.current!.replaceChildren(screen.canvas);
      viewer = new Viewer(screen, decoded, {
        drawn: (w, h, phase) => {
          setSize((s) => (s?.[0] === w && s[1] === h ? s : [w, h]));
          frameShown(phase);
          if (viewer.isComplete) setWhole(true);
        },
        resting: (rest) => {
          area.current?.toggleAttribute('data-resting', rest);
          if (rest && !wasResting) setRests((n) => n + 1);
          wasResting = rest;
        },
        settling: (progress) => {
          setSettling(progress);
          if (!progress) feed.snapshotSoon();
        },
        lost: () => {
          setTrouble('The graphics card was lost. The piece is safe; the picture comes back by itself.');
          useTransport.setState({ pictured: false });
        },
        restored: () => {
          setTrouble(null);
          useTransport.setState({ pictured: true });
          void feed.measure();
        },
        failed: (why) => setTrouble(why),
      });
    } catch (error) {
      setTrouble(error instanceof NoGraphics ? error.message : 'The picture cannot be drawn here.');
      return;
    }
    setViewer(viewer);
    useTransport.setState({ pictured: true });
    feedSecondWindow();
    const feed = new ViewerFeed(viewer, new MeshStore((why) => notify('error', why)));
    return () => {
      feed.end();
      usePanels.setState({ looking: null, compare: null, version: null, pixels: false, hall: null, coarse: null });
      setViewer(null);
      useTransport.setState({ pictured: false });
      viewer.dispose();
    };
  }, [area]);
  return { size, trouble, rests, settling, isWhole };
}
