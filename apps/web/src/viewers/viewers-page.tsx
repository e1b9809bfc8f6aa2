import { ROLE_NAMES } from '@gully/core/chat';
import { elapsedInWords } from '@gully/core/text';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ArrowDown, ArrowUp, ChevronLeft, ChevronRight, Download, Search } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Viewer, ViewerSort } from '../api/index.js';
import { ago, Bones, Choice, exact, LoadFailed, ROLE_CHOICES, useNow } from '../ui/index.js';
import { CsvIn } from './csv-in.js';
import { Doubles } from './doubles.js';
import { filterOf, PAGE, viewersQuery, type Wanted } from './queries.js';

const MARKS = [
  { value: 'none', label: 'All marks' },
  { value: 'bot', label: 'bots' },
  { value: 'ignored', label: 'ignored' },
  { value: 'merged', label: 'merged into another' },
] as const;

/** Review › Viewers: everyone who was ever here. */
export function ViewersPage() {
  const [wanted, setWanted] = useState<Wanted>({
    search: '',
    role: 'any',
    mark: 'none',
    sort: 'lastSeen',
    order: 'down',
    offset: 0,
  });
  const now = useNow(10_000);
  const { data, error, refetch } = useQuery({ ...viewersQuery(wanted), placeholderData: keepPreviousData });
  const want = (part: Partial<Wanted>): void => {
    setWanted({ ...wanted, offset: 0, ...part });
  };
  if (data === undefined)
    return error === null ? <Bones lines={14} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const { viewers, total, more } = data;
  const { offset } = wanted;
  const column = (sort: ViewerSort, label: string, className = '') => (
    <SortHead sort={sort} wanted={wanted} className={className} onSort={want}>
      {label}
    </SortHead>
  );
  return (
    <div className="flex h-full flex-col bg-plane">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1>Viewers</h1>
        <div className="find !m-0 w-44 max-w-full">
          <Search className="i s" aria-hidden="true" />
          <input
            type="search"
            className="blank"
            placeholder="Find a name"
            aria-label="Find a name"
            maxLength={100}
            value={wanted.search}
            onChange={(event) => {
              want({ search: event.target.value });
            }}
          />
        </div>
        <Choice
          label="Role"
          value={wanted.role}
          options={[{ value: 'any' as const, label: 'All roles' }, ...ROLE_CHOICES]}
          onChange={(role) => {
            want({ role });
          }}
        />
        <Choice
          label="Mark"
          value={wanted.mark}
          options={MARKS}
          onChange={(mark) => {
            want({ mark });
          }}
        />
        <span className="row ml-auto">
          <Doubles />
          <a
            className="btn s"
            href={`/api/viewers/export?${new URLSearchParams(filterOf(wanted)).toString()}`}
            download="viewers.csv"
            title="Everyone who matches the search and the filters, with their notes"
          >
            <Download className="i s" aria-hidden="true" /> Export CSV
          </a>
          <CsvIn />
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Viewers">
        <table className="t">
          <thead className="sticky top-0 bg-plane">
            <tr>
              {column('name', 'Name', '!pl-4')}
              <th>Role</th>
              {column('messages', 'Messages', 'n')}
              {column('watched', 'Watched', 'n')}
              {column('lastSeen', 'Last seen')}
              {column('firstSeen', 'First seen')}
            </tr>
          </thead>
          <tbody>
            {viewers.map((viewer) => (
              <tr key={viewer.id}>
                <td className="!pl-4">
                  <Link className="font-semibold hover:underline" to={`/review/viewers/${viewer.id}`}>
                    {viewer.name}
                  </Link>
                  <Marks viewer={viewer} />
                </td>
                <td className="text-soft">{ROLE_NAMES[viewer.role]}</td>
                <td className="n">{viewer.messages.toLocaleString('en')}</td>
                <td className="n">{viewer.watchTime === 0 ? '' : elapsedInWords(viewer.watchTime * 1000)}</td>
                <td title={exact(viewer.lastSeen)}>{ago(viewer.lastSeen, now)}</td>
                <td title={exact(viewer.firstSeen)}>{ago(viewer.firstSeen, now)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {viewers.length === 0 && (
          <p className="p-4 text-soft">
            {wanted.search === '' && wanted.role === 'any' && wanted.mark === 'none'
              ? 'No viewers yet. Everyone who comes by is listed here.'
              : `No viewer matches.${wanted.search.length < 3 ? ' With one or two letters, only the beginnings of names are searched.' : ''}`}
          </p>
        )}
      </div>
      <footer className="foot">
        <span className="text-soft">
          {total === 0
            ? 'None'
            : `${(offset + 1).toLocaleString('en')} to ${(offset + viewers.length).toLocaleString('en')} of ${more ? 'more than ' : ''}${total.toLocaleString('en')}`}
        </span>
        <span className="row ml-auto">
          <button
            type="button"
            className="btn s"
            disabled={offset === 0}
            onClick={() => {
              want({ offset: Math.max(0, offset - PAGE) });
            }}
          >
            <ChevronLeft className="i s" aria-hidden="true" /> Previous
          </button>
          <button
            type="button"
            className="btn s"
            disabled={more ? viewers.length < PAGE : offset + PAGE >= total}
            onClick={() => {
              want({ offset: offset + PAGE });
            }}
          >
            Next <ChevronRight className="i s" aria-hidden="true" />
          </button>
        </span>
      </footer>
    </div>
  );
}

export function Marks({ viewer }: { readonly viewer: Viewer }) {
  const words = [viewer.bot && 'bot', viewer.ignored && 'ignored', viewer.mergedInto !== null && 'merged'];
  const shown = words.filter((word) => word !== false).join(', ');
  return shown === '' ? null : <span className="s2 ml-1.5 font-semibold text-ochre">{shown}</span>;
}

interface SortHeadProps {
  readonly sort: ViewerSort;
  readonly wanted: Wanted;
  readonly className: string;
  readonly onSort: (part: Pick<Wanted, 'sort' | 'order'>) => void;
  readonly children: ReactNode;
}

function SortHead({ sort, wanted, className, onSort, children }: SortHeadProps) {
  const current = wanted.sort === sort;
  const Sign = wanted.order === 'down' ? ArrowDown : ArrowUp;
  return (
    <th
      className={className}
      aria-sort={current ? (wanted.order === 'down' ? 'descending' : 'ascending') : undefined}
    >
      <button
        type="button"
        className="inline-flex items-center gap-1 hover:underline"
        onClick={() => {
          const first = sort === 'name' ? 'up' : 'down';
          onSort({ sort, order: current ? (wanted.order === 'down' ? 'up' : 'down') : first });
        }}
      >
        {children}
        {current && <Sign className="i s" aria-hidden="true" />}
      </button>
    </th>
  );
}
