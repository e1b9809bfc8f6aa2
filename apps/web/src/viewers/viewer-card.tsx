import { ROLE_NAMES } from '@gully/core/chat';
import { elapsedInWords } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { Drama, MessagesSquare } from 'lucide-react';
import { Link } from 'react-router';
import { answerOf, api, type Viewer } from '../api/index.js';
import { wantLinesOf } from '../chat/index.js';
import { usePersona } from '../script/index.js';
import { ago, Bones, exact, LoadFailed, useNow, writeStored } from '../ui/index.js';
import { MarkSwitches } from './mark-switches.js';
import { Notes } from './notes.js';
import { viewerQuery } from './queries.js';

const LAST_LINES = 4;

/** A viewer in short, beside chat: who they are, what they wrote last, and what one may decide about them. */
export function ViewerCard({ viewerId }: { readonly viewerId: string }) {
  const { data, error, refetch } = useQuery(viewerQuery(viewerId));
  if (data === undefined)
    return error === null ? <Bones lines={6} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const { viewer, notes } = data;
  return (
    <>
      <p className="row">
        <b className="text-base">{viewer.name}</b>
        <span className="text-soft">{ROLE_NAMES[viewer.role]}</span>
        <Link className="s2 ml-auto underline" to={`/review/viewers/${viewer.id}`}>
          Open page
        </Link>
      </p>
      <Figures viewer={viewer} />
      <LastLines viewerId={viewerId} />
      <Acts viewer={viewer} />
      <MarkSwitches viewer={viewer} />
      <Notes viewerId={viewer.id} notes={notes} />
    </>
  );
}

function Figures({ viewer }: { readonly viewer: Viewer }) {
  const now = useNow(30_000);
  return (
    <dl className="facts">
      <dt>Viewer since</dt>
      <dd title={exact(viewer.firstSeen)}>{ago(viewer.firstSeen, now)}</dd>
      <dt>Watched</dt>
      <dd className="m">{elapsedInWords(viewer.watchTime * 1000)}</dd>
      <dt>Messages</dt>
      <dd className="m">{viewer.messages.toLocaleString('en')}</dd>
    </dl>
  );
}

function LastLines({ viewerId }: { readonly viewerId: string }) {
  const now = useNow(30_000);
  const { data: lines = [] } = useQuery({
    queryKey: ['viewer-lines', viewerId, 'last'],
    queryFn: () =>
      answerOf(
        api.GET('/api/viewers/{id}/lines', {
          params: { path: { id: viewerId }, query: { limit: LAST_LINES } },
        }),
      ),
    staleTime: 5_000,
  });
  if (lines.length === 0) return null;
  return (
    <ul className="border-y border-line py-1" aria-label="Last messages">
      {lines.map(({ id, at, text }) => (
        <li key={id} className="row">
          <span className="min-w-0 flex-1 truncate" title={text}>
            {text}
          </span>
          <span className="s2 text-soft" title={exact(at)}>
            {ago(at, now)}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Acts({ viewer }: { readonly viewer: Viewer }) {
  const [, setPersona] = usePersona();
  return (
    <p className="row flex-wrap">
      <button
        type="button"
        className="btn s"
        onClick={() => {
          setPersona({ name: viewer.name, roles: viewer.role === 'viewer' ? [] : [viewer.role] });
          writeStored('gully.dock.side', 'rehearsal');
        }}
      >
        <Drama className="i s" aria-hidden="true" /> Rehearse as them
      </button>
      <button
        type="button"
        className="btn s"
        onClick={() => {
          wantLinesOf(viewer);
        }}
      >
        <MessagesSquare className="i s" aria-hidden="true" /> Only their lines
      </button>
    </p>
  );
}
