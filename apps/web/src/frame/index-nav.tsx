import { useQueries } from '@tanstack/react-query';
import { ChevronDown, ChevronRight, Pin, PinOff } from 'lucide-react';
import { NavLink } from 'react-router';
import { useAreas, type IndexEntry, type Mode } from '../manifest/index.js';
import { useAnyStored, useStored } from '../ui/index.js';

interface IndexNavProps {
  readonly mode: Mode;
  /** a place was chosen, the current one included */
  readonly onChosen?: () => void;
}

/** The places of a mode, in groups that fold; those that are pinned stand on top as well. */
export function IndexNav({ mode, onChosen }: IndexNavProps) {
  const entries = useAreas()
    .flatMap(({ index = [] }) => index)
    .filter((entry) => entry.mode === mode);
  const groups = [...new Set(entries.map(({ group }) => group))];
  const countOf = useCounts(entries);
  const folded = useStoredSet('gully.index.folded');
  const pinned = useStoredSet('gully.index.pinned');
  const item = (entry: IndexEntry) => {
    const isPinned = pinned.has(entry.to);
    const PinIcon = isPinned ? PinOff : Pin;
    const label = `${isPinned ? 'Unpin' : 'Pin'} ${entry.label}`;
    return (
      <li key={entry.to}>
        <NavLink to={entry.to} onClick={onChosen}>
          {entry.label}
          {entry.drafts !== undefined && <Drafted beginning={entry.drafts} />}
          {countOf(entry) !== undefined && <span className="m">{countOf(entry)}</span>}
        </NavLink>
        <button
          type="button"
          className="pin"
          aria-label={label}
          title={label}
          onClick={() => {
            pinned.toggle(entry.to);
          }}
        >
          <PinIcon className="i s" aria-hidden="true" />
        </button>
      </li>
    );
  };
  const top = entries.filter(({ to }) => pinned.has(to));
  return (
    <nav className="index" aria-label={mode === 'review' ? 'Review' : 'Prepare'}>
      <div className="scroll">
        {top.length > 0 && (
          <div>
            <h2 className="pinned">Pinned</h2>
            <ul>{top.map(item)}</ul>
          </div>
        )}
        {groups.map((title) => {
          const isFolded = folded.has(title);
          const Chevron = isFolded ? ChevronRight : ChevronDown;
          return (
            <div key={title}>
              <h2>
                <button
                  type="button"
                  aria-expanded={!isFolded}
                  onClick={() => {
                    folded.toggle(title);
                  }}
                >
                  {title} <Chevron className="i s" aria-hidden="true" />
                </button>
              </h2>
              {!isFolded && <ul>{entries.filter(({ group }) => group === title).map(item)}</ul>}
            </div>
          );
        })}
      </div>
    </nav>
  );
}

/** Something is edited there that is not saved. */
function Drafted({ beginning }: { readonly beginning: string }) {
  return useAnyStored(beginning) ? <span className="state">draft</span> : null;
}

/** A few words this browser remembers. */
function useStoredSet(key: string): { has(word: string): boolean; toggle(word: string): void } {
  const [stored, setStored] = useStored(key);
  const words = stored === null ? [] : stored.split('\n');
  return {
    has: (word) => words.includes(word),
    toggle: (word) => {
      const next = words.includes(word) ? words.filter((each) => each !== word) : [...words, word];
      setStored(next.length === 0 ? null : next.join('\n'));
    },
  };
}

function useCounts(entries: readonly IndexEntry[]): (entry: IndexEntry) => number | undefined {
  const counted = entries.flatMap(({ to, counts }) => (counts === undefined ? [] : [{ to, counts }]));
  const answers = useQueries({ queries: counted.map(({ counts }) => counts) });
  return ({ to }) => {
    const data = answers[counted.findIndex((each) => each.to === to)]?.data as readonly unknown[] | undefined;
    return data?.length;
  };
}
