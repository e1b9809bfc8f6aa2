import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers, placeholder } from '@codemirror/view';
import { useEffect, useRef } from 'react';

interface LinesFieldProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** The lines of a list, as many as there are: only those in view are in the page. */
export function LinesField({ value, onChange }: LinesFieldProps) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const change = useRef(onChange);
  useEffect(() => {
    change.current = onChange;
  });
  useEffect(() => {
    const editor = new EditorView({
      parent: place.current ?? document.body,
      state: EditorState.create({
        doc: value,
        extensions: [
          lineNumbers(),
          history(),
          keymap.of([...historyKeymap, ...defaultKeymap.filter(({ key }) => key !== 'Mod-Enter')]),
          placeholder('one per line'),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            'aria-label': 'Lines, one per line',
            spellcheck: 'true',
            // What scrolls must be reached by keyboard, and not every reader takes an editable text for that.
            tabindex: '0',
          }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) change.current(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    return () => {
      editor.destroy();
    };
    // Made once; what changes from outside is put in by the effect below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => {
    const editor = view.current;
    if (editor === undefined || editor.state.doc.toString() === value) return;
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: value } });
  }, [value]);
  return <div ref={place} className="lines-field" />;
}
