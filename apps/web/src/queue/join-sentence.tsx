import { minutesFor } from '@gully/core/currency';
import { HEAD_STARTS, ORDERS, type QueueBody } from '@gully/core/queue';
import { useQuery } from '@tanstack/react-query';
import type { Queue } from '../api/index.js';
import type { Editing } from '../editing/index.js';
import { minutesInWords, RankChoice, useCurrency } from '../currency/index.js';
import { streamQuery } from '../live/index.js';
import { AUDIENCES, Choice, CommaList, Fault, NumberBlank, Tick, WholeNumber } from '../ui/index.js';
import { ORDER_WORDS } from './kinds.js';

const AGAIN = [
  { value: 'once', label: 'not again in this stream' },
  { value: 'now', label: 'again at once' },
  { value: 'after', label: 'again after' },
] as const;
const HEAD_START_WORDS = { subscriber: 'subscribers', vip: 'VIPs', moderator: 'moderators' } as const;

/** Who may join, for how much, and who comes first, as a sentence. */
export function JoinSentence({ editing }: { readonly editing: Editing<QueueBody, Queue> }) {
  const { body, base, faultOf, change } = editing;
  const number = (field: 'places' | 'party' | 'cost', label: string) => (
    <NumberBlank
      label={label}
      value={body[field]}
      before={base[field]}
      wrong={faultOf(field)}
      onChange={(value) => {
        change({ [field]: value });
      }}
    />
  );
  const again = body.again === null ? 'once' : body.again === 0 ? 'now' : 'after';
  return (
    <div className="sentence roomy !mt-2 leading-9">
      Up to {number('places', 'Most who wait')} viewers wait, and {number('party', 'How many play at once')}{' '}
      play at once. <Audience editing={editing} /> may join, <Price editing={editing} />; after their turn
      they may join{' '}
      <Choice
        label="Joining again"
        value={again}
        draft={body.again !== base.again}
        options={AGAIN}
        onChange={(next) => {
          change({
            again:
              next === 'once'
                ? null
                : next === 'now'
                  ? 0
                  : base.again === null || base.again === 0
                    ? 3
                    : base.again,
          });
        }}
      />
      {body.again !== null && body.again > 0 && (
        <>
          {' '}
          <NumberBlank
            label="Turns of others before joining again"
            value={body.again}
            before={base.again ?? 0}
            wrong={faultOf('again')}
            onChange={(value) => {
              change({ again: value });
            }}
          />{' '}
          other {body.again === 1 ? 'turn' : 'turns'}
        </>
      )}
      . First comes{' '}
      <Choice
        label="Who comes first"
        value={body.order}
        draft={body.order !== base.order}
        options={ORDERS.map((value) => ({ value, label: ORDER_WORDS[value] }))}
        onChange={(order) => {
          change({ order });
        }}
      />
      {body.order === 'head-start' && (
        <>
          {' '}
          of{' '}
          {HEAD_STARTS.map((role, n) => (
            <span key={role} className="whitespace-nowrap">
              {n > 0 && ', '}
              <NumberBlank
                label={`Head start of ${HEAD_START_WORDS[role]}, in minutes`}
                value={body.headStart[role]}
                before={base.headStart[role]}
                wrong={faultOf(`headStart.${role}`)}
                onChange={(value) => {
                  change({ headStart: { ...body.headStart, [role]: value } });
                }}
              />{' '}
              min for {HEAD_START_WORDS[role]}
            </span>
          ))}
        </>
      )}
      . <Categories editing={editing} />. <Closing editing={editing} />
      <div className="row mt-1 flex-wrap !gap-4 leading-normal">
        <Tick
          label="The default, for categories without their own queue"
          checked={body.byDefault}
          onChange={(byDefault) => {
            change({ byDefault });
          }}
        />
        <Tick
          label="Show handles in the list in chat"
          checked={body.showHandles}
          onChange={(showHandles) => {
            change({ showHandles });
          }}
        />
      </div>
      {[
        'places',
        'party',
        'cost',
        'rank',
        'again',
        'categories',
        'byDefault',
        'closes.after',
        'closes.at',
      ].map((place) => (
        <Fault key={place}>{faultOf(place)}</Fault>
      ))}
      {body.order === 'head-start' &&
        HEAD_STARTS.map((role) => <Fault key={role}>{faultOf(`headStart.${role}`)}</Fault>)}
    </div>
  );
}

interface Part {
  readonly editing: Editing<QueueBody, Queue>;
}

function Audience({ editing: { body, base, change } }: Part) {
  return (
    <>
      <Choice
        label="Who may join"
        value={body.lowestRole}
        draft={body.lowestRole !== base.lowestRole}
        options={AUDIENCES}
        onChange={(lowestRole) => {
          change({ lowestRole });
        }}
      />
      <RankChoice
        rank={body.rank}
        draft={body.rank !== base.rank}
        none="of any rank"
        onChange={(rank) => {
          change({ rank });
        }}
      />
    </>
  );
}

/** What a place costs, and what that is in time. */
function Price({ editing: { body, base, faultOf, change } }: Part) {
  const currency = useCurrency();
  if (!currency.enabled && body.cost === 0) return <>for free</>;
  return (
    <>
      for{' '}
      <NumberBlank
        label={`What a place costs, in ${currency.many}`}
        value={body.cost}
        before={base.cost}
        wrong={faultOf('cost')}
        onChange={(cost) => {
          change({ cost });
        }}
      />{' '}
      {currency.many}
      {body.cost > 0 && (
        <span className="s2 text-soft"> ({minutesInWords(minutesFor(currency, body.cost))} of watching)</span>
      )}
    </>
  );
}

function Categories({ editing: { body, base, change } }: Part) {
  const { data: stream } = useQuery(streamQuery);
  const isChanged = body.categories.join('\n') !== base.categories.join('\n');
  return (
    <>
      It is for{' '}
      <CommaList
        className={`!inline-block !w-56 ${isChanged ? 'draft' : ''}`}
        label="Categories, separated by commas; empty for any"
        title={stream?.category ? `Now: ${stream.category}` : 'Categories, separated by commas'}
        placeholder="any category"
        list={body.categories}
        onChange={(categories) => {
          change({ categories });
        }}
      />
    </>
  );
}

function Closing({ editing: { body, base, change } }: Part) {
  const { after, at } = body.closes;
  return (
    <>
      It closes by itself once{' '}
      <span className="inline-block w-24 align-baseline">
        <WholeNumber
          label="How many join before it closes"
          value={after === 0 ? null : after}
          empty="no limit"
          onChange={(value) => {
            change({ closes: { ...body.closes, after: value ?? 0 } });
          }}
        />
      </span>{' '}
      have joined, and at{' '}
      <input
        type="time"
        className={`blank m !inline-block !w-28 ${at === base.closes.at ? '' : 'draft'}`}
        aria-label="Time of day at which it closes; empty for none"
        value={at}
        onChange={({ target }) => {
          change({ closes: { ...body.closes, at: target.value } });
        }}
      />
      .
    </>
  );
}
