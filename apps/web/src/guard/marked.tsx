import type { ReactNode } from 'react';

interface MarkedProps {
  readonly text: string;
  /** in UTF-16 units; they may lie over one another */
  readonly fragments: readonly { readonly from: number; readonly to: number }[];
  /** of what is let through */
  readonly free?: boolean;
}

/** A message with the parts marked that had it caught. */
export function Marked({ text, fragments, free = false }: MarkedProps) {
  const parts: ReactNode[] = [];
  let at = 0;
  for (const { from, to } of [...fragments].sort((a, b) => a.from - b.from)) {
    const begin = Math.max(from, at);
    if (to <= begin) continue;
    if (begin > at) parts.push(text.slice(at, begin));
    parts.push(
      <mark key={begin} className={free ? 'hit free' : 'hit'}>
        {text.slice(begin, to)}
      </mark>,
    );
    at = to;
  }
  parts.push(text.slice(at));
  return <span className="wrap-anywhere">{parts}</span>;
}
