'use client';

import Link from 'next/link';
import { StepPage } from './StepPage';

/** The page of a step by itself, under its own address. */
export function StepArticle({ op, name }: { op: string; name: string }) {
  return (
    <main className="mx-auto max-w-4xl p-8">
      <p className="mb-2">
        <Link href="/steps" className="text-lichen underline">
          All steps
        </Link>
      </p>
      <h1 className="mb-4 text-[22px] font-semibold">{name}</h1>
      <StepPage op={op} />
    </main>
  );
}
