import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type Crowd } from '../api/index.js';
import { channelQuery } from '../live/index.js';
import { Choice, tellProblem } from '../ui/index.js';

const CROWDS = {
  silent: { label: 'silent', size: 12, rate: 0 },
  quiet: { label: 'quiet, 20 people', size: 20, rate: 8 },
  evening: { label: 'an evening, 120 people', size: 120, rate: 40 },
  busy: { label: 'busy, 800 people', size: 800, rate: 240 },
} as const;
type Kind = keyof typeof CROWDS | 'other';

/** How lively the simulated room is; only where a stand-in plays the platform. */
export function CrowdChoice() {
  const queries = useQueryClient();
  const { data: channel } = useQuery(channelQuery);
  const crowd = useQuery({
    queryKey: ['crowd'],
    queryFn: () => answerOf(api.GET('/api/standin/crowd')),
    enabled: channel?.standin === true,
  });
  const change = useMutation({
    mutationFn: (body: Crowd) => answerOf(api.POST('/api/standin/crowd', { body })),
    onSuccess: (set) => {
      queries.setQueryData(['crowd'], set);
    },
    onError: tellProblem,
  });
  if (crowd.data === undefined) return null;
  const { size, rate } = crowd.data;
  const kind: Kind =
    (Object.keys(CROWDS) as (keyof typeof CROWDS)[]).find(
      (each) => CROWDS[each].size === size && CROWDS[each].rate === rate,
    ) ?? 'other';
  const options: { value: Kind; label: string }[] = Object.entries(CROWDS).map(([value, { label }]) => ({
    value: value as Kind,
    label,
  }));
  if (kind === 'other')
    options.push({ value: 'other', label: `${String(size)} people, ${String(rate)} messages a min` });
  return (
    <span className="row">
      <span className="text-soft">room</span>
      <Choice
        label="How lively the simulated room is"
        value={kind}
        options={options}
        onChange={(next) => {
          if (next !== 'other') change.mutate({ size: CROWDS[next].size, rate: CROWDS[next].rate });
        }}
      />
    </span>
  );
}
