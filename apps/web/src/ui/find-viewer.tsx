import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';

const FOUND = 6;

export interface Someone {
  readonly id: string;
  readonly name: string;
}

interface FindViewerProps {
  readonly chosen: readonly Someone[];
  readonly onChange: (chosen: readonly Someone[]) => void;
}

/** Viewers, found by a part of their name. */
export function FindViewer({ chosen, onChange }: FindViewerProps) {
  const [search, setSearch] = useState('');
  const { data } = useQuery({
    queryKey: ['viewers', 'found', search],
    queryFn: () => answerOf(api.GET('/api/viewers', { params: { query: { search, limit: FOUND } } })),
    enabled: search.trim().length > 1,
  });
  const found = (data?.viewers ?? []).filter(({ id }) => chosen.every((each) => each.id !== id));
  return (
    <div>
      <p className="row flex-wrap">
        {chosen.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            className="btn s"
            aria-label={`Leave out ${name}`}
            onClick={() => {
              onChange(chosen.filter((each) => each.id !== id));
            }}
          >
            {name} <X className="i s" aria-hidden="true" />
          </button>
        ))}
        <input
          type="search"
          className="blank !w-44"
          aria-label="Find a viewer"
          placeholder="Find a viewer"
          value={search}
          onChange={({ target }) => {
            setSearch(target.value);
          }}
          onKeyDown={(event) => {
            const [first] = found;
            if (event.key !== 'Enter' || first === undefined) return;
            event.preventDefault();
            onChange([...chosen, first]);
            setSearch('');
          }}
        />
      </p>
      {search.trim().length > 1 && (
        <ul aria-label="Viewers found">
          {found.map(({ id, name, messages }, n) => (
            <li key={id}>
              <button
                type="button"
                className="choice"
                onClick={() => {
                  onChange([...chosen, { id, name }]);
                  setSearch('');
                }}
              >
                <b>{name}</b>
                <span className="s2 text-soft">{messages.toLocaleString('en')} messages</span>
                {n === 0 && <kbd className="ml-auto">⏎</kbd>}
              </button>
            </li>
          ))}
          {data !== undefined && found.length === 0 && (
            <li className="text-soft">No other viewer has that name.</li>
          )}
        </ul>
      )}
    </div>
  );
}
