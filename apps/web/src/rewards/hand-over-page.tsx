import { useQuery } from '@tanstack/react-query';
import { Check, Download, Send, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Redemption, RedemptionAct } from '../api/index.js';
import { OlderList } from '../table/index.js';
import { Choice, ConfirmDialog, OneViewer, useOneViewer } from '../ui/index.js';
import { askRedemptions, handOverQuery, PAGE, redemptionsFile, type WantedRedemptions } from './queries.js';
import { RedemptionTable } from './redemption-table.js';
import { useRedemptionActs } from './use-redemption-acts.js';
import { thingsQuery } from '../live/index.js';

const ANY = 'any';
const STATES = [
  { value: 'open', label: 'Still open' },
  { value: 'waiting', label: 'To hand over' },
  { value: 'asked', label: 'Waiting for an answer' },
  { value: 'done', label: 'Done' },
  { value: 'returned', label: 'Returned' },
  { value: 'all', label: 'All purchases' },
] as const;
type State = (typeof STATES)[number]['value'];

/** Review › To hand over: what viewers bought, what is still owed, and returning it. */
export function HandOverPage() {
  const [params, setParams] = useSearchParams();
  const { data: rewards = [] } = useQuery(thingsQuery('reward'));
  const { data: count } = useQuery(handOverQuery);
  const viewer = useOneViewer();
  const acts = useRedemptionActs();
  const [chosen, setChosen] = useState<ReadonlyMap<string, Redemption>>(new Map());
  const [returning, setReturning] = useState<readonly Redemption[]>();
  const state = STATES.find(({ value }) => value === params.get('state'))?.value ?? 'open';
  const wanted: WantedRedemptions = {
    state: state === 'all' ? '' : state,
    reward: params.get('reward') ?? '',
    viewer: viewer?.id ?? '',
  };
  const set = (part: Readonly<Record<string, string>>): void => {
    setChosen(new Map());
    const next = { ...Object.fromEntries(params), ...part };
    setParams(Object.fromEntries(Object.entries(next).filter(([, value]) => value !== '')));
  };
  const act = (does: RedemptionAct, redemptions: readonly Redemption[]): void => {
    if (does === 'return') setReturning(redemptions);
    else acts.mutate({ act: does, redemptions });
    setChosen(new Map());
  };
  const several = [...chosen.values()];
  // What only the streamer sees is in a file only where it is asked for by name.
  const asks = rewards.find(({ id }) => id === wanted.reward)?.asks ?? [];
  const secret = asks.filter((ask) => ask.private).map(({ name }) => name);
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="purchases-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="purchases-title">To hand over</h1>
        <span className="row ml-auto flex-wrap">
          <OneViewer viewer={viewer} />
          <Choice<State>
            label="State"
            value={state}
            options={STATES}
            onChange={(next) => {
              set({ state: next });
            }}
          />
          <Choice
            label="Reward"
            value={wanted.reward === '' ? ANY : wanted.reward}
            options={[
              { value: ANY, label: 'All rewards' },
              ...rewards.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(reward) => {
              set({ reward: reward === ANY ? '' : reward });
            }}
          />
          <a
            className="btn s"
            href={redemptionsFile(wanted, [])}
            download="purchases.csv"
            title="Private answers are not in it"
          >
            <Download className="i s" aria-hidden="true" /> Export CSV
          </a>
          {secret.length > 0 && (
            <a className="btn s" href={redemptionsFile(wanted, secret)} download="purchases.csv">
              <Download className="i s" aria-hidden="true" /> with {secret.join(', ').replaceAll('_', ' ')}
            </a>
          )}
        </span>
      </header>
      {count?.low.map((words) => (
        <p key={words} className="note mx-4 mt-2">
          {words}. Add lines to its list.
        </p>
      ))}
      {several.length > 0 && (
        <div
          className="row flex-wrap border-b border-line px-4 py-1.5"
          role="group"
          aria-label="With those chosen"
        >
          <b>{several.length} chosen</b>
          <button
            type="button"
            className="btn do"
            onClick={() => {
              act('done', several);
            }}
          >
            <Check className="i s" aria-hidden="true" /> Handed over
          </button>
          <button
            type="button"
            className="btn s"
            onClick={() => {
              act('return', several);
            }}
          >
            <Undo2 className="i s" aria-hidden="true" /> Return
          </button>
          {several.some(({ hasLine }) => hasLine) && (
            <button
              type="button"
              className="btn s"
              onClick={() => {
                act(
                  'send',
                  several.filter(({ hasLine }) => hasLine),
                );
              }}
            >
              <Send className="i s" aria-hidden="true" /> Send again
            </button>
          )}
          <button
            type="button"
            className="btn s bare"
            onClick={() => {
              setChosen(new Map());
            }}
          >
            Clear
          </button>
        </div>
      )}
      <OlderList
        label="What was bought"
        queryKey={['redemptions', 'page', wanted]}
        ask={(before) => askRedemptions(wanted, before)}
        page={PAGE}
        empty={
          state === 'open' && wanted.reward === '' && viewer === undefined
            ? 'Nothing is owed to anybody. What viewers buy and you hand over yourself is listed here.'
            : 'Nothing matches these filters.'
        }
      >
        {(rows) => (
          <RedemptionTable
            rows={rows}
            chosen={chosen}
            busy={acts.isPending}
            onChoose={(redemptions, on) => {
              const next = new Map(chosen);
              for (const each of redemptions) {
                if (on) next.set(each.id, each);
                else next.delete(each.id);
              }
              setChosen(next);
            }}
            onAct={act}
          />
        )}
      </OlderList>
      {returning !== undefined && (
        <ConfirmDialog
          title={
            returning.length === 1
              ? `Return ${returning[0]?.title ?? ''} of ${returning[0]?.name ?? ''}?`
              : `Return ${String(returning.length)} purchases?`
          }
          about="What was paid is given back. A code that was never sent goes back into its list; one that was sent does not. This cannot be undone."
          act="Return"
          onAct={() => {
            acts.mutate({ act: 'return', redemptions: returning });
          }}
          onClose={() => {
            setReturning(undefined);
          }}
        />
      )}
    </section>
  );
}
