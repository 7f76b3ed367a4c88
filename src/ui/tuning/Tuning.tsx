import { useMemo } from 'react';
import { strandById, type Kind, type Piece, type Step, type Strand } from '@/core/piece/types';
import { isLoopLength } from '@/core/steps';
import { putsForm } from '@/core/steps/places-of';
import { TYPE_WORDS } from '@/core/steps/reference';
import { analyse, mayBeDisabled, plainParams } from '@/core/weave';
import { useChecks } from '@/state/measured/checks';
import { useWorkbench } from '@/state/workbench';
import { KIND_WORDS, typeWithArticle } from '@/actions/words';
import { LargePreview } from './LargePreview';
import { OnlyHere, Overrides } from './Overrides';
import { ParamRow } from './ParamRow';
import { PieceSettings } from './PieceSettings';
import { StepTools } from './StepTools';

/** Kinds of what is seen at a place of a stage. */
const OBJECTS: readonly Kind[] = ['form', 'surface'];

const BESIDE = '@min-[500px]:grid-cols-[196px_minmax(0,1fr)] @min-[500px]:grid-rows-[auto_1fr]';

/** The selected step's parameters; those of the picture and the loop where nothing is selected. */
export function Tuning() {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const strand = selected ? strandById(piece, selected.strand) : undefined;
  const step = strand?.steps.find((s) => s.id === selected?.step);
  return (
    <section aria-label="Tuning" data-tuning>
      {strand && step ? (
        <StepTuning key={`${strand.id}/${step.id}`} piece={piece} strand={strand} step={step} />
      ) : (
        <PieceSettings piece={piece} />
      )}
    </section>
  );
}

function StepTuning({ piece, strand, step }: { piece: Piece; strand: Strand; step: Step }) {
  const analysis = useMemo(() => analyse(piece), [piece]);
  const row = analysis.types.get(strand.id)?.find((r) => r.step.id === step.id);
  const definition = row?.definition;
  const measured = useChecks((s) => s.numbers);
  const problems = [...analysis.problems, ...measured].filter((p) => p.strand === strand.id && p.step === step.id);
  const takes = row?.takes ? TYPE_WORDS[row.takes] : KIND_WORDS[strand.kind].one;
  const gives = row?.gives ? TYPE_WORDS[row.gives] : '';
  return (
    <div className={`grid gap-x-5 gap-y-2 p-4 ${BESIDE}`}>
      <div className="flex flex-wrap items-start justify-between gap-x-3">
        <div>
          <h2 className="text-[15px] font-semibold">{definition?.name ?? step.op}</h2>
          <p className="text-mute">
            {row?.takes ? `${takes} to ${gives}` : `begins with ${row?.gives ? typeWithArticle(row.gives) : 'nothing'}`}
          </p>
        </div>
        <StepTools strand={strand} step={step} mayGo={row !== undefined && mayBeDisabled(row)} />
      </div>
      {/* Where there is little room, what is tuned comes before its picture. */}
      <div className="order-1 @min-[500px]:order-none">
        <LargePreview piece={piece} strand={strand} step={step} />
      </div>
      <div className="@min-[500px]:col-start-2 @min-[500px]:row-span-2 @min-[500px]:row-start-1">
        {problems.map((p) => (
          <p key={p.sentence} role="alert" className="mb-2 rounded-md border border-warn/60 px-2.5 py-1.5 text-warn">
            {p.sentence}
          </p>
        ))}
        {definition?.params
          .filter((p) => !isLoopLength(p))
          .map((param, i) => (
            <div key={param.id} data-first={i === 0 ? '' : undefined}>
              <ParamRow
                piece={piece}
                strand={strand}
                step={step}
                definition={definition}
                param={param}
                analysis={analysis}
              />
            </div>
          ))}
        {definition?.describe?.(plainParams(piece, step, definition, () => [0], 0)).lines.map((line) => (
          <p key={line} className="tabular py-1 text-mute">
            {line}
          </p>
        ))}
        {putsForm(step) && <Overrides piece={piece} strand={strand} step={step} />}
        {OBJECTS.includes(strand.kind) && <OnlyHere piece={piece} strand={strand.id} />}
        {definition && <p className="mt-2 text-faint">{definition.description}</p>}
      </div>
    </div>
  );
}
