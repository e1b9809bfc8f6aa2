import {
  autocompletion,
  closeCompletion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { history, historyKeymap, standardKeymap } from '@codemirror/commands';
import { Compartment, EditorState, RangeSetBuilder, type Text } from '@codemirror/state';
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
import { parseText, VALUES } from '@gully/core/text';
import { useEffect, useRef } from 'react';

interface TextFieldProps {
  readonly value: string;
  readonly label: string;
  readonly describedBy: string;
  readonly onChange: (value: string) => void;
}

/** The text of a step: values are marked as they are typed, and `{` offers them. */
export function TextField({ value, label, describedBy, onChange }: TextFieldProps) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const changed = useRef(onChange);
  useEffect(() => {
    changed.current = onChange;
  });

  useEffect(() => {
    const attributes = new Compartment();
    const editor = new EditorView({
      parent: place.current ?? document.body,
      doc: value,
      extensions: [
        history(),
        keymap.of([...standardKeymap, ...historyKeymap]),
        EditorView.lineWrapping,
        attributes.of(
          EditorView.contentAttributes.of({ 'aria-label': label, 'aria-describedby': describedBy }),
        ),
        placeholder('What the bot says. { inserts a value'),
        tooltips({ position: 'fixed', parent: document.body }),
        autocompletion({ override: [offerValues], icons: false, interactionDelay: 0 }),
        valueMarks,
        EditorView.domEventHandlers({ blur: (_event, blurred) => void closeCompletion(blurred) }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) changed.current(update.state.doc.toString());
        }),
        EditorState.tabSize.of(2),
      ],
    });
    view.current = editor;
    return () => {
      editor.destroy();
    };
    // Made once; what changes later is put in by the effect below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [label, describedBy]);

  useEffect(() => {
    const editor = view.current;
    if (editor === undefined || editor.state.doc.toString() === value) return;
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: value } });
  }, [value]);

  return <div ref={place} />;
}

function offerValues(context: CompletionContext): CompletionResult | null {
  const typed = context.matchBefore(/\{\{?\s*[\w.]*/u);
  if (typed === null) return null;
  return {
    from: typed.from,
    filter: false,
    options: VALUES.filter(({ path }) => path.startsWith(typed.text.replace(/^[{\s]+/u, ''))).map(
      ({ path, means }) => ({
        label: path,
        detail: means,
        apply: (view, _completion, from, to) => {
          const after = view.state.sliceDoc(to, to + 3);
          const closing = /^\s?\}\}/u.exec(after)?.[0].length ?? 0;
          const insert = `{{ ${path} }}`;
          view.dispatch({
            changes: { from, to: to + closing, insert },
            selection: { anchor: from + insert.length },
          });
        },
      }),
    ),
  };
}

const known = Decoration.mark({ class: 'val' });
const tag = Decoration.mark({ class: 'val tag' });
const unknown = Decoration.mark({ class: 'val no' });
const TAG = /\{\{[^]*?\}\}|\{%[^]*?%\}/gu;

const valueMarks = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = markValues(view.state.doc);
    }
    update(update: ViewUpdate): void {
      if (update.docChanged) this.decorations = markValues(update.state.doc);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

function markValues(document: Text): DecorationSet {
  const source = document.toString();
  const result = parseText(source);
  const wrongAt =
    'fault' in result
      ? []
      : result.text.unknown.map(({ line, column }) => document.line(line).from + column - 1);
  const marks = new RangeSetBuilder<Decoration>();
  for (const match of source.matchAll(TAG)) {
    const to = match.index + match[0].length;
    const isWrong = wrongAt.some((at) => at >= match.index && at < to);
    marks.add(match.index, to, isWrong ? unknown : match[0].startsWith('{%') ? tag : known);
  }
  return marks.finish();
}
