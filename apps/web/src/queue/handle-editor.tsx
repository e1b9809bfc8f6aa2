import { fitsHandle, handleFaults, readHandle, type HandleBody } from '@gully/core/queue';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { GameHandle } from '../api/index.js';
import { EditorFrame, ThingButtons, useEditing, type Editing } from '../editing/index.js';
import { streamQuery } from '../live/index.js';
import { Fault, Tick } from '../ui/index.js';
import { HANDLE_KIND } from './kinds.js';

interface HandleEditorProps {
  readonly id: string;
  readonly saved: GameHandle | undefined;
  readonly others: readonly GameHandle[];
}

const FIELDS = [
  ['name', 'What a handle is called in this game', 'rope ID'],
  ['category', 'The category of the game', 'Underledge'],
  ['pattern', 'Pattern it must match whole, in RE2; empty for any', '[A-Z]{2}-[0-9]{4}'],
  ['example', 'An example, shown to whoever got it wrong', 'KV-2047'],
  ['own', 'Your own, told to whoever answers a call', ''],
] as const;

/** One game’s handle: what it is called, what it looks like, and the streamer’s own. */
export function HandleEditor({ id, saved, others }: HandleEditorProps) {
  const check = useCallback((body: HandleBody) => handleFaults(body, others), [others]);
  const editing = useEditing({
    kind: HANDLE_KIND,
    id,
    saved,
    nameOf: ({ name, category }) => `${name} in ${category}`,
    check,
  });
  const { body, base, faultOf, change, refusal } = editing;
  const { data: stream } = useQuery(streamQuery);
  return (
    <EditorFrame editing={editing} name={<b className="text-lg">{editing.title}</b>}>
      <Fault>{refusal}</Fault>
      <div className="mt-2 grid max-w-[560px] gap-3">
        {FIELDS.map(([field, label, example], n) => (
          <label key={field} className="block">
            <span className="s2 block pb-1 text-soft">
              {label}
              {field === 'category' && stream?.category ? `. Now: ${stream.category}` : ''}
            </span>
            <input
              className={`blank ${field === 'pattern' || field === 'example' || field === 'own' ? 'm' : ''} ${body[field] === base[field] ? '' : 'draft'}`}
              value={body[field]}
              placeholder={example}
              aria-invalid={faultOf(field) !== undefined}
              autoComplete="off"
              spellCheck={false}
              autoFocus={n === 0 && saved === undefined}
              onChange={({ target }) => {
                change({ [field]: target.value });
              }}
            />
            <Fault>{faultOf(field)}</Fault>
          </label>
        ))}
        <Tick
          label="Nobody joins a queue of this game without one"
          checked={body.required}
          onChange={(required) => {
            change({ required });
          }}
        />
        <TryOne editing={editing} />
      </div>
      <footer className="row mt-3">
        <span className="ml-auto">
          <ThingButtons editing={editing} />
        </span>
      </footer>
    </EditorFrame>
  );
}

/** Someone’s handle, tried against the pattern as it is edited. */
function TryOne({ editing: { body, faultOf } }: { readonly editing: Editing<HandleBody, GameHandle> }) {
  const [typed, setTyped] = useState('');
  const read = readHandle(body, typed, fitsHandle);
  return (
    <div>
      <label className="block">
        <span className="s2 block pb-1 text-soft">Try one</span>
        <input
          className="blank m"
          value={typed}
          autoComplete="off"
          spellCheck={false}
          onChange={({ target }) => {
            setTyped(target.value);
          }}
        />
      </label>
      <p className="s2 min-h-5" aria-live="polite">
        {typed === '' || faultOf('pattern') !== undefined ? null : 'text' in read ? (
          <span className="text-moss">Kept as {read.text}</span>
        ) : (
          <span className="text-ochre">They hear: {read.fault}</span>
        )}
      </p>
    </div>
  );
}
