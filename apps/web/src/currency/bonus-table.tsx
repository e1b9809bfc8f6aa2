import { NO_BONUS, type Bonus, type CurrencySettings } from '@gully/core/currency';
import { Choice, Fault, NumberBlank } from '../ui/index.js';
import type { CurrencyPart } from './part.js';

type Bonuses = CurrencySettings['bonuses'];
type Tier = 0 | 1 | 2;

/** One bonus: where it stands in the settings, and how it is read and changed. */
interface Row {
  readonly place: string;
  readonly label: string;
  readonly of: (bonuses: Bonuses) => Bonus;
  readonly with: (bonuses: Bonuses, bonus: Bonus) => Bonuses;
}

const one = (name: Exclude<keyof Bonuses, 'subscriber'>, label: string): Row => ({
  place: `bonuses.${name}`,
  label,
  of: (bonuses) => bonuses[name],
  with: (bonuses, bonus) => ({ ...bonuses, [name]: bonus }),
});
const tier = (n: Tier): Row => ({
  place: `bonuses.subscriber.${String(n)}`,
  label: `Subscriber, tier ${String(n + 1)}`,
  of: ({ subscriber }) => subscriber[n],
  with: (bonuses, bonus) => {
    const [first, second, third] = bonuses.subscriber;
    const tiers = [first, second, third] as [Bonus, Bonus, Bonus];
    tiers[n] = bonus;
    return { ...bonuses, subscriber: tiers };
  },
});
const ROWS: readonly Row[] = [
  one('active', 'Wrote since the last payout'),
  one('regular', 'Regular'),
  one('vip', 'VIP'),
  tier(0),
  tier(1),
  tier(2),
  one('moderator', 'Moderator'),
];
const HOW = [
  { value: 'amount', label: 'adds' },
  { value: 'factor', label: 'makes it' },
] as const;

/** What is paid on top, for talking and by role. */
export function BonusTable({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  return (
    <section aria-labelledby="bonuses-title">
      <h2 id="bonuses-title">Bonuses on a payout</h2>
      <table className="t">
        <tbody>
          {ROWS.map(({ place, label, of, with: put }) => {
            const bonus = of(settings.bonuses);
            const before = of(base.bonuses);
            const set = (next: Bonus): void => {
              change({ bonuses: put(settings.bonuses, next) });
            };
            return (
              <tr key={place}>
                <th scope="row" className="!whitespace-normal">
                  {label}
                </th>
                <td>
                  <Choice
                    label={`${label}: how`}
                    value={bonus.how}
                    options={HOW}
                    draft={bonus.how !== before.how}
                    onChange={(how) => {
                      set(how === 'factor' ? { how, value: 150 } : NO_BONUS);
                    }}
                  />{' '}
                  <NumberBlank
                    label={`${label}: how much`}
                    value={bonus.value}
                    before={before.how === bonus.how ? before.value : bonus.value}
                    wrong={faults[place]}
                    onChange={(value) => {
                      set({ ...bonus, value });
                    }}
                  />{' '}
                  <span className="text-soft">
                    {bonus.how === 'factor' ? '% of the payout' : settings.many}
                  </span>
                  <Fault>{faults[place]}</Fault>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="s2 pt-1 text-soft">
        Fractions are not lost: what is left over is carried to the viewer’s next payout.
      </p>
    </section>
  );
}
