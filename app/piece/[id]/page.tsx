import { Workbench } from '@/ui/workbench/Workbench';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <Workbench id={(await params).id} />;
}
