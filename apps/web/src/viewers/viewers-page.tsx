import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ChevronLeft, ChevronRight, Search } from 'lucide-react';
import { useState } from 'react';
import { ROLE_NAMES } from '@gully/core/chat';
import { answerOf, api } from '../api/index.js';
import { ago, Bones, exact, LoadFailed, useNow } from '../ui/index.js';

const PAGE = 100;

/** Review › Viewers: everybody who ever wrote here, newest first. */
export function ViewersPage() {
  const [search, setSearch] = useState('');
  const [offset, setOffset] = useState(0);
  const now = useNow(10_000);
  const { data, error, refetch } = useQuery({
    queryKey: ['viewers', search, offset],
    queryFn: () => answerOf(api.GET('/api/viewers', { params: { query: { search, limit: PAGE, offset } } })),
    placeholderData: keepPreviousData,
    // The one list news does not keep current: it would move under the pointer with every line of chat.
    staleTime: 5_000,
  });
  if (data === undefined)
    return error === null ? <Bones lines={14} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const { viewers, total } = data;
  return (
    <div className="flex h-full flex-col bg-plane">
      <header className="row min-h-11 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1>Viewers</h1>
        <span className="s2 ml-1 text-soft">Everybody who ever wrote in chat, the latest first.</span>
        <div className="find !my-0 !mr-0 !ml-auto w-56 max-w-full">
          <Search className="i s" aria-hidden="true" />
          <input
            type="search"
            className="blank"
            placeholder="Find a name"
            aria-label="Find a name"
            maxLength={100}
            value={search}
            onChange={(event) => {
              setSearch(event.target.value);
              setOffset(0);
            }}
          />
        </div>
      </header>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Viewers">
        <table className="t">
          <thead className="sticky top-0 bg-plane">
            <tr>
              <th className="!pl-4">Name</th>
              <th>Role</th>
              <th className="n">Messages</th>
              <th>Last seen</th>
              <th>First seen</th>
            </tr>
          </thead>
          <tbody>
            {viewers.map((viewer) => (
              <tr key={viewer.id}>
                <td className="!pl-4 font-semibold">{viewer.name}</td>
                <td className="text-soft">{ROLE_NAMES[viewer.role]}</td>
                <td className="n">{viewer.messages.toLocaleString('en')}</td>
                <td title={exact(viewer.lastSeen)}>{ago(viewer.lastSeen, now)}</td>
                <td title={exact(viewer.firstSeen)}>{ago(viewer.firstSeen, now)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {viewers.length === 0 && (
          <p className="p-4 text-soft">
            {search === ''
              ? 'Nobody has written yet. Who does is listed here.'
              : `Nobody’s name contains “${search}”.`}
          </p>
        )}
      </div>
      <footer className="foot">
        <span className="text-soft">
          {total === 0
            ? 'None'
            : `${String(offset + 1)} to ${String(offset + viewers.length)} of ${total.toLocaleString('en')}`}
        </span>
        <span className="row ml-auto">
          <button
            type="button"
            className="btn s"
            disabled={offset === 0}
            onClick={() => {
              setOffset(Math.max(0, offset - PAGE));
            }}
          >
            <ChevronLeft className="i s" aria-hidden="true" /> Later
          </button>
          <button
            type="button"
            className="btn s"
            disabled={offset + PAGE >= total}
            onClick={() => {
              setOffset(offset + PAGE);
            }}
          >
            Earlier <ChevronRight className="i s" aria-hidden="true" />
          </button>
        </span>
      </footer>
    </div>
  );
}
