import { listNameFault, listWord, readLines } from '@gully/core/lists';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Download, FileUp, RotateCcw } from 'lucide-react';
import { useMemo, useRef } from 'react';
import { answerOf, api } from '../api/index.js';
import { ThingButtons, EditorFrame, NameField, useEditing } from '../editing/index.js';
import { Fault, tellProblem } from '../ui/index.js';
import { LIST, type ListBody, type ListWithText } from './kind.js';
import { LinesField } from './lines-field.js';

interface ListEditorProps {
  readonly id: string;
  readonly saved: ListWithText | undefined;
}

/** One list: its name, and its lines as text. */
export function ListEditor({ id, saved }: ListEditorProps) {
  const editing = useEditing({ kind: LIST, id, saved, nameOf: ({ name }) => name, check });
  const { body, faultOf, change, refusal } = editing;
  const read = useMemo(() => readLines(body.text), [body.text]);
  const word = listWord(body.name);
  return (
    <EditorFrame
      editing={editing}
      name={<NameField editing={editing} />}
      className="flex min-h-0 flex-1 flex-col"
    >
      <Fault>{faultOf('name')}</Fault>
      <div className="row my-1.5 flex-wrap text-soft">
        <span className="s2">
          {'fault' in read ? '' : `${read.lines.length.toLocaleString('en')} lines`}
          {saved !== undefined && `, ${saved.left.toLocaleString('en')} not drawn yet this round`}
          {word !== '' && (
            <>
              ; in texts <span className="m whitespace-nowrap">{`{{ list.${word}.left }}`}</span>
            </>
          )}
        </span>
        <span className="row ml-auto flex-wrap">
          {saved !== undefined && <BeginAnew id={id} />}
          <FileButton
            onText={(text, name) => {
              change({ text, ...(body.name === '' ? { name } : {}) });
            }}
          />
          {saved !== undefined && (
            <a className="btn s" href={`/api/lists/${id}/text`} download={`${saved.name}.txt`}>
              <Download className="i s" aria-hidden="true" /> Text file
            </a>
          )}
          <ThingButtons editing={editing} />
        </span>
      </div>
      {'fault' in read && <Fault>{`${read.fault}. Nothing was saved; your draft is kept.`}</Fault>}
      {'notes' in read && read.notes.map((note) => <Fault key={note}>{note}</Fault>)}
      <Fault>{refusal}</Fault>
      <LinesField
        value={body.text}
        onChange={(text) => {
          change({ text });
        }}
      />
    </EditorFrame>
  );
}

function check({ name, text }: ListBody): Readonly<Record<string, string>> {
  const nameFault = listNameFault(name);
  const read = readLines(text);
  return {
    ...(nameFault === undefined ? {} : { name: nameFault }),
    ...('fault' in read ? { text: read.fault } : {}),
  };
}

function BeginAnew({ id }: { readonly id: string }) {
  const queries = useQueryClient();
  const again = useMutation({
    mutationFn: () => answerOf(api.POST('/api/lists/{id}/new-round', { params: { path: { id } } })),
    onSuccess: () => {
      LIST.refresh(queries);
    },
    onError: tellProblem,
  });
  return (
    <button
      type="button"
      className="btn s"
      disabled={again.isPending}
      onClick={() => {
        again.mutate();
      }}
    >
      <RotateCcw className="i s" aria-hidden="true" /> Start a new round
    </button>
  );
}

function FileButton({ onText }: { readonly onText: (text: string, name: string) => void }) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn s" onClick={() => file.current?.click()}>
        <FileUp className="i s" aria-hidden="true" /> Import text file
      </button>
      <input
        ref={file}
        type="file"
        accept=".txt,text/plain"
        className="hidden"
        aria-label="A text file with one per line"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          if (chosen === undefined) return;
          void textOf(chosen).then((text) => {
            onText(text, chosen.name.replace(/\.txt$/iu, ''));
          });
        }}
      />
    </>
  );
}

/** A file's text, in UTF-8 or, where it says so by its first bytes, in UTF-16. */
async function textOf(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const [first, second] = bytes;
  const encoding =
    first === 0xff && second === 0xfe ? 'utf-16le' : first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8';
  return new TextDecoder(encoding).decode(bytes);
}
