import { useQuery } from '@tanstack/react-query';
import { LoaderCircle, MicOff, Plug, PlugZap, ShieldAlert, Unplug } from 'lucide-react';
import type { Connection } from '../api/index.js';
import { Link } from 'react-router';
import { connectionQuery, useOnline } from '../live/index.js';
import { useNow } from '../ui/index.js';
import { connectionWords } from './connection-words.js';

const SIGNS = {
  unset: [Unplug, 'text-ochre'],
  connecting: [LoaderCircle, 'text-ochre'],
  connected: [Plug, 'text-moss'],
  limited: [ShieldAlert, 'text-ochre'],
  muted: [MicOff, 'text-crimson'],
  lost: [Unplug, 'text-crimson'],
  refused: [PlugZap, 'text-crimson'],
} as const satisfies Record<Connection['state'], unknown>;

/** The chat connection in two words, in the top bar and on its panel. */
export function ConnectionState() {
  const online = useOnline();
  const now = useNow(1_000);
  const { data: connection } = useQuery(connectionQuery);
  if (!online)
    return (
      <span
        className="state text-crimson"
        role="status"
        title="This page cannot reach Gully. It tries again by itself; drafts are kept here."
      >
        <Unplug className="i s" aria-hidden="true" /> Gully is not responding
      </span>
    );
  if (connection === undefined) return <span className="state text-soft">…</span>;
  const [Sign, color] = SIGNS[connection.state];
  const { brief, means } = connectionWords(connection, now);
  return (
    <Link className={`state ${color} hover:underline`} to="/prepare/connection" title={means}>
      <Sign className="i s" aria-hidden="true" /> <span role="status">{brief}</span>
    </Link>
  );
}
