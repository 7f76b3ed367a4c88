import { errorSentence } from '@/core/error-sentence';
import { circlePath, fewerPoints, spiralPath, type TakenPath } from '@/core/mesh/path-from';
import { setParam } from '@/core/piece/edit';
import { stepById, strandById, type ParamAt } from '@/core/piece/types';
import { paramsOf } from '@/core/steps';
import { wouldCycle } from '@/core/weave';
import { notify } from '@/state/panels/notify';
import { useWorkbench } from '@/state/workbench';
import { withoutAssetData, studio } from '@/workers/remotes';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { FileDrop } from '../parts/FileDrop';
import { tidy } from '../parts/NumberField';
import type { ParamPlace } from './param-place';
import { SVG_BYTES, svgPath } from './svg-path';

/** Points of a path that is taken from elsewhere: enough for its shape, few enough to drag. */
const MAX_RIM_POINTS = 32;

/** Gives a path the points of a line; they are free to be dragged afterwards. */
export function takePath({ strand, step, param }: ParamAt, path: TakenPath): void {
  const { points, closed } = fewerPoints(path, MAX_RIM_POINTS);
  const places = points.map((p) => ({ place: p.map((v) => tidy(v, {})) as [number, number, number] }));
  useWorkbench.getState().edit((p) => {
    const taken = setParam(p, strand, step, param, places);
    const found = stepById(strandById(p, strand), step);
    const hasEnds = found && paramsOf(found).some((d) => d.id === 'ends');
    return hasEnds ? setParam(taken, strand, step, 'ends', closed ? 'closed' : 'open') : taken;
  });
  notify('done', `The path has ${points.length} points now.`);
}

/** Lines that the points of a path are taken from. */
export function PathTools({ piece, strand, step, param }: Pick<ParamPlace, 'piece' | 'strand' | 'step' | 'param'>) {
  const take = (path: TakenPath) => takePath({ strand: strand.id, step: step.id, param: param.id }, path);
  const takeRim = async (form: string, name: string) => {
    try {
      take(await studio().rim(withoutAssetData(useWorkbench.getState().piece), form));
    } catch (error) {
      notify('error', `No path was taken from "${name}". ${errorSentence(error)}`);
    }
  };
  const forms = piece.strands.filter((s) => s.kind === 'form' && !wouldCycle(piece, s.id, strand.id));
  return (
    <div>
      <Menu
        align="start"
        trigger={<Button look="bare">Take from</Button>}
        items={() => [
          { label: 'A circle', run: () => take(circlePath()) },
          { label: 'A spiral', run: () => take(spiralPath()) },
          ...(forms.length > 0 ? ['line' as const] : []),
          ...forms.map((form) => ({
            label: `The open edge of ${form.name}`,
            hint: 'form',
            run: () => void takeRim(form.id, form.name),
          })),
        ]}
      />
      <FileDrop
        name="SVG file"
        words="Drop an SVG here to take its first line."
        accept=".svg,image/svg+xml"
        file={undefined}
        take={async (file) => {
          if (file.size > SVG_BYTES) throw new Error('It is larger than 1 MB.');
          take(svgPath(await file.text()));
        }}
        onClear={() => undefined}
      />
    </div>
  );
}
