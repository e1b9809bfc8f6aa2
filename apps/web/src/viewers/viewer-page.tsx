import { ROLE_NAMES } from '@gully/core/chat';
import { elapsedInWords } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import type { Viewer } from '../api/index.js';
import { useAreas } from '../manifest/index.js';
import { ago, Bones, comesLater, exact, LoadFailed, useNow } from '../ui/index.js';
import { EraseViewer } from './erase-viewer.js';
import { MarkSwitches } from './mark-switches.js';
import { MergeViewer } from './merge-viewer.js';
import { Notes } from './notes.js';
import { viewerQuery } from './queries.js';
import { ViewerLines } from './viewer-lines.js';
import { Marks } from './viewers-page.js';

/** One viewer: what is known of them, what they did, and what one may decide about them. */
export function ViewerPage() {
  const { id = '' } = useParams();
  const { data, error, refetch } = useQuery(viewerQuery(id));
  const areas = useAreas();
  const parts = useMemo(
    () =>
      areas
        .flatMap(({ viewerParts = [] }) => viewerParts)
        .sort((a, b) => a.rank - b.rank)
        .map(({ load, ...part }) => ({ ...part, Part: comesLater(load, 2) })),
    [areas],
  );
  if (data === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const { viewer, notes, merges, used } = data;
  return (
    <div className="h-full overflow-y-auto bg-plane" key={id}>
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <Link
          to="/review/viewers"
          className="btn bare only"
          aria-label="Back to all viewers"
          title="All viewers"
        >
          <ArrowLeft className="i" aria-hidden="true" />
        </Link>
        <h1>{viewer.name}</h1>
        <span className="text-soft">{ROLE_NAMES[viewer.role]}</span>
        <Marks viewer={viewer} />
      </header>
      <div className="viewer">
        <Panel title="Profile">
          <Facts viewer={viewer} />
          <MarkSwitches viewer={viewer} />
        </Panel>
        <Panel title="Notes">
          <Notes viewerId={viewer.id} notes={notes} />
        </Panel>
        <Panel title="Commands used">
          {used.length === 0 ? (
            <p className="text-soft">None yet.</p>
          ) : (
            <ul className="lines">
              {used.slice(0, 12).map((each) => (
                <li key={each.commandId}>
                  <Link className="m hover:underline" to={`/prepare/commands/${each.commandId}`}>
                    {each.name}
                  </Link>
                  <span className="m ml-auto">{each.uses.toLocaleString('en')}</span>
                </li>
              ))}
            </ul>
          )}
        </Panel>
        {parts.map(({ id: part, title, Part }) => (
          <Panel key={part} title={title}>
            <Part viewerId={viewer.id} />
          </Panel>
        ))}
        <Panel title="Merge accounts">
          <MergeViewer viewer={viewer} merges={merges} />
          <EraseViewer viewer={viewer} />
        </Panel>
        <section className="panel wide" aria-labelledby="lines-title">
          <header>
            <h2 id="lines-title">Messages</h2>
          </header>
          <ViewerLines viewerId={viewer.id} />
        </section>
      </div>
    </div>
  );
}

function Panel({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="panel" aria-label={title}>
      <header>
        <h2>{title}</h2>
      </header>
      {children}
    </section>
  );
}

function Facts({ viewer }: { readonly viewer: Viewer }) {
  const now = useNow(10_000);
  const { account, messages, watchTime, firstSeen, lastSeen, followedSince, subscribedMonths } = viewer;
  return (
    <dl className="facts">
      <dt>Account</dt>
      <dd className="m">{account}</dd>
      <dt>Messages</dt>
      <dd className="m">{messages.toLocaleString('en')}</dd>
      <dt>Watched</dt>
      <dd className="m">{elapsedInWords(watchTime * 1000)}</dd>
      <dt>First seen</dt>
      <dd title={exact(firstSeen)}>{ago(firstSeen, now)}</dd>
      <dt>Last seen</dt>
      <dd title={exact(lastSeen)}>{ago(lastSeen, now)}</dd>
      <dt>Follows</dt>
      <dd>{followedSince === null ? 'not known' : `since ${exact(followedSince).slice(0, -10)}`}</dd>
      <dt>Subscribed</dt>
      <dd>
        {subscribedMonths === 0
          ? 'no'
          : `${String(subscribedMonths)} ${subscribedMonths === 1 ? 'month' : 'months'}`}
      </dd>
    </dl>
  );
}
