/** What an SVG may draw at most, so that drawing it cannot hold up the page: nothing there can be stopped. */
export const SVG_WEIGHT_LIMITS = {
  /** Elements, each as often as it is drawn. */
  drawn: 50_000,
  /** Primitives of filters, each of which goes over the whole picture. */
  filters: 40,
  characters: 8 * 1024 * 1024,
} as const;

interface Element {
  children: Element[];
  /** Id of what a `use` draws. */
  uses: string | null;
}

/** A tag: closing, its name, what is in it, and whether it closes itself. Each part has one way to match only. */
const TAG = /<(\/?)([A-Za-z_][\w:.-]*)((?:[^<>"']|"[^"]*"|'[^']*')*)>/g;
const ID = /\sid\s*=\s*(?:"([^"]*)"|'([^']*)')/;
const HREF = /\s(?:xlink:)?href\s*=\s*(?:"#([^"]*)"|'#([^']*)')/;

/** How much an SVG draws: elements as often as they are drawn through `use`, and primitives of its filters. */
export interface SvgWeight {
  drawn: number;
  filters: number;
}

/** Counts what an SVG draws, from its text alone. What takes itself in is counted as beyond every limit. */
export function svgWeight(text: string): SvgWeight {
  if (text.length > SVG_WEIGHT_LIMITS.characters) return { drawn: Infinity, filters: 0 };
  const root: Element = { children: [], uses: null };
  const open = [root];
  const byId = new Map<string, Element>();
  let filters = 0;
  for (const [, closing, name, inside] of text.replace(/<!--[^]*?-->/g, '').matchAll(TAG)) {
    if (closing) {
      if (open.length > 1) open.pop();
      continue;
    }
    const local = name!.split(':').at(-1)!;
    if (/^fe[A-Z]/.test(local)) filters++;
    const href = local === 'use' ? HREF.exec(inside!) : null;
    const element: Element = { children: [], uses: href ? (href[1] ?? href[2] ?? null) : null };
    const id = ID.exec(inside!);
    if (id) byId.set(id[1] ?? id[2] ?? '', element);
    open.at(-1)!.children.push(element);
    if (!inside!.endsWith('/')) open.push(element);
  }
  return { drawn: drawnBy(root, byId), filters };
}

/** Elements that one draws, itself among them; children before their parents, without a call for each level. */
function drawnBy(root: Element, byId: ReadonlyMap<string, Element>): number {
  const known = new Map<Element, number>();
  const begun = new Set<Element>();
  const stack = [root];
  while (stack.length > 0) {
    const element = stack.at(-1)!;
    const target = element.uses === null ? undefined : byId.get(element.uses);
    const parts = target ? [...element.children, target] : element.children;
    const waiting = parts.filter((e) => !known.has(e));
    if (waiting.length === 0) {
      known.set(element, 1 + parts.reduce((sum, e) => sum + known.get(e)!, 0));
      stack.pop();
    } else if (begun.has(element) && waiting.some((e) => begun.has(e))) {
      return Infinity;
    } else {
      begun.add(element);
      stack.push(...waiting);
    }
  }
  return known.get(root)!;
}
