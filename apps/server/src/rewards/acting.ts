import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { Change } from '@gully/core/channel';
import { handingOver, happens, OPEN_STATES, returns, priceKey, type Redemption } from '@gully/core/rewards';
import { ActivityService } from '../activity/index.js';
import { Database } from '../database/index.js';
import { Following } from '../events/index.js';
import { ChannelWorld } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Purchases } from './purchases.js';
import { RedemptionsStore } from './redemptions.store.js';
import type { RedemptionAct } from './views.js';

/** What was done, and why something was left. */
export interface Acted {
  readonly done: string[];
  readonly left: string[];
}

const VERBS: Readonly<Record<RedemptionAct, string>> = {
  done: 'handed over to',
  reopen: 'waits to be handed over to',
  return: 'returned to',
  send: 'sent to',
  'put-back': 'put back into its list, instead of for',
};

/** What people do with purchases from the control room, one or many at once. */
@Injectable()
export class RedemptionActing {
  constructor(
    private readonly store: RedemptionsStore,
    private readonly purchases: Purchases,
    private readonly following: Following,
    private readonly pipeline: PipelineService,
    private readonly database: Database,
    private readonly world: ChannelWorld,
    private readonly activity: ActivityService,
  ) {}

  async act(act: RedemptionAct, ids: readonly string[], note: string, actor: Actor): Promise<Acted> {
    if (act === 'send') return this.send(ids, actor);
    let stored: readonly Redemption[] = [];
    let paidBack: ReadonlySet<string> = new Set();
    const acted = await this.pipeline.do({
      kind: 'redemption',
      actor,
      about: (await this.purchases.findAll(ids)).map(({ viewer }) => viewer),
      load: async () => {
        // As they stand when it is decided, however many do so at once.
        stored = await this.purchases.findAll(ids);
        paidBack = act === 'return' ? await this.paidBackByHand(ids) : new Set();
      },
      decide: () => {
        const changes: Change[] = [];
        const done: Redemption[] = [];
        const left: string[] = [];
        for (const redemption of stored.map((each) => this.store.find(each.id) ?? each)) {
          const decided = this.decide(act, redemption, {
            note,
            actor,
            paidBack: paidBack.has(redemption.id),
          });
          if (typeof decided === 'string') left.push(leftWords(redemption, decided));
          else {
            changes.push(...decided);
            done.push(redemption);
          }
        }
        return { changes, done: () => ({ done, left }) };
      },
    });
    return this.tell(act, acted, actor);
  }

  private tell(
    act: RedemptionAct,
    { done, left }: { readonly done: readonly Redemption[]; readonly left: string[] },
    actor: Actor,
  ): Acted {
    for (const { title, name } of done)
      this.activity.record('changed', title, `${VERBS[act]} ${name}`, actor);
    return { done: done.map(({ id }) => id), left };
  }

  /** @returns changes, or why not in words */
  private decide(
    act: Exclude<RedemptionAct, 'send'>,
    redemption: Redemption,
    { note, actor, paidBack }: { readonly note: string; readonly actor: Actor; readonly paidBack: boolean },
  ): readonly Change[] | string {
    const at = Date.now();
    const by = { by: actor, at };
    const { state, line } = redemption;
    switch (act) {
      case 'done':
        if (!OPEN_STATES.has(state)) return state === 'done' ? 'it is done already' : 'it was returned';
        return [happens('done', { ...redemption, state: 'done', note: '' }, by)];
      case 'reopen':
        return state === 'done'
          ? [happens('reopened', { ...redemption, state: 'waiting' }, by)]
          : 'it is not done';
      case 'return':
        if (state === 'returned') return 'it was returned already';
        // No one has seen what did not get there. Someone may have seen what may have got there, or was ticked off.
        return returns(this.world.now().purse, redemption, {
          ...by,
          note,
          lineBack:
            state === 'waiting' && line !== undefined && redemption.note !== '' && redemption.unsure !== true,
          paidBack,
        });
      case 'put-back':
        if (state !== 'returned' || line === undefined) return 'only what was returned is put back';
        if (this.store.givenFor(line.list, line.text) !== redemption.id) return 'it is back already';
        return [{ ...happens('put-back', redemption, by), lineBack: true }];
    }
  }

  /** Sends lines that did not get there again, to whatever their buyers are called now. */
  private async send(ids: readonly string[], actor: Actor): Promise<Acted> {
    const here = this.following.present.seen();
    let stored: readonly Redemption[] = [];
    const { sending, left } = await this.pipeline.do({
      kind: 'redemption',
      actor,
      seen: here,
      about: (await this.purchases.findAll(ids)).map(({ viewer }) => viewer),
      load: async () => {
        stored = await this.purchases.findAll(ids);
      },
      decide: (idOf) => {
        const by = { by: actor, at: Date.now() };
        const nicks = new Map(here.map(({ key, name }) => [idOf(key), name]));
        const sending: (readonly [Redemption, string])[] = [];
        const left: string[] = [];
        for (const redemption of stored.map((each) => this.store.find(each.id) ?? each)) {
          const nick = nicks.get(redemption.viewer);
          if (redemption.state !== 'waiting' || redemption.line === undefined)
            left.push(leftWords(redemption, 'nothing of it waits to be sent'));
          else if (nick === undefined) left.push(leftWords(redemption, 'they are not in the room'));
          else sending.push([{ ...redemption, state: 'bought', note: '' }, nick]);
        }
        return {
          changes: sending.map(([redemption]) => happens('sending', redemption, by)),
          done: () => ({ sending, left }),
        };
      },
    });
    const done: Redemption[] = [];
    for (const [redemption, nick] of sending) {
      const failed = await this.following.hand(handingOver(redemption, nick));
      if (failed === undefined) done.push(redemption);
      else left.push(leftWords(redemption, `it could not be sent: ${failed.words}`));
    }
    return this.tell('send', { done, left }, actor);
  }

  /** Those whose price someone gave back in the ledger before, so that it is not given back twice. */
  private async paidBackByHand(ids: readonly string[]): Promise<ReadonlySet<string>> {
    const keys = new Map(ids.map((id) => [priceKey(id), id]));
    const rows = await this.database.read.query<{ key: string }[]>(
      `SELECT p.key FROM ledger_postings p JOIN json_each(?) k ON k.value = p.key
       WHERE EXISTS (SELECT 1 FROM ledger_postings b WHERE b.reverses = p.id
         AND NOT EXISTS (SELECT 1 FROM ledger_postings c WHERE c.reverses = b.id))`,
      [JSON.stringify([...keys.keys()])],
    );
    return new Set(rows.flatMap(({ key }) => keys.get(key) ?? []));
  }
}

function leftWords({ title, name }: Redemption, why: string): string {
  return `${title} of ${name}: ${why}`;
}
