import { CircleDashed } from 'lucide-react';
import { clock } from '../ui/index.js';

/** Whether what is shown is saved, and since when it is a draft. */
export function EditorState({ at, isNew }: { readonly at: number | undefined; readonly isNew: boolean }) {
  if (at === undefined)
    return (
      <span className="s2 text-soft">
        {isNew ? 'A new routine. It is kept as a draft as you type.' : 'As saved.'}
      </span>
    );
  return (
    <span className="state text-ochre" role="status">
      <CircleDashed className="i s" aria-hidden="true" /> Draft kept at {clock(new Date(at).toISOString())}
    </span>
  );
}
