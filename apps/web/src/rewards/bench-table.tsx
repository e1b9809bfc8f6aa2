import type { Role } from '@gully/core/chat';
import type { BenchLength } from '@gully/core/rewards';
import { Plus, X } from 'lucide-react';
import { useCurrency } from '../currency/index.js';
import { usePrefix } from '../live/index.js';
import { Choice, DurationField, Fault, IconButton, Tick, ViewerNames, WholeNumber } from '../ui/index.js';
import type { RewardEditing } from './reward-editor.js';

const SPARES: readonly (readonly [Role, string])[] = [
  ['moderator', 'moderators'],
  ['vip', 'VIPs'],
  ['subscriber', 'subscribers'],
];
const PAID = [
  ['price', 'currency'],
  ['cheer', 'tokens cheered'],
  ['tip', 'cents tipped'],
] as const;

/** Who is benched, for how long and how much, and who never is. */
export function BenchTable({ editing }: { readonly editing: RewardEditing }) {
  const { body, base, faultOf, change } = editing;
  const { bench } = body;
  const currency = useCurrency();
  const prefix = usePrefix();
  const set = (part: Partial<typeof bench>): void => {
    change({ bench: { ...bench, ...part } });
  };
  const setLength = (at: number, part: Partial<BenchLength>): void => {
    set({ lengths: bench.lengths.map((length, n) => (n === at ? { ...length, ...part } : length)) });
  };
  return (
    <div className="mt-1 leading-normal">
      It benches{' '}
      <Choice
        label="Who is benched"
        value={bench.whom}
        draft={bench.whom !== base.bench.whom}
        options={[
          { value: 'named', label: 'the viewer named' },
          { value: 'buyer', label: 'the buyer' },
        ]}
        onChange={(whom) => {
          set({ whom });
        }}
      />
      :
      <table className="t my-1.5">
        <thead>
          <tr>
            <th scope="col">For</th>
            {PAID.map(([field, label]) => (
              <th key={field} scope="col">
                {field === 'price' ? currency.many : label}
              </th>
            ))}
            <th scope="col">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {bench.lengths.map((length, n) => (
            <tr key={n}>
              <td>
                <DurationField
                  label={`Time ${String(n + 1)}`}
                  value={length.seconds}
                  unit="s"
                  wrong={faultOf(`bench.lengths.${String(n)}.seconds`) !== undefined}
                  onChange={(seconds) => {
                    setLength(n, { seconds: seconds ?? Number.NaN });
                  }}
                />
              </td>
              {PAID.map(([field, label]) => (
                <td key={field}>
                  <WholeNumber
                    label={`Time ${String(n + 1)} in ${field === 'price' ? currency.many : label}`}
                    value={length[field]}
                    empty="not sold"
                    wrong={faultOf(`bench.lengths.${String(n)}.${field}`) !== undefined}
                    onChange={(value) => {
                      setLength(n, { [field]: value });
                    }}
                  />
                </td>
              ))}
              <td>
                <IconButton
                  icon={X}
                  label={`Remove time ${String(n + 1)}`}
                  onClick={() => {
                    set({ lengths: bench.lengths.filter((_, at) => at !== n) });
                  }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {Object.keys(bench.lengths).flatMap((n) =>
        ['seconds', 'price', 'cheer', 'tip'].map((field) => (
          <Fault key={`${n} ${field}`}>{faultOf(`bench.lengths.${n}.${field}`)}</Fault>
        )),
      )}
      <Fault>{faultOf('bench.lengths')}</Fault>
      <p className="row flex-wrap !gap-4">
        <button
          type="button"
          className="btn s"
          onClick={() => {
            set({ lengths: [...bench.lengths, { seconds: 600, price: 700, cheer: null, tip: null }] });
          }}
        >
          <Plus className="i s" aria-hidden="true" /> Add a time
        </button>
        <span className="s2 text-soft">Never</span>
        {SPARES.map(([role, label]) => (
          <Tick
            key={role}
            label={label}
            checked={bench.spares.includes(role)}
            onChange={(on) => {
              const left = bench.spares.filter((each) => each !== role);
              set({ spares: on ? [...left, role] : left });
            }}
          />
        ))}
      </p>
      <div className="max-w-80 pt-1">
        <ViewerNames
          label="Nor these viewers, separated by spaces"
          named={bench.never}
          onChange={(never) => {
            set({ never });
          }}
        />
      </div>
      <p className="s2 mt-1 max-w-[72ch] text-soft">
        Nobody benches you or a bot. Benches add up as set under Filters, and give way to what a moderator
        does. A cheer or a tip buys one if its message begins with what is typed for it, such as{' '}
        <span className="m">{prefix}bench mossmoth</span>.
      </p>
    </div>
  );
}
