import { phraseGroupFaults, type PhraseGroupBody } from '@gully/core/guard';
import { useMutation } from '@tanstack/react-query';
import { Download, FileUp } from 'lucide-react';
import { useCallback, useRef } from 'react';
import { answerOf, api, type PhraseGroup } from '../api/index.js';
import { EditorFrame, NameField, OnSwitch, ThingButtons, useEditing } from '../editing/index.js';
import { Fault, tellProblem, toast } from '../ui/index.js';
import { OwnConsequence } from './consequence-blank.js';
import { PHRASE_GROUP } from './phrase-kind.js';
import { PhraseTable } from './phrase-table.js';

interface PhraseEditorProps {
  readonly id: string;
  readonly saved: PhraseGroup | undefined;
  readonly others: readonly PhraseGroup[];
}

/** One group: its name, what its phrases lead to, and the phrases. */
export function PhraseEditor({ id, saved, others }: PhraseEditorProps) {
  const check = useCallback((body: PhraseGroupBody) => phraseGroupFaults(body, others), [others]);
  const editing = useEditing({ kind: PHRASE_GROUP, id, saved, nameOf: ({ name }) => name, check });
  const { body, faultOf, change, refusal } = editing;
  return (
    <EditorFrame
      editing={editing}
      name={<NameField editing={editing} />}
      aside={
        <OnSwitch
          on={body.enabled}
          onChange={(enabled) => {
            change({ enabled });
          }}
        />
      }
      className="flex min-h-0 flex-1 flex-col"
    >
      <Fault>{faultOf('name')}</Fault>
      <div className="row my-1.5 flex-wrap">
        {body.entries.length.toLocaleString('en')}{' '}
        {body.entries.length === 1 ? 'phrase leads' : 'phrases lead'} to
        <OwnConsequence
          label="What they lead to"
          value={body.consequence}
          onChange={(consequence) => {
            change({ consequence });
          }}
        />
        <span className="row ml-auto flex-wrap">
          <FileButton
            onRead={(entries) => {
              const known = new Set(body.entries.map(({ kind, text }) => `${kind} ${text}`));
              const fresh = entries.filter(({ kind, text }) => !known.has(`${kind} ${text}`));
              change({ entries: [...body.entries, ...fresh] });
              toast(`${fresh.length.toLocaleString('en')} phrases came in; save the group to keep them`);
            }}
          />
          {saved !== undefined && (
            <>
              <a className="btn s" href={`/api/phrase-groups/${id}/text`} download={`${saved.name}.txt`}>
                <Download className="i s" aria-hidden="true" /> Text
              </a>
              <a className="btn s" href={`/api/phrase-groups/${id}/csv`} download={`${saved.name}.csv`}>
                <Download className="i s" aria-hidden="true" /> CSV
              </a>
            </>
          )}
          <ThingButtons editing={editing} />
        </span>
      </div>
      <p className="s2 text-soft">
        Looked for through look-alikes, leetspeak, spaced-out and repeated letters, unless as written. A
        pattern is RE2.
      </p>
      <Fault>{faultOf('consequence')}</Fault>
      <Fault>{refusal}</Fault>
      <PhraseTable
        entries={body.entries}
        faultOf={faultOf}
        onChange={(entries) => {
          change({ entries });
        }}
      />
    </EditorFrame>
  );
}

function FileButton({ onRead }: { readonly onRead: (entries: PhraseGroup['entries']) => void }) {
  const file = useRef<HTMLInputElement>(null);
  const read = useMutation({
    mutationFn: async (chosen: File) =>
      answerOf(
        api.POST('/api/phrase-groups/read', {
          body: {
            format: chosen.name.toLowerCase().endsWith('.csv') ? 'csv' : 'text',
            text: await chosen.text(),
          },
        }),
      ),
    onSuccess: ({ entries, faults }) => {
      onRead(entries);
      if (faults.length > 0)
        toast.error('Some lines could not be used', { description: faults.join('. '), duration: 20_000 });
    },
    onError: tellProblem,
  });
  return (
    <>
      <button type="button" className="btn s" onClick={() => file.current?.click()}>
        <FileUp className="i s" aria-hidden="true" /> Import text or CSV
      </button>
      <input
        ref={file}
        type="file"
        accept=".txt,.csv,text/plain,text/csv"
        className="hidden"
        aria-label="A file of phrases: one on a line, or CSV"
        onChange={({ target }) => {
          const [chosen] = target.files ?? [];
          target.value = '';
          if (chosen !== undefined) read.mutate(chosen);
        }}
      />
    </>
  );
}
