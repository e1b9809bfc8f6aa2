import { useQueries } from '@tanstack/react-query';
import { NavLink } from 'react-router';
import { useAreas, type IndexEntry, type Mode } from '../manifest/index.js';

interface IndexNavProps {
  readonly mode: Mode;
  /** a place was chosen, the current one included */
  readonly onChosen?: () => void;
}

/** The places of a mode, in groups. */
export function IndexNav({ mode, onChosen }: IndexNavProps) {
  const entries = useAreas()
    .flatMap(({ index = [] }) => index)
    .filter((entry) => entry.mode === mode);
  const groups = [...new Set(entries.map(({ group }) => group))];
  const countOf = useCounts(entries);
  return (
    <nav className="index" aria-label={mode === 'review' ? 'Review' : 'Prepare'}>
      {groups.map((title) => (
        <div key={title}>
          <h2>{title}</h2>
          <ul>
            {entries
              .filter(({ group }) => group === title)
              .map((entry) => (
                <li key={entry.to}>
                  <NavLink to={entry.to} onClick={onChosen}>
                    {entry.label}
                    {countOf(entry) !== undefined && <span className="m">{countOf(entry)}</span>}
                  </NavLink>
                </li>
              ))}
          </ul>
        </div>
      ))}
    </nav>
  );
}

function useCounts(entries: readonly IndexEntry[]): (entry: IndexEntry) => number | undefined {
  const counted = entries.flatMap(({ to, counts }) => (counts === undefined ? [] : [{ to, counts }]));
  const answers = useQueries({ queries: counted.map(({ counts }) => counts) });
  return ({ to }) => {
    const data = answers[counted.findIndex((each) => each.to === to)]?.data as readonly unknown[] | undefined;
    return data?.length;
  };
}
