import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Viewer, ViewerPage } from '../api/index.js';
import { ago, exact, useNow } from '../ui/index.js';
import { viewersQuery } from './queries.js';
import { useViewerChanges } from './viewer-changes.js';

interface MergeViewerProps {
  readonly viewer: Viewer;
  readonly merges: ViewerPage['merges'];
}

/** Another account found to be this person: what it had comes here, and can be taken back. */
export function MergeViewer({ viewer, merges }: MergeViewerProps) {
  const { merge, unmerge } = useViewerChanges(viewer.id);
  const [search, setSearch] = useState('');
  const now = useNow(30_000);
  const { data } = useQuery({
    ...viewersQuery({ search, role: 'any', mark: 'none', sort: 'lastSeen', order: 'down', offset: 0 }),
    enabled: search.trim().length > 1,
  });
  const found = (data?.viewers ?? []).filter(({ id }) => id !== viewer.id).slice(0, 6);
  if (viewer.mergedInto !== null)
    return (
      <p className="text-soft">
        This account is{' '}
        <Link className="underline" to={`/review/viewers/${viewer.mergedInto}`}>
          another viewer’s
        </Link>
        ; what it does counts there. The merge can be undone there.
      </p>
    );
  return (
    <>
      <p className="s2 text-soft">
        Messages, watch time, uses and history of the other account come to {viewer.name}. It can be undone.
      </p>
      <ul>
        {merges.map(({ id, name, at }) => (
          <li key={id} className="row border-b border-line py-1">
            <b>{name}</b>
            <span className="s2 text-soft" title={exact(at)}>
              merged {ago(at, now)}
            </span>
            <button
              type="button"
              className="btn s ml-auto"
              onClick={() => {
                unmerge.mutate(id);
              }}
            >
              Undo the merge
            </button>
          </li>
        ))}
      </ul>
      <input
        type="search"
        className="blank mt-2"
        aria-label="Find the other account"
        placeholder="Find the other account"
        value={search}
        onChange={(event) => {
          setSearch(event.target.value);
        }}
      />
      {search.trim().length > 1 && (
        <ul aria-label="Accounts found">
          {found.map((each) => (
            <li key={each.id} className="row border-b border-line py-1">
              <b>{each.name}</b>
              <span className="s2 text-soft">{each.messages.toLocaleString('en')} messages</span>
              <button
                type="button"
                className="btn s ml-auto"
                disabled={merge.isPending}
                onClick={() => {
                  setSearch('');
                  merge.mutate(each.id);
                }}
              >
                Merge into {viewer.name}
              </button>
            </li>
          ))}
          {data !== undefined && found.length === 0 && (
            <li className="text-soft">No other viewer has that name.</li>
          )}
        </ul>
      )}
    </>
  );
}
