import { elapsedInWords } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { CircleSlash, Radio } from 'lucide-react';
import { streamQuery } from '../live/index.js';
import { useNow } from '../ui/index.js';

/** Live or offline, with the running time. */
export function StreamState() {
  const { data: stream } = useQuery(streamQuery);
  const now = useNow(10_000);
  if (stream?.known !== true) return null;
  if (!stream.live)
    return (
      <span className="state text-soft max-desk:hidden">
        <CircleSlash className="i s" aria-hidden="true" /> Offline
      </span>
    );
  const since = stream.liveSince === null ? 0 : now - Date.parse(stream.liveSince);
  return (
    <span className="state text-moss max-desk:hidden" title={stream.title}>
      <Radio className="i s" aria-hidden="true" /> Live {elapsedInWords(since)}
      {stream.category !== '' && <span className="font-normal text-soft">{stream.category}</span>}
    </span>
  );
}
