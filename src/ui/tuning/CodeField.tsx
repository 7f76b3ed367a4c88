import { autocompletion, completionKeymap, type CompletionContext } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { cpp } from '@codemirror/lang-cpp';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { setDiagnostics } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';
import { builtinNames, LIBRARY_FUNCTIONS } from '@/core/glsl';
import { PLACE_FIELDS } from '@/core/glsl/lib';
import type { ResolvedStep } from '@/core/steps';

interface Props {
  name: string;
  value: string;
  long: boolean;
  broken: ResolvedStep['broken'];
  /** Numbers declared by the artist. */
  inputs: string[];
  onChange: (text: string) => void;
  onDone: () => void;
}

const LOOK = HighlightStyle.define([
  { tag: [tags.keyword, tags.controlKeyword, tags.modifier], color: '#c6d86b' },
  { tag: [tags.typeName, tags.standard(tags.typeName)], color: '#8fc3b8' },
  { tag: tags.number, color: '#e0b98a' },
  { tag: [tags.lineComment, tags.blockComment], color: '#8b978f', fontStyle: 'italic' },
  { tag: [tags.function(tags.variableName), tags.function(tags.propertyName)], color: '#ece6d9', fontWeight: '600' },
]);

const THEME = EditorView.theme(
  {
    '&': {
      fontSize: '13px',
      backgroundColor: '#0f1312',
      color: '#ece6d9',
      border: '1px solid #262d2a',
      borderRadius: '6px',
    },
    '&.cm-focused': { outline: '2px solid #c6d86b', outlineOffset: '1px' },
    '.cm-content': { fontFamily: '"Spline Sans Mono Variable", monospace', padding: '6px 0', caretColor: '#c6d86b' },
    '.cm-gutters': { backgroundColor: 'transparent', color: '#8b978f', border: 'none' },
    '.cm-scroller': { maxHeight: '280px' },
    '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': { backgroundColor: '#33403a !important' },
    '.cm-tooltip': { backgroundColor: '#1b211e', border: '1px solid #3a443f', color: '#ece6d9' },
    '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: '#c6d86b', color: '#14180f' },
    '.cm-diagnostic-error': { borderLeft: '4px solid #e3806a' },
  },
  { dark: true },
);

const WORDS = builtinNames()
  .map((label) => ({ label, type: 'function', detail: 'GLSL' }))
  .concat([...LIBRARY_FUNCTIONS].map(([label, part]) => ({ label, type: 'function', detail: part })))
  .concat(
    [
      'float',
      'vec2',
      'vec3',
      'vec4',
      'int',
      'uint',
      'bool',
      'mat2',
      'mat3',
      'const',
      'for',
      'if',
      'else',
      'return',
      'break',
    ].map((label) => ({ label, type: 'keyword', detail: '' })),
  );

const FIELDS = PLACE_FIELDS.map((f) => ({
  label: f.name,
  type: 'property',
  detail: f.size === 1 ? 'float' : `vec${f.size}`,
  info: f.about,
}));

function complete(context: CompletionContext, inputs: string[]) {
  const field = context.matchBefore(/\bp\.\w*/);
  if (field) return { from: field.from + 2, options: FIELDS };
  const word = context.matchBefore(/\w+/);
  if (!word && !context.explicit) return null;
  const own = [
    { label: 'v', type: 'variable', detail: 'the input' },
    { label: 'p', type: 'variable', detail: 'the place' },
    ...inputs.map((label) => ({ label, type: 'variable', detail: 'input' })),
  ];
  return { from: word?.from ?? context.pos, options: [...own, ...WORDS] };
}

/**
 * The editor for formulas and code: highlighting, completion of what is in scope, mistakes underlined at their place.
 */
export function CodeField({ name, value, long, broken, inputs, onChange, onDone }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef({ onChange, onDone, inputs });
  useEffect(() => {
    latest.current = { onChange, onDone, inputs };
  });

  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: view.current?.state.doc.toString() ?? value,
        extensions: [
          cpp(),
          syntaxHighlighting(LOOK),
          THEME,
          history(),
          ...(long ? [lineNumbers()] : [EditorState.transactionFilter.of((t) => (t.newDoc.lines > 1 ? [] : t))]),
          autocompletion({ override: [(c) => complete(c, latest.current.inputs)], icons: false }),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap]),
          EditorView.contentAttributes.of({ 'aria-label': name, 'aria-multiline': String(long) }),
          EditorView.updateListener.of((u) => {
            if (
              u.docChanged &&
              u.transactions.some(
                (t) =>
                  t.isUserEvent('input') ||
                  t.isUserEvent('delete') ||
                  t.isUserEvent('undo') ||
                  t.isUserEvent('redo') ||
                  t.isUserEvent('move'),
              )
            )
              latest.current.onChange(u.state.doc.toString());
          }),
          EditorView.domEventHandlers({
            blur: () => latest.current.onDone(),
            keydown: (e) => {
              e.stopPropagation();
              return false;
            },
          }),
          EditorView.lineWrapping,
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
    // The editor lives as long as the step is shown; its text follows below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [long, name]);

  useEffect(() => {
    const editor = view.current!;
    const now = editor.state.doc.toString();
    if (now !== value) editor.dispatch({ changes: { from: 0, to: now.length, insert: value } });
  }, [value]);

  useEffect(() => {
    const { state, dispatch } = view.current!;
    const marks = broken && broken.line <= state.doc.lines ? [place(state, broken)] : [];
    dispatch.call(view.current!, setDiagnostics(state, marks));
  }, [broken, value]);

  return <div ref={host} data-code className="my-1 min-w-0" />;
}

function place(state: EditorState, { line, column, length, sentence }: NonNullable<ResolvedStep['broken']>) {
  const row = state.doc.line(line);
  const to = Math.min(row.to, row.from + column - 1 + length);
  // At the end of a line there is nothing to underline but what comes before.
  const from = Math.max(row.from, Math.min(row.from + column - 1, to - 1));
  return { from, to: Math.max(to, from), severity: 'error' as const, message: sentence };
}
