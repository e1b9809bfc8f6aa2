import { FORCED } from '@gully/core/random';
import { durationInWords } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { CircleDashed, RotateCcw } from 'lucide-react';
import { streamQuery } from '../live/index.js';
import { Choice, Opens } from '../ui/index.js';
import { useInForce } from './in-force.js';
import { PersonaBlank } from './persona-blank.js';
import { ahead as clockAhead, circumstances, takes as allTakes } from './takes.js';

const MOVES = [
  { label: '+1 min', seconds: 60 },
  { label: '+10 min', seconds: 600 },
] as const;
const WEEK = 604_800;
const CHANCES = [
  { value: 'chance', label: 'left to chance' },
  ...FORCED.map((value) => ({ value, label: { win: 'a win', lose: 'a loss', rare: 'the rarest' }[value] })),
] as const;

/** Who one is in the rehearsal, and what is different from the channel as it is. */
export function StageSetting({ onReset }: { readonly onReset: () => void }) {
  const ahead = clockAhead.use();
  const takes = allTakes.use();
  const given = circumstances.use();
  const drafted = useInForce().flatMap(({ name }) => name ?? []);
  const { data: stream } = useQuery(streamQuery);
  const different = ahead > 0 || Object.values(given).some((value) => value !== undefined);
  const liveShown = given.live === undefined ? 'as now' : given.live ? 'live' : 'offline';
  const asIf =
    given.category === undefined
      ? `${liveShown}${given.live === undefined && stream !== undefined ? `, ${stream.live ? 'live' : 'offline'}` : ''}`
      : `${liveShown}, ${given.category}`;
  return (
    <div className="persona">
      <dl>
        <dt>You are</dt>
        <dd>
          <PersonaBlank />
        </dd>
        <dt>with</dt>
        <dd className="row">
          {drafted.length === 0 ? (
            <span className="text-soft">everything as saved</span>
          ) : (
            <span className="state text-ochre">
              <CircleDashed className="i s" aria-hidden="true" /> your{' '}
              {drafted.length === 1 ? 'draft' : 'drafts'} of {drafted.join(' and ')}
            </span>
          )}
        </dd>
        <dt>stream</dt>
        <dd className="row">
          <Opens
            label={`As if: ${asIf}`}
            shown={asIf}
            draft={given.live !== undefined || given.category !== undefined}
          >
            <div className="grid gap-2">
              <Choice
                label="As if live or offline"
                value={given.live === undefined ? 'real' : given.live ? 'live' : 'offline'}
                options={[
                  { value: 'real', label: 'as now' },
                  { value: 'live', label: 'live' },
                  { value: 'offline', label: 'offline' },
                ]}
                onChange={(next) => {
                  circumstances.set({ ...given, live: next === 'real' ? undefined : next === 'live' });
                }}
              />
              <label className="block">
                <span className="s2 block pb-1 text-soft">Category; empty for the current one</span>
                <input
                  className="blank"
                  value={given.category ?? ''}
                  placeholder={stream?.category ?? ''}
                  autoComplete="off"
                  onChange={(event) => {
                    circumstances.set({ ...given, category: event.target.value || undefined });
                  }}
                />
              </label>
            </div>
          </Opens>
          <span className="s2 ml-1 text-soft">chance</span>
          <Choice
            label="What chance comes to"
            value={given.forced ?? 'chance'}
            options={CHANCES}
            draft={given.forced !== undefined}
            onChange={(next) => {
              circumstances.set({ ...given, forced: next === 'chance' ? undefined : next });
            }}
          />
        </dd>
        <dt>clock</dt>
        <dd className="row">
          <span className={ahead === 0 ? 'text-soft' : 'state text-pool'}>
            {ahead === 0 ? 'now' : `${durationInWords(ahead * 1000)} ahead`}
          </span>
          {MOVES.map(({ label, seconds }) => (
            <button
              key={label}
              type="button"
              className="btn s bare"
              title="Move the rehearsal’s clock on, to watch cooldowns end"
              onClick={() => {
                clockAhead.set(Math.min(WEEK, ahead + seconds));
              }}
            >
              {label}
            </button>
          ))}
          {(takes.length > 0 || different) && (
            <button
              type="button"
              className="btn s bare ml-auto"
              title="Forget what was rehearsed; back to the channel as it is now"
              onClick={onReset}
            >
              <RotateCcw className="i s" aria-hidden="true" /> Reset
            </button>
          )}
        </dd>
      </dl>
    </div>
  );
}
