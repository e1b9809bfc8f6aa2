import type { RewardBody } from '@gully/core/rewards';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue } from 'react';
import type { RewardHelp } from '../api/index.js';
import { minutesInWords, SwitchOn, useAmounts, useCurrency } from '../currency/index.js';
import { helpQuery } from './queries.js';

interface OutlookProps {
  /** of the saved one; undefined for a new one */
  readonly id: string | undefined;
  readonly body: RewardBody;
}

/** What the price means: time, who can afford it, how often it would sell, and what a week of it comes to. */
export function Outlook({ id, body }: OutlookProps) {
  const currency = useCurrency();
  const { data } = useQuery({ ...helpQuery(id, useDeferredValue(body)), enabled: currency.enabled });
  if (!currency.enabled)
    return (
      <p className="note row flex-wrap">
        This channel has no currency yet, so no one can pay for it. <SwitchOn />
      </p>
    );
  if (data === undefined) return null;
  return (
    <section className="outlook" aria-label="What the price means">
      <Now help={data} />
      <Expected help={data} />
    </section>
  );
}

function Now({ help }: { readonly help: RewardHelp }) {
  const { minutes, subscriberMinutes, able, viewers } = help;
  const share = viewers === 0 ? 0 : able / viewers;
  return (
    <dl className="figures">
      <div>
        <dt>a viewer who watches</dt>
        <dd className="m">{minutesInWords(minutes ?? undefined)}</dd>
      </div>
      <div>
        <dt>a subscriber</dt>
        <dd className="m">{minutesInWords(subscriberMinutes ?? undefined)}</dd>
      </div>
      <div>
        <dt>can afford it now</dt>
        <dd className="m" title={`${String(able)} of the ${String(viewers)} who wrote in the last 30 days`}>
          {able.toLocaleString('en')} of {viewers.toLocaleString('en')}
          <span className="share" aria-hidden="true">
            <span style={{ width: `${String(Math.round(share * 100))}%` }} />
          </span>
        </dd>
      </div>
      {help.lately.some((sold) => sold > 0) && (
        <div>
          <dt>sold in the last streams</dt>
          <dd className="m">
            <Bars counts={help.lately} />
          </dd>
        </div>
      )}
    </dl>
  );
}

/** Sales in each of the last streams, the newest on the right. */
function Bars({ counts }: { readonly counts: readonly number[] }) {
  const most = Math.max(1, ...counts);
  return (
    <span className="bars" role="img" aria-label={counts.join(', ')} title={counts.join(', ')}>
      {counts.map((count, n) => (
        <span
          key={n}
          style={{ height: `${String(Math.max(6, (count / most) * 100))}%` }}
          data-none={count === 0}
        />
      ))}
    </span>
  );
}

/** What is only expected is dashed. */
function Expected({ help }: { readonly help: RewardHelp }) {
  const { full } = useAmounts();
  const { by, perStream, week, weekPays, circulating } = help;
  if (by === 'nothing') return <p className="expected">No sales yet, so no estimate.</p>;
  const judged = `judged by ${by === 'own' ? 'how it sold' : 'how other rewards sold'}`;
  if (week.sold === 0)
    return (
      <p className="expected">
        {perStream < 0.05 ? 'Hardly ever' : `About ${perStream.toFixed(1)} a stream`}, {judged}. In
        circulation now: {full(circulating)}.
      </p>
    );
  const net = week.spent - week.issued;
  return (
    <p className="expected">
      About <b className="m">{perStream < 10 ? perStream.toFixed(1) : Math.round(perStream)}</b> a stream,{' '}
      {judged}. A week of it: {week.sold} sold, <b className="m">{full(week.spent)}</b> taken
      {week.issued > 0 && <> and {full(week.issued)} given out again</>}
      {weekPays > 0 && (
        <>
          , {net > 0 ? percent(net / weekPays) : 'nothing'} of the {full(weekPays)} a week pays
        </>
      )}
      . In circulation now: {full(circulating)}.
    </p>
  );
}

const percent = (share: number): string => `${share < 0.01 ? '<1' : String(Math.round(share * 100))}%`;
