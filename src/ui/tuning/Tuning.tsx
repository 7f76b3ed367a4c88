import {
  BookOpenText,
  CircleDashed,
  Dices,
  Eye,
  EyeOff,
  Replace,
  ScanEye,
  SlidersHorizontal,
  Trash2,
} from 'lucide-react';
import { useMemo } from 'react';
import { strandById, type Kind, type Piece, type Step, type Strand } from '@/core/piece/types';
import { isLoopLength, comeAndGoParam } from '@/core/steps';
import { TYPE_WORDS } from '@/core/steps/reference';
import { analyse, mayComeAndGo, plainParams } from '@/core/weave';
import { canLook } from '@/core/preview/look';
import { useChecks } from '@/state/checks';
import { pick, toggleLook, usePanels } from '@/state/panels';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { KIND_WORDS, typeWithArticle } from '../words';
import { putOutStep, varySelected } from '../workbench/actions';
import { removeSelected, switchStep, switchThere } from '../workbench/selected';
import { LargePreview } from './LargePreview';
import { OnlyHere, Overrides } from './Overrides';
import { ParamRow } from './ParamRow';
import { PieceSettings } from './PieceSettings';

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
  const at = { strand: strand.id, step: step.id };
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
        <div className="-ml-1.5 flex flex-wrap [&>button]:h-7 [&>button]:w-6">
          {canLook(strand) && (
            <Button
              look="icon"
              aria-label="Look at this step"
              title="Look at this step on the stage (L)"
              onClick={() => toggleLook(at)}
            >
              <ScanEye size={15} />
            </Button>
          )}
          {strand.steps[0]?.id !== step.id && (
            <Button
              look="icon"
              aria-label={step.off ? 'Switch on' : 'Switch off'}
              title={`${step.off ? 'Switch on' : 'Switch off'} (O)`}
              onClick={() => switchStep(at)}
            >
              {step.off ? <EyeOff size={15} /> : <Eye size={15} />}
            </Button>
          )}
          {row && mayComeAndGo(row) && (
            <Button
              look="icon"
              aria-label="Let it come and go"
              aria-pressed={step.params[comeAndGoParam.id] !== undefined}
              title="There: keys, signals and fields let this step come and go"
              onClick={() => switchThere(at)}
            >
              <CircleDashed size={15} />
            </Button>
          )}
          <Button
            look="icon"
            aria-label="About this step"
            title="What it does, an example, its GLSL (E)"
            onClick={() => usePanels.setState({ aboutStep: step.op })}
          >
            <BookOpenText size={15} />
          </Button>
          <Button
            look="icon"
            aria-label="Replace"
            title="Replace with another step (< and > swap it for its neighbours)"
            onClick={() => pick({ for: 'replace', ...at })}
          >
            <Replace size={15} />
          </Button>
          <Button
            look="icon"
            aria-label="Put all of it out on the desk"
            title="Put all of it out on the desk"
            onClick={() => putOutStep(at)}
          >
            <SlidersHorizontal size={15} />
          </Button>
          <Button look="icon" aria-label="Vary" title="Vary its numbers at random (D)" onClick={() => varySelected(at)}>
            <Dices size={15} />
          </Button>
          <Button look="icon" aria-label="Remove" title="Remove (Delete)" onClick={() => removeSelected(at)}>
            <Trash2 size={15} />
          </Button>
        </div>
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
        {definition?.tells?.(plainParams(piece, step, definition, () => [0], 0)).lines.map((line) => (
          <p key={line} className="tabular py-1 text-mute">
            {line}
          </p>
        ))}
        {step.op === 'stage.place' && <Overrides piece={piece} strand={strand} step={step} />}
        {OBJECTS.includes(strand.kind) && <OnlyHere piece={piece} strand={strand.id} />}
        {definition && <p className="mt-2 text-faint">{definition.about}</p>}
      </div>
    </div>
  );
}
