import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { definitionOf } from '@/core/steps';
import { StepArticle } from '@/ui/catalogue/StepArticle';

interface Props {
  params: Promise<{ op: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: definitionOf((await params).op)?.name ?? 'No such step' };
}

export default async function StepAlone({ params }: Props) {
  const definition = definitionOf((await params).op);
  if (!definition) notFound();
  return <StepArticle op={definition.op} name={definition.name} />;
}
