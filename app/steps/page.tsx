import type { Metadata } from 'next';
import { StepList } from '@/ui/catalogue/StepList';

export const metadata: Metadata = { title: 'The catalogue of steps' };

export default function Steps() {
  return <StepList />;
}
