import { useEffect, useRef, useState } from 'react';
import { isMark, isNaNMark } from '@/core/weave';
import { histogramOf, possibleLookOn, type Histogram } from '@/core/preview/look';
import { strandById, type Piece } from '@/core/piece/types';
import type { Looking } from '@/state/panels/panels';
import { withoutAssetData, studio } from '@/workers/remotes';
import { shortNumber } from '@/actions/number-words';
import { framePlace, framePlaces } from './frame-places';
import { shotHistogram, valuesAt, widthOf, type ReadShot } from '@/actions/look';
import { viewerNow } from '@/actions/viewer-handle';

const valueWords = (v: number) => (isNaNMark(v) ? 'not a number' : isMark(v) ? 'beyond a billion' : shortNumber(v));

/** Waits this long after the picture came to rest, in milliseconds. */
const READ_DELAY_MS = 120;

/** Spread and values of the step that is looked at: from the shot on objects, from the processor over the frame. */
export function useLook(piece: Piece, looking: Looking | null, rests: number, phase: () => number) {
  const [spread, setSpread] = useState<Histogram | null>(null);
  const [read, setRead] = useState<string | null>(null);
  const shot = useRef<ReadShot | null>(null);
  // Shades of a finish and numbers of a signal are shown elsewhere: see `useFinishSpread` and `useSignalNumbers`.
  const onObjects = looking !== null && possibleLookOn(piece, looking.shownOn) === 'objects';
  const isElsewhere = looking !== null && strandById(piece, looking.strand)?.kind !== 'field';

  useEffect(() => {
    shot.current = null;
    if (!looking || isElsewhere) return undefined;
    let ended = false;
    const measure = async () => {
      if (onObjects) {
        const taken = viewerNow()?.shot.light() ?? null;
        shot.current = taken;
        setSpread(taken && shotHistogram(taken, widthOf(piece, looking)));
      } else {
        const values = await studio().values(
          withoutAssetData(piece),
          looking.strand,
          looking.step,
          framePlaces(piece, 64, 36, phase()),
        );
        if (!ended) setSpread(histogramOf(values));
      }
    };
    // Not for every frame of a running loop: reading the picture back holds the card up.
    const timer = setTimeout(() => void measure().catch(() => !ended && setSpread(null)), READ_DELAY_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [piece, looking, onObjects, isElsewhere, rests, phase]);

  /** @param x, y place in the picture, 0..1 from the upper left */
  const point = async (x: number, y: number) => {
    if (!looking || isElsewhere || x < 0 || y < 0 || x > 1 || y > 1) return setRead(null);
    const values = onObjects
      ? shot.current && valuesAt(shot.current, x, y, widthOf(piece, looking))
      : await studio()
          .values(withoutAssetData(piece), looking.strand, looking.step, [framePlace(piece, x, 1 - y, phase())])
          .then((v) => [...v])
          .catch(() => null);
    setRead(values ? values.map(valueWords).join('  ') : 'nothing stands here');
  };
  return { spread: isElsewhere ? null : spread, read: isElsewhere ? null : read, point };
}
