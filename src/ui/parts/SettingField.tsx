import type { Control, Piece, Setting } from '@/core/piece/types';
import { controlDependents } from '@/core/weave';
import { ChoiceField } from './ChoiceField';
import { ColourField } from './ColourField';
import { PointPad } from './PointPad';

interface Props {
  piece: Piece;
  control: Control;
  /** What it stands at: the control's own value, or that of a place. */
  value: Exclude<Setting, number>;
  onChange: (value: Setting) => void;
}

/** The field of a control that is no number: a point, a colour, or a choice of what follows it. */
export function SettingField({ piece, control, value, onChange }: Props) {
  const { name, min, max } = control;
  if (typeof value !== 'string') return <PointPad {...{ name, value, min, max, onChange }} />;
  if (value.startsWith('#')) return <ColourField name={name} value={value} onChange={onChange} />;
  const choices = controlDependents(piece, control.id).flatMap(({ param }) =>
    param.type === 'choice' ? param.options : [],
  );
  const options = choices.filter((o, i) => choices.findIndex((x) => x.id === o.id) === i);
  return <ChoiceField param={{ name, options }} value={value} onChange={onChange} />;
}
