import type { Command } from '../api/index.js';
import { ago, exact, useNow } from '../ui/index.js';

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
