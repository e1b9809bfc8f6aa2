import { Fragment } from 'react';
import { ago, exact, useNow } from '../ui/index.js';
import { changedParts, type Kept } from './kind.js';
import type { Editing } from './use-editing.js';

/** Someone else saved it while it was edited here: both are shown, the person chooses. */
export function Conflict<B extends object, S extends Kept>({ editing }: { readonly editing: Editing<B, S> }) {
  const { kind, saved, body } = editing;
  const now = useNow(30_000);
  if (saved === undefined) return null;
  const theirs = kind.bodyOf(saved);
  return (
    <section
      className="my-3 border border-dashed border-ochre p-3"
      role="alert"
      aria-labelledby="conflict-title"
    >
      <h2 id="conflict-title">Saved by someone else while you were editing</h2>
      <p className="text-soft">
        The {kind.word} was saved <span title={exact(saved.changedAt)}>{ago(saved.changedAt, now)}</span>.
        Nothing was overwritten, and your draft is kept.
      </p>
      <div className="versus">
        <span />
        <b>Saved version</b>
        <b className="text-ochre">Your draft</b>
        {changedParts(kind.parts, theirs, body).map((part) => (
          <Fragment key={part}>
            <span className="text-soft">{kind.parts[part]?.label}</span>
            <span>{kind.parts[part]?.words(theirs)}</span>
            <span>{kind.parts[part]?.words(body)}</span>
          </Fragment>
        ))}
      </div>
      <p className="row flex-wrap">
        <button type="button" className="btn do" onClick={editing.saveOver}>
          Save my draft over it
        </button>
        <button type="button" className="btn" onClick={editing.discard}>
          Keep the saved version, discard my draft
        </button>
      </p>
    </section>
  );
}
