import { BEGINNINGS, STARTERS } from '@/demo';

const ALL = [...BEGINNINGS, ...STARTERS];

/** Each is made when the program is built: some draw pictures of their own, which takes half a second. */
export const dynamic = 'force-static';
export const dynamicParams = false;
export const generateStaticParams = () => ALL.map(({ id }) => ({ id }));

/** The piece of a starter or a beginning as data. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  return Response.json(ALL.find((s) => s.id === id)!.piece);
}
