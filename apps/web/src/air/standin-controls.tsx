import { useMutation, useQuery } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { channelQuery, streamQuery } from '../live/index.js';
import { Choice, tellProblem } from '../ui/index.js';
import { CrowdChoice } from './crowd.js';

const STATES = [
  { value: 'live', label: 'live' },
  { value: 'offline', label: 'offline' },
] as const;

/** What the simulated platform does; only where a stand-in plays it. */
export function StandinControls() {
  const { data: channel } = useQuery(channelQuery);
  const { data: stream } = useQuery(streamQuery);
  const change = useMutation({
    mutationFn: (live: boolean) => answerOf(api.POST('/api/standin/stream', { body: { live } })),
    onError: tellProblem,
  });
  if (channel?.standin !== true || stream === undefined) return null;
  return (
    <span className="row ml-auto flex-wrap">
      <span className="text-soft">Simulated: stream</span>
      <Choice
        label="Whether the simulated stream is live"
        value={stream.live ? 'live' : 'offline'}
        options={STATES}
        onChange={(next) => {
          change.mutate(next === 'live');
        }}
      />
      <CrowdChoice />
    </span>
  );
}
