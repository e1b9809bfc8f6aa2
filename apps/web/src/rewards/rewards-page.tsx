import { REWARD_STARTERS } from '@gully/core/rewards';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Reward } from '../api/index.js';
import { minutesFor } from '@gully/core/currency';
import { minutesInWords, useAmounts, useCurrency } from '../currency/index.js';
import { AddLink, KindPage, SeveralBar, useSeveral } from '../editing/index.js';
import { DataTable } from '../table/index.js';
import { comesLater } from '../ui/index.js';
import { columnsOf } from './columns.js';
import { REWARD } from './kind.js';
import { thingsQuery } from '../live/index.js';

const RewardEditor = comesLater(async () => (await import('./reward-editor.js')).RewardEditor);

const ABOUT = 'What viewers buy with what they earned.';

/** Prepare › Rewards: all of them as a table, or a list of them beside the open one. */
export function RewardsPage() {
  return (
    <KindPage
      kind={REWARD}
      heading="Rewards"
      about={ABOUT}
      empty="No rewards yet"
      starters={REWARD_STARTERS}
      asked={useQuery(thingsQuery('reward'))}
      table={(rewards) => <RewardTable rewards={rewards} />}
      editor={(id, saved, others) => <RewardEditor key={id} id={id} saved={saved} others={others} />}
    />
  );
}

function RewardTable({ rewards }: { readonly rewards: readonly Reward[] }) {
  const { short } = useAmounts();
  const currency = useCurrency();
  const { mutate } = useSeveral(REWARD);
  const columns = useMemo(
    () =>
      columnsOf({
        short,
        minutes: (price) => minutesInWords(minutesFor(currency, price)),
        onToggle: ({ id, enabled }) => {
          mutate({ ids: [id], change: enabled ? 'switch-off' : 'switch-on' });
        },
      }),
    [short, currency, mutate],
  );
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="rewards-title">
      <DataTable
        name="rewards"
        many="rewards"
        rows={rewards}
        columns={columns}
        idOf={idOf}
        titleOf={nameOf}
        faint={isOff}
        several={(chosen, clear) => (
          <SeveralBar kind={REWARD} chosen={chosen} onClear={clear}>
            {() => null}
          </SeveralBar>
        )}
        head={
          <>
            <h1 id="rewards-title">Rewards</h1>
            <span className="s2 ml-1 text-soft max-[1500px]:hidden">{ABOUT}</span>
          </>
        }
        acts={<AddLink kind={REWARD} />}
        empty={null}
      />
    </section>
  );
}

const idOf = ({ id }: Reward): string => id;
const nameOf = ({ name }: Reward): string => name;
const isOff = ({ enabled }: Reward): boolean => !enabled;
