import { LIMITS } from '@/core/piece/limits';
import type { Vector } from '@/core/piece/types';
import type { HallView } from '@/state/panels/panels';
import { narrowed, stand } from '@/actions/hall';
import { Amount, metres, within } from './amounts';

const tidy = (value: number) => Number(value.toFixed(2));

/** Where the artist stands in the hall, how much is seen from there, and how dark it is. */
export function Standing({ hall }: { hall: HallView }) {
  const eye = (axis: number) => (value: number) =>
    stand({ eye: hall.eye.map((v, i) => (i === axis ? metres(value) : v)) as Vector });
  return (
    <div role="group" aria-label="Where you stand" className="my-1 border-y border-line py-1.5">
      <Row name="To the right">
        <Amount label="You, to the right" value={tidy(hall.eye[0])} unit="m" step={0.1} onChange={eye(0)} />
      </Row>
      <Row name="Away">
        <Amount label="You, away from the door" value={tidy(hall.eye[2])} unit="m" step={0.1} onChange={eye(2)} />
      </Row>
      <Row name="Eye">
        <Amount label="Height of your eye" value={tidy(hall.eye[1])} unit="m" step={0.05} onChange={eye(1)} />
      </Row>
      <Row name="Sees">
        <Amount
          label="How much you see"
          value={tidy(hall.angle)}
          unit="°"
          step={1}
          onChange={(angle) => stand(narrowed({ ...hall, angle }, 1))}
        />
      </Row>
      <Row name="Dark walls">
        <Amount
          label="Light of a dark wall"
          value={tidy(hall.black)}
          unit="cd/m²"
          step={0.5}
          onChange={(black) => stand({ black: within(black, 0, LIMITS.peak) })}
        />
      </Row>
    </div>
  );
}

const Row = ({ name, children }: { name: string; children: React.ReactNode }) => (
  <div className="grid min-h-[31px] grid-cols-[80px_1fr] items-center gap-2">
    <span className="text-mute">{name}</span>
    {children}
  </div>
);
