import { LIMITS } from '@/core/piece/limits';
import type { Vector } from '@/core/piece/types';
import type { HallView } from '@/state/panels/panels';
import { narrowed, stand } from '@/actions/hall';
import { Amount, metres, within } from './amounts';

const tidy = (value: number) => Number(value.toFixed(2));

/** Where the artist stands in the hall, how much is seen from there, and how dark it is. */
export function Standing({ hall }: { hall: HallView }) {
  const eye = (axis: 0 | 1 | 2) => ({
    value: hall.eye[axis],
    onChange: (value: number) => stand({ eye: hall.eye.map((v, i) => (i === axis ? metres(value) : v)) as Vector }),
  });
  const sees = { value: hall.angle, onChange: (angle: number) => stand(narrowed({ ...hall, angle }, 1)) };
  const black = { value: hall.black, onChange: (v: number) => stand({ black: within(v, 0, LIMITS.peak) }) };
  const rows = [
    { name: 'To the right', label: 'You, to the right', unit: 'm', step: 0.1, ...eye(0) },
    { name: 'Away', label: 'You, away from the door', unit: 'm', step: 0.1, ...eye(2) },
    { name: 'Eye', label: 'Height of your eye', unit: 'm', step: 0.05, ...eye(1) },
    { name: 'Sees', label: 'How much you see', unit: '°', step: 1, ...sees },
    { name: 'Dark walls', label: 'Light of a dark wall', unit: 'cd/m²', step: 0.5, ...black },
  ];
  return (
    <div role="group" aria-label="Where you stand" className="my-1 border-y border-line py-1.5">
      {rows.map(({ name, value, ...row }) => (
        <div key={name} className="grid min-h-[31px] grid-cols-[80px_1fr] items-center gap-2">
          <span className="text-mute">{name}</span>
          <Amount {...row} value={tidy(value)} />
        </div>
      ))}
    </div>
  );
}
