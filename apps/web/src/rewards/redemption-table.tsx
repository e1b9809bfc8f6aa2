import { Check, RotateCcw, Send, Undo2 } from 'lucide-react';
import type { Redemption, RedemptionAct } from '../api/index.js';
import { Name } from '../chat/index.js';
import { useAmounts } from '../currency/index.js';
import { ago, exact, Tick, useNow } from '../ui/index.js';
import { aboutOf, RedemptionState } from './redemption-state.js';
import { Secrets } from './secrets.js';

interface RedemptionTableProps {
  readonly rows: readonly Redemption[];
  readonly chosen: ReadonlyMap<string, Redemption>;
  readonly busy: boolean;
  readonly onChoose: (redemptions: readonly Redemption[], on: boolean) => void;
  readonly onAct: (act: RedemptionAct, redemptions: readonly Redemption[]) => void;
}

/** Columns a phone has no room for; what stands there is told beside the rest. */
const WIDE = new Set(['Bought', 'Status']);

/** What was bought, today’s first, with what may be done about each. */
export function RedemptionTable({ rows, chosen, busy, onChoose, onAct }: RedemptionTableProps) {
  const now = useNow(30_000);
  const all = rows.every(({ id }) => chosen.has(id));
  return (
    <table className="t w-full">
      <thead>
        <tr>
          <th scope="col" className="w-8 !pl-4">
            <Tick
              bare
              label="All of these"
              checked={all ? true : chosen.size > 0 ? 'indeterminate' : false}
              onChange={(on) => {
                onChoose(rows, on);
              }}
            />
          </th>
          {['Bought', 'Viewer', 'Reward', 'What', 'Status'].map((title) => (
            <th key={title} scope="col" className={WIDE.has(title) ? 'max-desk:hidden' : undefined}>
              {title}
            </th>
          ))}
          <th scope="col">
            <span className="sr-only">What to do</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td className="!pl-4">
              <Tick
                bare
                label={`${row.title} of ${row.name}`}
                checked={chosen.has(row.id)}
                onChange={(on) => {
                  onChoose([row], on);
                }}
              />
            </td>
            <td className="text-soft max-desk:hidden" title={exact(row.at)}>
              {ago(row.at, now)}
            </td>
            <td>
              <b>
                <Name viewer={row.viewer} name={row.name} />
              </b>
              <span className="s2 hidden text-soft max-desk:block">{ago(row.at, now)}</span>
            </td>
            <td>
              {row.title}
              <Price redemption={row} />
            </td>
            <td className="!whitespace-normal">
              <span className="line-clamp-3 [overflow-wrap:anywhere]">{aboutOf(row)}</span>
              <Secrets redemption={row} />
              {row.unsure && row.state === 'waiting' && (
                <span className="s2 block text-ochre">may have been delivered</span>
              )}
              {row.note !== '' && <span className="s2 block text-soft">{row.note}</span>}
            </td>
            <td className="max-desk:hidden" title={exact(row.since)}>
              <RedemptionState state={row.state} />
            </td>
            <td className="!pr-4">
              <Acts redemption={row} busy={busy} onAct={onAct} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Price({ redemption: { price, paidBy } }: { readonly redemption: Redemption }) {
  const { full } = useAmounts();
  const words = paidBy === 'currency' ? (price === 0 ? 'free' : full(price)) : `paid with a ${paidBy}`;
  return <span className="s2 block text-soft">{words}</span>;
}

function Acts({
  redemption,
  busy,
  onAct,
}: {
  readonly redemption: Redemption;
  readonly busy: boolean;
  readonly onAct: RedemptionTableProps['onAct'];
}) {
  const { state, gives, title, name, hasLine } = redemption;
  const button = (act: RedemptionAct, label: string, Icon: typeof Check) => (
    <button
      key={act}
      type="button"
      className="btn s"
      aria-label={`${label}: ${title} of ${name}`}
      disabled={busy}
      onClick={() => {
        onAct(act, [redemption]);
      }}
    >
      <Icon className="i s" aria-hidden="true" /> {label}
    </button>
  );
  const isOpen = state === 'waiting' || state === 'asked';
  return (
    <span className="row min-w-40 flex-wrap justify-end max-desk:min-w-0 max-desk:flex-col max-desk:!items-end">
      {state === 'waiting' && button('done', 'Done', Check)}
      {state === 'waiting' && hasLine && button('send', 'Send again', Send)}
      {state === 'done' && gives === 'hand-over' && button('reopen', 'Not done', RotateCcw)}
      {state === 'returned' && hasLine && button('put-back', 'Back in its list', RotateCcw)}
      {(isOpen || state === 'done') && button('return', 'Return', Undo2)}
    </span>
  );
}
