import { useMemo } from 'react';
import { definitionOf } from '@/core/steps';
import { referenceOf } from '@/core/steps/reference';
import { exampleOf } from '@/demo/examples';
import { useMedia } from '../parts/use-media';
import { Still } from '../parts/Still';

/** A page of the catalogue: what a step does, a moving example, its parameters and its GLSL. */
export function StepPage({ op }: { op: string }) {
  const { description, takes, gives, params, glsl } = referenceOf(op);
  const calm = useMedia('(prefers-reduced-motion: reduce)', true);
  const example = useMemo(() => exampleOf(definitionOf(op)!), [op]);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <div className="grid gap-4 min-[700px]:grid-cols-[minmax(0,1fr)_300px]">
        <div>
          <p className="mb-2 text-[15px]">{description}</p>
          <dl className="grid grid-cols-[64px_1fr] gap-y-1">
            <dt className="text-mute">takes</dt>
            <dd>{takes}</dd>
            <dt className="text-mute">gives</dt>
            <dd>{gives}</dd>
            <dt className="text-mute">in files</dt>
            <dd className="font-mono">{op}</dd>
          </dl>
        </div>
        <Still piece={example} moving={!calm} />
      </div>
      {params.length > 0 && (
        <table className="w-full border-collapse text-left align-top">
          <caption className="mb-1 text-left font-semibold">Parameters</caption>
          <tbody>
            {params.map(({ name, description: does, what, begins, notes }) => (
              <tr key={name} className="border-t border-line align-top">
                <th scope="row" className="w-36 py-1.5 pr-3 font-medium">
                  {name}
                </th>
                <td className="py-1.5 pr-3">
                  {does}
                  <span className="block text-mute">
                    {[what, ...(begins ? [`at first ${begins}`] : []), ...notes].join('; ')}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {glsl && (
        <section aria-label="GLSL">
          <h2 className="mb-1 font-semibold">GLSL</h2>
          <p className="mb-1 text-mute">
            The body of its function: <code>p</code> is the place, <code>v</code> the input, parameters have their
            names.
          </p>
          <pre
            tabIndex={0}
            aria-label="GLSL of the step"
            className="max-h-72 overflow-auto rounded-md border border-line bg-ground p-3 font-mono text-[13px]"
          >
            {glsl}
          </pre>
        </section>
      )}
    </div>
  );
}
