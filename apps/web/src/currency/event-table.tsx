import type { CurrencySettings } from '@gully/core/currency';
import { Fault, NumberBlank } from '../ui/index.js';
import type { CurrencyPart } from './part.js';

type Events = CurrencySettings['events'];
type Single = { [K in keyof Events]: Events[K] extends number ? K : never }[keyof Events];
type Tiered = Exclude<keyof Events, Single>;

const TIERED: readonly (readonly [field: Tiered, label: string])[] = [
  ['subscribed', 'Subscription, by tier'],
  ['renewed', 'Renewal, by tier'],
];
const SINGLE: readonly (readonly [field: Single, label: string, unit: string])[] = [
  ['follow', 'First follow ever', ''],
  ['gifted', 'Each gifted subscription', ''],
  ['raid', 'Raid', ''],
  ['raider', 'and for each person in it', ''],
  ['cheer', 'Cheer', 'for each 100 tokens'],
  ['tip', 'Tip', 'for each unit of money'],
];

/** What something that happens on the channel pays whoever did it. */
export function EventTable({ edited, faults }: CurrencyPart) {
  const { settings, base, change } = edited;
  const { events } = settings;
  const set = (part: Partial<Events>): void => {
    change({ events: { ...events, ...part } });
  };
  return (
    <section aria-labelledby="events-title">
      <h2 id="events-title">Events</h2>
      <table className="t">
        <tbody>
          {SINGLE.map(([field, label, unit]) => (
            <tr key={field}>
              <th scope="row" className="!whitespace-normal">
                {label}
              </th>
              <td>
                <NumberBlank
                  label={label}
                  value={events[field]}
                  before={base.events[field]}
                  wrong={faults[`events.${field}`]}
                  onChange={(value) => {
                    set({ [field]: value });
                  }}
                />{' '}
                <span className="text-soft">
                  {settings.many} {unit}
                </span>
                <Fault>{faults[`events.${field}`]}</Fault>
              </td>
            </tr>
          ))}
          {TIERED.map(([field, label]) => (
            <tr key={field}>
              <th scope="row" className="!whitespace-normal">
                {label}
              </th>
              <td>
                {([0, 1, 2] as const).map((n) => (
                  <span key={n} className="mr-2">
                    <NumberBlank
                      label={`${label}: tier ${String(n + 1)}`}
                      value={events[field][n]}
                      before={base.events[field][n]}
                      wrong={faults[`events.${field}.${String(n)}`]}
                      onChange={(value) => {
                        const tiers = [...events[field]] as [number, number, number];
                        tiers[n] = value;
                        set({ [field]: tiers });
                      }}
                    />
                  </span>
                ))}
                <span className="text-soft">{settings.many}</span>
                <Fault>{[0, 1, 2].map((n) => faults[`events.${field}.${String(n)}`]).find(Boolean)}</Fault>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
