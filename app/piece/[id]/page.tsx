import { LazyWorkbench } from '@/ui/workbench/LazyWorkbench';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <LazyWorkbench id={(await params).id} />;
}
