import type { Vector } from '@/core/piece/types';
import type { VectorParam } from '@/core/steps';
import { NumberInput, tidy } from '../parts/NumberField';

const AXES = ['x', 'y', 'z'];

export function VectorField({
  param,
  value,
  onChange,
}: {
  param: VectorParam;
  value: Vector;
  onChange: (value: Vector) => void;
}) {
  const step = (param.max - param.min) / 400;
  return (
    <div className="grid grid-cols-3 gap-1">
      {AXES.slice(0, param.flat ? 2 : 3).map((axis, i) => (
        <span key={axis} className="flex items-baseline rounded border border-line pl-2">
          <span className="text-faint">{axis}</span>
          <NumberInput
            label={`${param.name} ${axis}`}
            value={value[i]!}
            step={step}
            onChange={(v) => onChange(value.map((x, k) => (k === i ? tidy(v, {}) : x)) as Vector)}
          />
        </span>
      ))}
    </div>
  );
}
