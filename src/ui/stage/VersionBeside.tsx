import { useEffect, useRef, useState } from 'react';
import type { Piece } from '@/core/piece/types';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import type { Version } from '@/state/storage/version-store';
import { restoreVersion, versionName, versionPiece } from '@/state/storage/versions';
import { Button } from '../parts/Button';
import { Split } from './Split';

/** Longer side of the drawn picture, in pixels. */
const LONGER_SIDE_PIXELS = 640;

const putAway = () => usePanels.setState({ version: null });

/** The picture of a version over the right part of the running one, at the same part of the loop. */
export function VersionBeside({ version, aspect }: { version: Version; aspect: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const split = usePanels((s) => s.split);
  const [piece, setPiece] = useState<Piece | null>(null);
  useEffect(() => {
    let left = false;
    versionPiece(version.id)
      .catch(() => null)
      .then((read) => {
        if (left) return;
        setPiece(read);
        if (read) return;
        notify('error', `${versionName(version)} cannot be read.`);
        usePanels.setState({ version: null });
      });
    return () => {
      left = true;
    };
  }, [version]);
  useEffect(() => {
    if (!piece) return;
    let ended = false;
    let drawing = false;
    let drawn = -1;
    const draw = async () => {
      if (drawing) return;
      drawing = true;
      const { drawStill } = await import('../parts/stills');
      // While it plays it follows as fast as it can be drawn.
      while (!ended && drawn !== useTransport.getState().frame) {
        drawn = useTransport.getState().frame;
        const image = await drawStill(piece, drawn / piece.loop.frames, LONGER_SIDE_PIXELS, false).catch(() => null);
        const target = canvas.current;
        if (ended || !image || !target) break;
        target.width = image.width;
        target.height = image.height;
        target.getContext('2d')!.putImageData(image, 0, 0);
        target.dataset.drawn = String(drawn);
      }
      drawing = false;
    };
    void draw();
    const stop = useTransport.subscribe(() => void draw());
    return () => {
      ended = true;
      stop();
    };
  }, [piece]);
  return (
    <>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`The picture of ${versionName(version)}`}
        className="pointer-events-none absolute"
        style={{
          width: `min(100cqw, calc(100cqh * ${aspect}))`,
          aspectRatio: aspect,
          clipPath: `inset(0 0 0 ${split * 100}%)`,
        }}
      />
      <Split other={versionName(version)} aspect={aspect} />
      <div className="absolute bottom-2.5 flex gap-2 rounded-md bg-[#0b0e0dcc] p-1">
        <Button onClick={() => void restoreVersion(version).then(putAway)}>Bring this version back</Button>
        <Button onClick={putAway}>Close it</Button>
      </div>
    </>
  );
}
