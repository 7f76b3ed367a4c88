import { Slider } from 'radix-ui';

/** A slider from 0 to 1. */
export function PlainSlider({
  label,
  value,
  onChange,
  onReset,
}: {
  label: string;
  value: number;
  onChange: (value: number) => void;
  onReset?: () => void;
}) {
  return (
    <Slider.Root
      value={[value]}
      min={0}
      max={1}
      step={0.0025}
      onValueChange={([v]) => onChange(v!)}
      onDoubleClick={onReset}
      className="relative flex h-7 touch-none items-center select-none"
    >
      <Slider.Track className="relative h-1 grow rounded-full bg-line">
        <Slider.Range className="absolute h-full rounded-full bg-mute" />
      </Slider.Track>
      <Slider.Thumb aria-label={label} className="block size-3.5 rounded-full bg-text" />
    </Slider.Root>
  );
}
