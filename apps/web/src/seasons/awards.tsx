import type { Award, SeasonPlan } from '@gully/core/currency';
import { Plus, Trash2 } from 'lucide-react';
import { useCurrency } from '../currency/index.js';
import type { EditedSetting } from '../editing/index.js';
import { Choice, Fault, IconButton, NumberBlank } from '../ui/index.js';
import { BOARD_CHOICES } from './queries.js';

interface AwardsProps {
  readonly edited: EditedSetting<SeasonPlan>;
  readonly faults: Readonly<Record<string, string>>;
}

/** What places are given when the season ends. */
export function Awards({ edited, faults }: AwardsProps) {
  const { settings, base, change } = edited;
  const { many } = useCurrency();
  const set = (at: number, part: Partial<Award>): void => {
    change({ awards: settings.awards.map((award, n) => (n === at ? { ...award, ...part } : award)) });
  };
  return (
    <section aria-labelledby="awards-title">
      <h2 id="awards-title">Awards</h2>
      {settings.awards.length === 0 && (
        <p className="text-soft">
          None. An award gives a place on a leaderboard some {many} when the season ends.
        </p>
      )}
      <ul>
        {settings.awards.map(({ by, place, amount }, at) => (
          <li key={at} className="words">
            Place{' '}
            <NumberBlank
              label={`Award ${String(at + 1)}: place`}
              value={place}
              before={base.awards[at]?.place ?? place}
              wrong={faults[`awards.${String(at)}.place`]}
              onChange={(next) => {
                set(at, { place: next });
              }}
            />{' '}
            <Choice
              label={`Award ${String(at + 1)}: leaderboard`}
              value={by}
              options={BOARD_CHOICES}
              onChange={(next) => {
                set(at, { by: next });
              }}
            />{' '}
            gets{' '}
            <NumberBlank
              label={`Award ${String(at + 1)}: amount`}
              value={amount}
              before={base.awards[at]?.amount ?? amount}
              wrong={faults[`awards.${String(at)}.amount`]}
              onChange={(next) => {
                set(at, { amount: next });
              }}
            />{' '}
            {many}
            <IconButton
              icon={Trash2}
              label={`Delete award ${String(at + 1)}`}
              onClick={() => {
                change({ awards: settings.awards.filter((_, n) => n !== at) });
              }}
            />
            <Fault>{faults[`awards.${String(at)}.place`] ?? faults[`awards.${String(at)}.amount`]}</Fault>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn s mt-1"
        onClick={() => {
          const place = settings.awards.length + 1;
          change({ awards: [...settings.awards, { by: 'watch', place, amount: 100 }] });
        }}
      >
        <Plus className="i s" aria-hidden="true" /> Add award
      </button>
    </section>
  );
}
