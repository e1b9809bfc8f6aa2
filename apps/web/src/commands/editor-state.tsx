import { CircleDashed } from 'lucide-react';
import type { Command } from '../api/index.js';
import { ago, clock, exact, useNow } from '../ui/index.js';

/** Whether what is shown is saved, and since when it is a draft. */
export function DraftState({
  at,
  changes,
  saved,
}: {
  readonly at: number | undefined;
  readonly changes: number;
  readonly saved: Command | undefined;
}) {
  if (at === undefined)
    return (
      <span className="s2 text-soft">
        {saved === undefined ? 'A new command. It is kept as a draft as you type.' : 'As saved.'}
      </span>
    );
  return (
    <>
      <span className="state text-ochre" role="status">
        <CircleDashed className="i s" aria-hidden="true" /> Draft kept at {clock(new Date(at).toISOString())},{' '}
        {changes} {changes === 1 ? 'change' : 'changes'}
      </span>
      <span className="s2 text-soft">
        {saved === undefined
          ? 'Chat does not know it until you add it.'
          : 'Chat gets the saved one until you save.'}
      </span>
    </>
  );
}

/** How often the command was used, and when last. */
export function Usage({ command }: { readonly command: Command }) {
  const now = useNow(10_000);
  return (
    <span className="s2">
      Used {command.uses.toLocaleString('en')} {command.uses === 1 ? 'time' : 'times'}
      {command.lastUse !== null && (
        <>
          , last <span title={exact(command.lastUse)}>{ago(command.lastUse, now)}</span>
        </>
      )}
    </span>
  );
}
