import { KINDS } from '../piece/types';
import { kindOf } from '../steps';
import { OFFERED, referenceOf, type ParamReference, type StepReference } from '../steps/reference';

/** The catalogue of steps as Markdown: docs/catalogue.md, which `npm run catalogue` writes. */
export function catalogueText(): string {
  const parts = KINDS.map((kind) => {
    const steps = OFFERED.filter((d) => kindOf(d) === kind).map((d) => referenceOf(d.op));
    return `## ${kind[0]!.toUpperCase()}${kind.slice(1)}\n\n${steps.map(stepText).join('\n')}`;
  });
  return `# The catalogue of steps

Written by \`npm run catalogue\` from the steps themselves; the same stands at each step in the application, with a
moving example and its GLSL. How a step is added is told in [steps.md](steps.md).

${parts.join('\n')}`;
}

function stepText({ name, op, description, takes, gives, params }: StepReference): string {
  return `### ${name}\n\n\`${op}\`. ${description} Takes ${takes}; gives ${gives}.\n\n${tableOf(params)}`;
}

/** What would end a cell of a table early. */
const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('\n', ' ');

function tableOf(params: ParamReference[]): string {
  if (params.length === 0) return '';
  const rows = params.map(({ name, description, what, begins, notes }) => {
    const is = [what, ...(begins ? [`at first ${begins}`] : []), ...notes].join('; ');
    return `| ${cell(name)} | ${cell(is)} | ${cell(description)} |`;
  });
  return `| parameter | is | does |\n|---|---|---|\n${rows.join('\n')}\n`;
}
