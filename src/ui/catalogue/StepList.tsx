import Link from 'next/link';
import { KINDS } from '@/core/piece/types';
import { kindOf } from '@/core/steps';
import { OFFERED } from '@/core/steps/reference';
import { KIND_WORDS } from '@/actions/words';

/** All steps by kind, each a way to its page. */
export function StepList() {
  return (
    <main className="mx-auto max-w-5xl p-8">
      <p className="mb-2">
        <Link href="/" className="text-lichen underline">
          To the shelf
        </Link>
      </p>
      <h1 className="mb-6 text-[22px] font-semibold">The catalogue of steps</h1>
      {KINDS.map((kind) => (
        <section key={kind} aria-labelledby={`kind-${kind}`} className="mb-7">
          <h2 id={`kind-${kind}`} className="mb-2 text-[17px] font-semibold">
            {KIND_WORDS[kind].title} <span className="font-normal text-mute">{KIND_WORDS[kind].description}</span>
          </h2>
          <ul className="grid gap-x-6 gap-y-1 min-[800px]:grid-cols-2">
            {OFFERED.filter((d) => kindOf(d) === kind).map((d) => (
              <li key={d.op}>
                <Link href={`/steps/${d.op}`} className="font-medium hover:text-lichen">
                  {d.name}
                </Link>{' '}
                <span className="text-mute">{d.description}</span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </main>
  );
}
