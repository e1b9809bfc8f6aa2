import type { Command, CommandBody } from '../api/index.js';
import { ago, exact, useNow } from '../ui/index.js';
import { changedParts, PARTS } from './parts.js';

interface ConflictProps {
  readonly saved: Command;
  readonly draft: CommandBody;
  readonly onKeepDraft: () => void;
  readonly onTakeSaved: () => void;
}

/** Somebody else saved the command while it was edited here: both are shown, the person chooses. */
export function Conflict({ saved, draft, onKeepDraft, onTakeSaved }: ConflictProps) {
  const now = useNow(30_000);
  return (
    <section
      className="my-3 border border-dashed border-ochre p-3"
      role="alert"
      aria-labelledby="conflict-title"
    >
      <h2 id="conflict-title">Saved somewhere else while you were editing</h2>
      <p className="text-soft">
        The command was saved <span title={exact(saved.changedAt)}>{ago(saved.changedAt, now)}</span>. Nothing
        was overwritten, and your draft is kept.
      </p>
      <div className="versus">
        <span />
        <b>Saved now</b>
        <b className="text-ochre">Your draft</b>
        {changedParts(saved, draft).map((part) => (
          <PartRow
            key={part}
            label={PARTS[part].label}
            saved={PARTS[part].words(saved)}
            draft={PARTS[part].words(draft)}
          />
        ))}
      </div>
      <p className="row flex-wrap">
        <button type="button" className="btn do" onClick={onKeepDraft}>
          Save my draft over it
        </button>
        <button type="button" className="btn" onClick={onTakeSaved}>
          Take the saved one, drop my draft
        </button>
      </p>
    </section>
  );
}

function PartRow({
  label,
  saved,
  draft,
}: {
  readonly label: string;
  readonly saved: string;
  readonly draft: string;
}) {
  return (
    <>
      <span className="text-soft">{label}</span>
      <span>{saved}</span>
      <span>{draft}</span>
    </>
  );
}
