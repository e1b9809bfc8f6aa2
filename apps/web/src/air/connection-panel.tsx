import { useQuery } from '@tanstack/react-query';
import { RefreshCw, Unplug } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { channelQuery, connectionQuery } from '../live/index.js';
import { ago, Bones, exact, LoadFailed, tellProblem, useNow } from '../ui/index.js';
import { ConnectionState } from './connection-state.js';
import { connectionWords } from './connection-words.js';

/** Where Gully is connected, whether it may speak, and what to do when not. */
export function ConnectionPanel() {
  const now = useNow(1_000);
  const { data: connection, error, refetch } = useQuery(connectionQuery);
  const { data: channel } = useQuery(channelQuery);
  const [opened, setOpened] = useState(false);
  const isIn = connection?.state === 'connected' || connection?.state === 'limited';
  return (
    <section className="panel" aria-labelledby="connection-title">
      <header>
        <h2 id="connection-title">Connection</h2>
        <span className="row ml-auto">
          {connection?.state === 'connected' && (
            <button
              type="button"
              className="btn s bare"
              aria-expanded={opened}
              onClick={() => {
                setOpened(!opened);
              }}
            >
              Details
            </button>
          )}
          <ConnectionState />
        </span>
      </header>
      {connection === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : connection.state === 'connected' && !opened ? null : (
        <>
          <p className="mb-2 text-[13px] leading-[18px]">{connectionWords(connection, now).means}</p>
          <dl className="facts">
            <dt>room</dt>
            <dd className="m break-all">{connection.channel}</dd>
            <dt>server</dt>
            <dd className="m break-all">{connection.server}</dd>
            <dt>since</dt>
            <dd title={exact(connection.since)}>{ago(connection.since, now)}</dd>
            <dt>waiting</dt>
            <dd>
              {connection.waiting === 0 ? 'nothing waiting' : `${String(connection.waiting)} lines waiting`}
            </dd>
            {isIn && (
              <>
                <dt>present</dt>
                <dd className="m">{connection.present.toLocaleString('en')}</dd>
                <dt>offers</dt>
                <dd className="s2 pt-0.5 text-soft">
                  {connection.capabilities.length === 0
                    ? 'plain IRC, nothing beyond it'
                    : connection.capabilities.join(', ')}
                </dd>
              </>
            )}
          </dl>
          <footer className="row mt-3 flex-wrap">
            {(connection.state === 'lost' || connection.state === 'refused') && (
              <button type="button" className="btn s" onClick={() => void tryNow()}>
                <RefreshCw className="i s" aria-hidden="true" /> Try now
              </button>
            )}
            {channel?.standin === true && connection.state !== 'lost' && connection.state !== 'refused' && (
              <button
                type="button"
                className="btn s"
                title="Only in the simulated room: see how Gully comes back"
                onClick={() => void breakIt()}
              >
                <Unplug className="i s" aria-hidden="true" /> Break it for 5 s
              </button>
            )}
          </footer>
        </>
      )}
    </section>
  );
}

async function tryNow(): Promise<void> {
  try {
    await answerOf(api.POST('/api/connection/try'));
  } catch (error) {
    tellProblem(error);
  }
}

async function breakIt(): Promise<void> {
  try {
    await answerOf(api.POST('/api/standin/drop', { body: { seconds: 5 } }));
  } catch (error) {
    tellProblem(error);
  }
}
