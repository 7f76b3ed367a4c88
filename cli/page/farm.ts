import type { RenderState, WorkerState } from '../farm/records';

/** The page of the farm: asks every second what goes on. Names of pieces go in as text. */

/** What the farm says of itself. */
export interface FarmState {
  renders: [id: string, render: RenderState][];
  workers: [id: string, worker: WorkerState][];
  /** Where others join. */
  address: string;
}

const LOOK_MS = 1000;
const STATES: Record<RenderState['state'], string> = {
  drawing: 'drawing',
  done: 'done',
  stopped: 'stopped; the same command goes on',
};

function cell(content: Node | string, isNumber = false): HTMLElement {
  const td = document.createElement('td');
  td.append(content);
  if (isNumber) td.className = 'n';
  return td;
}

/** @param none what stands in a table without rows */
function show(id: string, rows: HTMLElement[][], none: string): void {
  const empty = cell(none);
  empty.setAttribute('colspan', '6');
  const shown = rows.length > 0 ? rows : [[empty]];
  document.getElementById(id)!.replaceChildren(
    ...shown.map((cells) => {
      const tr = document.createElement('tr');
      tr.append(...cells);
      return tr;
    }),
  );
}

const seconds = (value: number | null) => (value === null ? '' : value.toFixed(2));

function bar({ name, done, total }: RenderState): HTMLElement {
  const progress = document.createElement('progress');
  Object.assign(progress, { max: total, value: done });
  progress.setAttribute('aria-label', `Frames of ${name}`);
  return progress;
}

function showAll({ renders, workers, address }: FarmState): string {
  const names = new Map(renders.map(([id, { name }]) => [id, name]));
  show(
    'renders',
    renders.map(([, render]) => [
      cell(render.name),
      cell(bar(render)),
      cell(`${render.done} of ${render.total}`, true),
      cell(seconds(render.frameSeconds), true),
      cell(`${render.chunks.out}, ${render.chunks.done}`, true),
      cell(STATES[render.state]),
    ]),
    'None yet. Give it one: npm run -s piece -- render FILE --out FOLDER --farm',
  );
  show(
    'workers',
    workers.map(([, { name, drawing, frames, seconds: taken, card }]) => [
      cell(name),
      cell(drawing ? `frame ${drawing.frame} of ${names.get(drawing.order) ?? 'a render'}` : 'nothing'),
      cell(String(frames), true),
      cell(seconds(frames > 0 ? taken / frames : null), true),
      cell(card),
    ]),
    'None. Renders wait until one joins.',
  );
  const count = workers.length === 1 ? 'One worker' : `${workers.length} workers`;
  return `${count} at ${address}. Others join with: npm run farm:worker -- --redis ${address}`;
}

async function look(): Promise<void> {
  const said = document.getElementById('said')!;
  try {
    const text = showAll((await (await fetch('/state')).json()) as FarmState);
    // Said again where it changes alone, for those who have it read out.
    if (said.textContent !== text) said.textContent = text;
  } catch {
    said.textContent = 'The farm does not answer.';
  }
  setTimeout(() => void look(), LOOK_MS);
}

void look();
