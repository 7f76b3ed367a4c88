import { useEffect, useState } from 'react';
import { CODEC_NAMES, FILM_FILES, filmOpacityFor, type FilmCodec, type FilmFormat } from '@/core/export/films';
import { useExportSettings } from '@/state/export-settings';
import { canWrite } from '@/workers/video';
import { Button } from '../parts/Button';
import { Choice, ExportRow } from './fields';

const FOR_WHAT: Record<FilmFormat, string> = {
  webm: 'for browsers and players of open formats.',
  mp4: 'for players and servers at venues.',
};

/** Can this browser encode such a film? Null as long as it has not answered. */
function useEncodable(codec: FilmCodec, width: number, height: number): boolean | null {
  const [answer, setAnswer] = useState<{ key: string; can: boolean } | null>(null);
  const key = [codec, width, height].join();
  useEffect(() => {
    let ended = false;
    void canWrite(codec, width, height)
      .catch(() => false)
      .then((can) => !ended && setAnswer({ key, can }));
    return () => {
      ended = true;
    };
  }, [key, codec, width, height]);
  return answer?.key === key ? answer.can : null;
}

interface Props {
  format: FilmFormat;
  /** Pixels. */
  size: { width: number; height: number };
  disabled: boolean;
  run: () => void;
}

export function FilmRow({ format, size: { width, height }, disabled, run }: Props) {
  const { codecs, filmOpacity } = useExportSettings();
  const codec = codecs[format];
  const can = useEncodable(codec, width, height);
  const { name } = FILM_FILES[format];
  return (
    <ExportRow
      name={name}
      buttons={
        <Button disabled={disabled || !can} onClick={run} aria-label={`Export the ${name}`}>
          Export
        </Button>
      }
    >
      <Choice
        label={`Encoder of the ${name}`}
        options={FILM_FILES[format].codecs.map((id) => ({ id, name: CODEC_NAMES[id] }))}
        value={codec}
        onChange={(id) => useExportSettings.setState({ codecs: { ...codecs, [format]: id as FilmCodec } })}
      />{' '}
      {filmOpacityFor(filmOpacity, format, codec) === 'matte' && 'as two files, colour over black and its matte, '}
      {can === false ? `This browser cannot encode it at ${width} x ${height}.` : FOR_WHAT[format]}
    </ExportRow>
  );
}
