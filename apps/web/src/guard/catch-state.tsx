import { CircleAlert, Hourglass, Undo2, User } from 'lucide-react';
import type { Catch } from '../api/index.js';
import { doneInWords } from './consequence-words.js';

/** What was done about a catch, and what became of that. */
export function CatchState({ one }: { readonly one: Catch }) {
  const { by, spared, undoneAt, state, note, step, strike } = one;
  if (by !== null)
    return (
      <span className="state text-pool">
        <User className="i s" aria-hidden="true" /> {doneInWords(one)} by {by}
      </span>
    );
  if (spared !== null) return <span className="state text-soft">only recorded: {spared}</span>;
  const done = `${doneInWords(one)}${strike && step > 0 ? `, step ${String(step)}` : ''}`;
  if (undoneAt !== null)
    return (
      <span className="state text-moss">
        <Undo2 className="i s" aria-hidden="true" /> undone <s className="text-soft">{done}</s>
      </span>
    );
  return (
    <>
      <span className={`state ${state === 'failed' ? 'text-ochre' : 'text-crimson'}`}>
        {state === 'failed' && <CircleAlert className="i s" aria-hidden="true" />}
        {state === 'waiting' && <Hourglass className="i s" aria-hidden="true" />}
        {done}
        {state === 'failed' && ', not carried out'}
        {state === 'waiting' && ', under way'}
      </span>
      {note !== '' && <span className="s2 text-soft"> {note}</span>}
    </>
  );
}
