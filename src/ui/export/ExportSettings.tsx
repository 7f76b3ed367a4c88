import type { ReactNode } from 'react';
import { PICTURE_FILES, PICTURE_FORMATS } from '@/core/export/pictures';
import { FILM_OPACITIES } from '@/core/export/films';
import { FILM_QUALITIES, MAX_HOLD, MAX_LOOPS, SAMPLES, SIZES, opacityFor, spanWithin } from '@/core/export/settings';
import type { ExportSettings as Settings, ExportSpan } from '@/core/export/settings';
import type { Loop } from '@/core/piece/types';
import { useExportSettings } from '@/state/export-settings';
import { Choice, Count, type Option } from './fields';

const named = (entries: Record<string, { name: string }>): Option[] =>
  Object.entries(entries).map(([id, { name }]) => ({ id, name }));

const SIZE_OPTIONS = named(SIZES);
const QUALITY_OPTIONS = named(FILM_QUALITIES);
const SAMPLE_OPTIONS = SAMPLES.map((n) => ({
  id: String(n),
  name: n === 1 ? '1 sample a pixel' : `${n} samples a pixel`,
}));
const PICTURE_OPTIONS = PICTURE_FORMATS.map((id) => ({ id, name: PICTURE_FILES[id].name }));
const OPACITY_OPTIONS = [
  { id: 'straight', name: 'Straight opacity' },
  { id: 'premultiplied', name: 'Premultiplied opacity' },
];
const FILM_OPACITY_OPTIONS = named(FILM_OPACITIES);
const RANGE_OPTIONS = [
  { id: 'limited', name: 'Limited range' },
  { id: 'full', name: 'Full range' },
];

const set = (change: Partial<Settings>) => useExportSettings.setState(change);

/** Settings that are the id of an option. */
type ChosenByName = 'size' | 'picture' | 'opacity' | 'film' | 'range' | 'filmOpacity';

/** How what is exported is drawn and written. */
export function ExportSettings({
  loop,
  span,
  setSpan,
  children,
}: {
  loop: Loop;
  span: ExportSpan;
  setSpan: (span: ExportSpan) => void;
  /** Further lines. */
  children: ReactNode;
}) {
  const stored = useExportSettings();
  const settings = { ...stored, opacity: opacityFor(stored) };
  const { opacities, lossy } = PICTURE_FILES[settings.picture];
  const choice = (label: string, key: ChosenByName, options: Option[]) => (
    <Choice label={label} options={options} value={settings[key]} onChange={(value) => set({ [key]: value })} />
  );
  const within = (change: Partial<ExportSpan>) => setSpan(spanWithin({ ...span, ...change }, loop.frames));
  return (
    <div className="mb-3 grid grid-cols-[64px_minmax(0,1fr)] items-center gap-x-2 gap-y-1.5">
      <Line name="Drawn">
        {choice('Size', 'size', SIZE_OPTIONS)}
        <Choice
          label="Samples of each pixel"
          options={SAMPLE_OPTIONS}
          value={String(settings.samples)}
          onChange={(samples) => set({ samples: Number(samples) })}
        />
      </Line>
      <Line name="Frames">
        from
        <Count label="First frame" value={span.first} onChange={(first) => within({ first })} />
        to
        <Count label="Last frame" value={span.last} onChange={(last) => within({ last })} />
        every
        <Count label="One in how many frames" value={span.every} onChange={(every) => within({ every })} />
      </Line>
      <Line name="Pictures">
        {choice('Format of stills and frames', 'picture', PICTURE_OPTIONS)}
        {opacities.length > 1 && choice('Opacity', 'opacity', OPACITY_OPTIONS)}
        {lossy && (
          <Count
            label="Quality of pictures"
            value={Math.round(100 * settings.quality)}
            unit="%"
            onChange={(percent) => set({ quality: Math.min(1, Math.max(0.1, percent / 100)) })}
          />
        )}
      </Line>
      <Line name="Films">
        {choice('Quality of films', 'film', QUALITY_OPTIONS)}
        {choice('Range of films', 'range', RANGE_OPTIONS)}
        {choice('Opacity of films', 'filmOpacity', FILM_OPACITY_OPTIONS)}
        {loop.play === 'loop' && (
          <span className="flex items-center gap-2">
            <Count
              label="How often a film goes round"
              value={settings.loops}
              onChange={(loops) => set({ loops: Math.min(MAX_LOOPS, Math.max(1, loops)) })}
            />
            {settings.loops === 1 ? 'time round' : 'times round'}
          </span>
        )}
        {loop.play === 'once' && (
          <span className="flex items-center gap-2">
            hold the end for
            <Count
              label="How long a film holds its last frame"
              value={settings.hold}
              unit="s"
              onChange={(hold) => set({ hold: Math.min(MAX_HOLD, Math.max(0, hold)) })}
            />
          </span>
        )}
        {loop.sound && (
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={settings.sound}
              onChange={(e) => set({ sound: e.target.checked })}
              className="accent-lichen"
            />
            with its sound
          </label>
        )}
      </Line>
      {children}
    </div>
  );
}

export function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <span className="text-mute">{name}</span>
      <span className="flex flex-wrap items-center gap-2 text-mute">{children}</span>
    </>
  );
}
