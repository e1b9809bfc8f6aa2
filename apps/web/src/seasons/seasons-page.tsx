import { seasonFaults } from '@gully/core/currency';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Flag } from 'lucide-react';
import { useEffect, useState } from 'react';
import { changedIn, SettingFrame } from '../editing/index.js';
import { Bones, Choice, comesLater, day, exact, Fault, LoadFailed } from '../ui/index.js';
import { Awards } from './awards.js';
import { Leaderboard } from './leaderboard.js';
import { PastSeasons } from './past-seasons.js';
import { seasonsQuery, type SeasonsNow } from './queries.js';
import { useEditedSeason } from './season-drafts.js';

const EndDialog = comesLater(async () => (await import('./end-dialog.js')).EndDialog);
const RESETS = [
  { value: 'nothing', label: 'nothing is reset' },
  { value: 'balances', label: 'all balances begin again at 0' },
] as const;

/** Prepare › Seasons: what a leaderboard covers, what its best are given, and who leads. */
export function SeasonsPage() {
  const { data, error, refetch } = useQuery(seasonsQuery);
  if (data === undefined)
    return error === null ? <Bones lines={10} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return <Seasons now={data} />;
}

function Seasons({ now }: { readonly now: SeasonsNow }) {
  const edited = useEditedSeason(now);
  const { settings, base, change } = edited;
  const [ending, setEnding] = useState(false);
  const queries = useQueryClient();
  const faults = { ...edited.refused, ...(edited.isDraft ? seasonFaults(settings) : {}) };
  const current = now.seasons.find(({ endedAt }) => endedAt === null);
  // A season begins with its first save, which answers with the plan alone.
  useEffect(() => {
    void queries.invalidateQueries(seasonsQuery);
  }, [now.version, queries]);
  return (
    <SettingFrame
      title="Seasons"
      means="The time a leaderboard covers, and what its best are given."
      edited={edited}
      changes={changedIn(base, settings)}
      faults={Object.keys(faults).length}
    >
      <div className="currency">
        <div className="grid content-start gap-4">
          <section aria-labelledby="season-title">
            <h2 id="season-title">{current === undefined ? 'The first season' : 'This season'}</h2>
            <p className="words">
              It is called{' '}
              <input
                className={`blank !inline-block !w-44 ${settings.name === base.name ? '' : 'draft'}`}
                aria-label="Name of the season"
                aria-invalid={faults.name !== undefined}
                placeholder="Wet season"
                maxLength={60}
                value={settings.name}
                autoComplete="off"
                onChange={({ target }) => {
                  change({ name: target.value });
                }}
              />
              {current !== undefined && (
                <span title={exact(current.startedAt)}>, began on {day(current.startedAt)}</span>
              )}
              , and ends{' '}
              <input
                type="date"
                className={`blank !inline-block !w-36 ${settings.endsAt === base.endsAt ? '' : 'draft'}`}
                aria-label="Day it ends by itself"
                value={settings.endsAt === null ? '' : new Date(settings.endsAt).toISOString().slice(0, 10)}
                onChange={({ target }) => {
                  change({ endsAt: target.value === '' ? null : Date.parse(target.value) });
                }}
              />{' '}
              {settings.endsAt === null && 'by hand'}. At its end{' '}
              <Choice
                label="What is reset at its end"
                value={settings.resets}
                options={RESETS}
                draft={settings.resets !== base.resets}
                onChange={(resets) => {
                  change({ resets });
                }}
              />
              .
            </p>
            <Fault>{faults.name ?? faults.endsAt}</Fault>
          </section>
          <Awards edited={edited} faults={faults} />
          {current === undefined ? (
            <p className="text-soft">Name it and save: the season begins with that.</p>
          ) : (
            <p className="row">
              <button
                type="button"
                className="btn"
                disabled={edited.isDraft}
                title={edited.isDraft ? 'Save or discard your changes first' : undefined}
                onClick={() => {
                  setEnding(true);
                }}
              >
                <Flag className="i s" aria-hidden="true" /> End the season
              </button>
              <span className="s2 text-soft">You see what would happen before it does.</span>
            </p>
          )}
          <PastSeasons seasons={now.seasons.filter(({ endedAt }) => endedAt !== null)} />
        </div>
        <Leaderboard hasSeason={current !== undefined} />
      </div>
      {ending && current !== undefined && (
        <EndDialog
          season={current.id}
          name={current.name}
          onClose={() => {
            setEnding(false);
          }}
        />
      )}
    </SettingFrame>
  );
}
