import {
  autocompletion,
  closeCompletion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { history, historyKeymap, standardKeymap } from '@codemirror/commands';
import {
  Compartment,
  EditorState,
  Prec,
  RangeSetBuilder,
  StateEffect,
  type Extension,
  type Text,
} from '@codemirror/state';
import {
  Decoration,
  EditorView,
  keymap,
  placeholder,
  tooltips,
  ViewPlugin,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { parseText, unknownIn, type KnownPaths, type Scope } from '@gully/core/text';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { meaningOf, valueNow, valuesFor } from './value-words.js';

interface TextFieldProps {
  readonly value: string;
  readonly label: string;
  /** what its values hold now */
  readonly scope: Scope;
  readonly onChange: (value: string) => void;
  /** `Ctrl Space` in the text asks for the reference of all values */
  readonly onShowValues: () => void;
  /** what stands there while it is empty */
  readonly example?: string | undefined;
}

/** What the field looks at while one types; it changes without the field being made again. */
interface Around {
  scope: Scope;
  onChange: (value: string) => void;
  onShowValues: () => void;
}

/** Pixels around what is in view in which fields are made ready. */
const NEAR = '400px';

/** The text of a step. In a long script only the fields near what is in view are editors; the others are their text. */
export function TextField(props: TextFieldProps) {
  const still = useRef<HTMLDivElement>(null);
  const [state, setState] = useState<'still' | 'live' | 'focused'>('still');
  useEffect(() => {
    if (state !== 'still' || still.current === null) return;
    const observer = new IntersectionObserver(
      ([entry]) => {
        // Not when it was given the focus meanwhile: the editor would be made without it.
        if (entry?.isIntersecting === true) setState((before) => (before === 'still' ? 'live' : before));
      },
      { rootMargin: NEAR },
    );
    observer.observe(still.current);
    return () => {
      observer.disconnect();
    };
  }, [state]);
  if (state !== 'still') return <LiveField {...props} focus={state === 'focused'} />;
  return (
    <div
      ref={still}
      className="still"
      role="textbox"
      aria-multiline
      aria-label={props.label}
      tabIndex={0}
      onFocus={() => {
        setState('focused');
      }}
    >
      {props.value}
    </div>
  );
}

/** The editor of a text: values are marked as they are typed, and `{` offers them. */
function LiveField({
  value,
  label,
  scope,
  onChange,
  onShowValues,
  example = 'What the bot says. { inserts a value',
  focus,
}: TextFieldProps & { readonly focus: boolean }) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const around = useRef<Around>({ scope, onChange, onShowValues });
  useEffect(() => {
    const marksChange = around.current.scope.known !== scope.known;
    around.current = { scope, onChange, onShowValues };
    // An empty change has the marks made again, by what is known now.
    if (marksChange) view.current?.dispatch({ effects: knownChanged.of(null) });
  });

  // Before anything can be typed: letters that come while there is no editor would be lost.
  useLayoutEffect(() => {
    const attributes = new Compartment();
    const editor = new EditorView({
      parent: place.current ?? document.body,
      doc: value,
      extensions: [
        history(),
        // Before completion's own key: the reference finds by meaning too.
        Prec.highest(
          keymap.of([
            {
              key: 'Ctrl-Space',
              run: () => {
                around.current.onShowValues();
                return true;
              },
            },
          ]),
        ),
        keymap.of([...standardKeymap, ...historyKeymap]),
        EditorView.lineWrapping,
        attributes.of(EditorView.contentAttributes.of({ 'aria-label': label })),
        placeholder(example),
        tooltips({ position: 'fixed', parent: document.body }),
        autocompletion({
          override: [(context) => offerValues(context, around.current.scope)],
          icons: false,
          interactionDelay: 0,
          defaultKeymap: true,
        }),
        valueMarks(() => around.current.scope.known),
        EditorView.domEventHandlers({
          focus: (_event, focused) => {
            lastFocused = new WeakRef(focused);
          },
          blur: (_event, blurred) => void closeCompletion(blurred),
        }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) around.current.onChange(update.state.doc.toString());
        }),
        EditorState.tabSize.of(2),
      ],
    });
    view.current = editor;
    if (focus) editor.focus();
    return () => {
      editor.destroy();
    };
    // Made once; what changes later is put in by the effect below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [label]);

  // With the drawing itself: later it would take back what was typed since.
  useLayoutEffect(() => {
    const editor = view.current;
    if (editor === undefined || editor.state.doc.toString() === value) return;
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: value } });
  }, [value]);

  return <div ref={place} />;
}

function offerValues(context: CompletionContext, scope: Scope): CompletionResult | null {
  const typed = context.matchBefore(/\{\{?\s*[\w. ]*/u);
  if (typed === null) return null;
  const begun = typed.text.replace(/^[{\s]+/u, '').toLowerCase();
  return {
    from: typed.from,
    filter: false,
    options: valuesFor(begun, scope.known).map((path) => ({
      label: path,
      detail: detailOf(path, scope),
      apply: (view, _completion, from, to) => {
        const after = view.state.sliceDoc(to, to + 3);
        const closing = /^\s?\}\}/u.exec(after)?.[0].length ?? 0;
        const insert = `{{ ${path} }}`;
        view.dispatch({
          changes: { from, to: to + closing, insert },
          selection: { anchor: from + insert.length },
        });
      },
    })),
  };
}

/** What a value means, and what it holds now. */
function detailOf(path: string, scope: Scope): string {
  const now = valueNow(path, scope);
  return now === '' ? meaningOf(path) : `${meaningOf(path)}. Now: ${now.slice(0, 30)}`;
}

/** Puts a piece of text where the cursor stands in the field that has, or last had, the focus. */
export function insertAtCursor(insert: string): void {
  const view = lastFocused?.deref();
  if (view === undefined) return;
  const { from, to } = view.state.selection.main;
  view.dispatch({ changes: { from, to, insert }, selection: { anchor: from + insert.length } });
  view.focus();
}
let lastFocused: WeakRef<EditorView> | undefined;

const knownChanged = StateEffect.define();
const plainMark = Decoration.mark({ class: 'val' });
const tagMark = Decoration.mark({ class: 'val tag' });
const unknownMark = Decoration.mark({ class: 'val no' });
const TAG = /\{\{[^]*?\}\}|\{%[^]*?%\}/gu;

function valueMarks(known: () => KnownPaths): Extension {
  return ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      constructor(view: EditorView) {
        this.decorations = markValues(view.state.doc, known());
      }
      update(update: ViewUpdate): void {
        const asked = update.transactions.some(({ effects }) =>
          effects.some((effect) => effect.is(knownChanged)),
        );
        if (update.docChanged || asked) this.decorations = markValues(update.state.doc, known());
      }
    },
    { decorations: (plugin) => plugin.decorations },
  );
}

function markValues(document: Text, known: KnownPaths): DecorationSet {
  const source = document.toString();
  const result = parseText(source);
  const wrongAt =
    'fault' in result
      ? []
      : unknownIn(result.text, known).map(({ line, column }) => document.line(line).from + column - 1);
  const marks = new RangeSetBuilder<Decoration>();
  for (const match of source.matchAll(TAG)) {
    const to = match.index + match[0].length;
    const isWrong = wrongAt.some((at) => at >= match.index && at < to);
    marks.add(match.index, to, isWrong ? unknownMark : match[0].startsWith('{%') ? tagMark : plainMark);
  }
  return marks.finish();
}
