import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { Role } from '@gully/core/chat';
import {
  amountOfCurrency,
  viewerAccount,
  type Entry,
  type PostedChange,
  type PurseView,
} from '@gully/core/currency';
import { ActivityService } from '../activity/index.js';
import { ConnectionService } from '../chat/index.js';
import { Database } from '../database/index.js';
import { bookkeeper, LedgerStore } from '../ledger/index.js';
import { ChannelWorld } from '../live/index.js';
import { PipelineService, type Decided } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { Task } from '../tasks/index.js';
import { CurrencySettingsService } from './currency-settings.js';

export const BY_HAND = ['give', 'take', 'set'] as const;
/** Viewers that are paid by hand at once. */
const MOST = 50_000;
/** From how many on it is done in pieces, each between other things; and how many are planned in one. */
const MANY = 1_000;
const TOGETHER = 1_000;
/** Those who have too little, or would have too much, that are named. */
const NAMED_MOST = 20;

/** What someone wants done to balances. */
export interface WantedBalances {
  readonly does: (typeof BY_HAND)[number];
  readonly amount: number;
  readonly whom:
    { readonly viewers: readonly string[] } | { readonly present: true } | { readonly role: Role };
}

/** What it comes to. */
export interface ByHandEffect {
  readonly viewers: number;
  /** what all balances together go up by, or down where below zero */
  readonly total: number;
  /** those who have less than is to be taken, and how much is missing */
  readonly short: readonly { readonly name: string; readonly amount: number }[];
  /** those whose balance would be above the cap, and how much of it they do not get */
  readonly over: readonly { readonly name: string; readonly amount: number }[];
}

export type Posted = ByHandEffect & {
  /** the number of the movement; null where there was nothing to move */
  readonly posting: number | null;
};

export interface Person {
  readonly id: string;
  readonly name: string;
}

/** Currency given, taken and set by a person, for one viewer or many at once. */
@Injectable()
export class ByHand {
  constructor(
    private readonly database: Database,
    private readonly connection: ConnectionService,
    private readonly ledger: LedgerStore,
    private readonly settings: CurrencySettingsService,
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly activity: ActivityService,
  ) {}

  /** What it would come to; nothing is changed. */
  async look(wanted: WantedBalances): Promise<ByHandEffect> {
    const rows = amountsOf(wanted, await this.people(wanted));
    const plan = (some: readonly Row[], of: BalanceOf): Plan => this.planOf(wanted.does, some, of);
    return (await this.planned(rows, plan, new Task())).effect;
  }

  /**
   * Does it, once however often it is asked for under the same key.
   *
   * @returns what it came to, and the number of the movement
   */
  async carryOut(wanted: WantedBalances, key: string, actor: Actor, task: Task): Promise<Posted> {
    const people = await this.people(wanted);
    const words = inWords(wanted, people, this.world.now().purse);
    return this.post(
      { key: `hand:${key}`, cause: 'correction', reference: wanted.does, words },
      amountsOf(wanted, people),
      (some, balanceOf) => this.planOf(wanted.does, some, balanceOf),
      { actor, task },
    );
  }

  /** Moves all that one viewer has to another, as when they have come back under another name. */
  transfer(from: Person, to: Person, key: string, actor: Actor): Promise<Posted> {
    if (from.id === to.id)
      throw new Problem(422, 'Nothing was moved', 'These are the same viewer. Choose another one.');
    const words = `moved what ${from.name} had to ${to.name}`;
    return this.post(
      { key: `hand:${key}`, cause: 'correction', reference: 'transfer', words },
      [from, to],
      (_, balanceOf) => {
        const amount = balanceOf(from.id);
        const entry = { from: viewerAccount(from.id), to: viewerAccount(to.id), amount } as const;
        const entries = amount === 0 ? [] : [entry];
        return { entries, effect: { viewers: entries.length * 2, total: 0, short: [], over: [] } };
      },
      { actor, task: new Task() },
    );
  }

  /**
   * Writes what a plan comes to, once however often it is asked for under the same key.
   *
   * @param rows viewers whose balances the plan looks at
   * @param plan for some of them at a time, where there are many
   */
  async post<Row extends { readonly id: string }>(
    about: Pick<PostedChange, 'key' | 'cause' | 'reference' | 'words'>,
    rows: readonly Row[],
    plan: (some: readonly Row[], balanceOf: BalanceOf) => Plan,
    { actor, task }: { readonly actor: Actor; readonly task: Task },
  ): Promise<Posted> {
    const effect =
      rows.length < MANY
        ? await this.postSoon(about, rows, plan, actor)
        : await this.pipeline.broadly({
            actor,
            task,
            decide: async () => {
              const known = (await this.numberOf(about.key)) !== null;
              const planned = await this.planned(rows, plan, task);
              // Each entry is written, and then each balance.
              const count = planned.entries.length;
              task.begin(`Writing ${count.toLocaleString('en')} entries`, 2 * count);
              return this.decided(about, planned, known, actor);
            },
          });
    return { ...effect, posting: await this.numberOf(about.key) };
  }

  /** What giving, taking or setting comes to under this channel's cap. */
  planOf(does: WantedBalances['does'], rows: readonly Row[], balanceOf: BalanceOf): Plan {
    return planOf(does, rows, balanceOf, this.settings.currency.value.cap ?? Infinity);
  }

  private postSoon<Row extends { readonly id: string }>(
    about: Pick<PostedChange, 'key' | 'cause' | 'reference' | 'words'>,
    rows: readonly Row[],
    plan: (some: readonly Row[], balanceOf: BalanceOf) => Plan,
    actor: Actor,
  ): Promise<ByHandEffect> {
    let known = false;
    const viewers = rows.map(({ id }) => id);
    return this.pipeline.do({
      kind: 'by-hand',
      actor,
      about: viewers,
      load: async () => {
        known = (await this.numberOf(about.key)) !== null;
        await this.ledger.load(viewers);
      },
      decide: () => {
        const { purse } = this.world.now();
        const planned = plan(rows, (viewer) => purse.of(viewerAccount(viewer))?.balance ?? 0);
        return this.decided(about, planned, known, actor);
      },
    });
  }

  /** Plans on the balances as they are on disk, some rows at a time. */
  async planned<Row extends { readonly id: string }>(
    rows: readonly Row[],
    plan: (some: readonly Row[], balanceOf: BalanceOf) => Plan,
    task: Task,
  ): Promise<Plan> {
    task.begin(`Reading ${rows.length.toLocaleString('en')} balances`, Math.ceil(rows.length / TOGETHER));
    const entries: Entry[] = [];
    const short: ByHandEffect['short'][number][] = [];
    const over: ByHandEffect['over'][number][] = [];
    let [viewers, total] = [0, 0];
    for (let at = 0; at < rows.length; at += TOGETHER) {
      await task.step();
      const some = rows.slice(at, at + TOGETHER);
      const balances = await this.ledger.balancesOf(some.map(({ id }) => id));
      const part = plan(some, (viewer) => balances.get(viewer) ?? 0);
      for (const entry of part.entries) entries.push(entry);
      viewers += part.effect.viewers;
      total += part.effect.total;
      short.push(...part.effect.short.slice(0, NAMED_MOST - short.length));
      over.push(...part.effect.over.slice(0, NAMED_MOST - over.length));
    }
    return { entries, effect: { viewers, total, short, over } };
  }

  /** @param known it was done before, under the same key */
  private decided(
    about: Pick<PostedChange, 'key' | 'cause' | 'reference' | 'words'>,
    { entries, effect }: Plan,
    known: boolean,
    actor: Actor,
  ): Decided<ByHandEffect> {
    if (known || entries.length === 0) return { changes: [], done: () => effect };
    return {
      changes: [{ kind: 'posted', ...about, by: actor, at: Date.now(), entries }],
      done: () => {
        this.activity.record('changed', bookkeeper(actor), about.words, actor);
        return effect;
      },
    };
  }

  /** A viewer by id; of a merged one, who they are. @throws Problem for nobody */
  async person(id: string): Promise<Person> {
    const [person] = await this.people({ does: 'give', amount: 0, whom: { viewers: [id] } });
    if (person === undefined) throw new Problem(404, 'There is no such viewer', 'They may have been erased.');
    return person;
  }

  private async numberOf(key: string): Promise<number | null> {
    const rows = await this.database.read.query<{ id: number }[]>(
      'SELECT id FROM ledger_postings WHERE key = ?',
      [key],
    );
    return rows[0]?.id ?? null;
  }

  /** Whom it is for; without bots and the ignored where it is for many. @throws Problem for nobody, or too many */
  private async people({ whom }: WantedBalances): Promise<Person[]> {
    if (!this.settings.currency.value.enabled)
      throw new Problem(409, 'Nothing was changed', 'This channel has no currency. Set one up first.');
    const people = await this.database.long.rows<Person>(...queryFor(whom, this.presentKeys()));
    if (people.length === 0)
      throw new Problem(422, 'Nothing was changed', 'No one fits: choose someone who has been here.');
    if (people.length > MOST)
      throw new Problem(422, 'Nothing was changed', 'These are too many viewers for once. Choose fewer.');
    return people;
  }

  private presentKeys(): string[] {
    return this.connection.room.present().map(({ key }) => key);
  }
}

const WINNERS = 'SELECT id, name FROM viewers WHERE merged_into IS NULL';
const PEOPLE = 'bot = 0 AND ignored = 0';

function queryFor(
  whom: WantedBalances['whom'],
  present: readonly string[],
): [sql: string, values: unknown[]] {
  if ('viewers' in whom)
    return [
      `${WINNERS} AND id IN (SELECT coalesce(v.merged_into, v.id) FROM viewers v
         WHERE v.id IN (SELECT value FROM json_each(?)))`,
      [JSON.stringify(whom.viewers)],
    ];
  if ('role' in whom) return [`${WINNERS} AND ${PEOPLE} AND role = ? LIMIT ?`, [whom.role, MOST + 1]];
  return [
    `${WINNERS} AND ${PEOPLE} AND role != 'streamer' AND id IN (SELECT coalesce(v.merged_into, v.id) FROM viewers v
       WHERE v.account IN (SELECT value FROM json_each(?)))`,
    [JSON.stringify(present)],
  ];
}

/** What is done to one viewer's balance. */
export interface Row extends Person {
  readonly amount: number;
}
/** What a viewer has. */
export type BalanceOf = (viewer: string) => number;

export interface Plan {
  readonly entries: readonly Entry[];
  readonly effect: ByHandEffect;
}

const amountsOf = ({ amount }: WantedBalances, people: readonly Person[]): Row[] =>
  people.map((person) => ({ ...person, amount }));

/** What giving, taking or setting comes to; no one is left with less than nothing, or gets above the cap. */
function planOf(does: WantedBalances['does'], rows: readonly Row[], balanceOf: BalanceOf, cap: number): Plan {
  const entries: Entry[] = [];
  const short: { name: string; amount: number }[] = [];
  const over: { name: string; amount: number }[] = [];
  let total = 0;
  for (const { id, name, amount } of rows) {
    const account = viewerAccount(id);
    const has = balanceOf(id);
    const wanted = does === 'give' ? has + amount : does === 'take' ? has - amount : amount;
    // Who is above it already, as from before it was set, keeps that.
    const most = Math.max(cap, has);
    const after = Math.min(most, Math.max(0, wanted));
    if (wanted > most) over.push({ name, amount: wanted - most });
    if (wanted < 0) short.push({ name, amount: -wanted });
    total += after - has;
    if (after > has) entries.push({ from: 'issued', to: account, amount: after - has });
    else if (after < has) entries.push({ from: account, to: 'spent', amount: has - after });
  }
  return {
    entries,
    effect: {
      viewers: entries.length,
      total,
      short: short.slice(0, NAMED_MOST),
      over: over.slice(0, NAMED_MOST),
    },
  };
}

function inWords(
  { does, amount }: WantedBalances,
  people: readonly Person[],
  { settings }: PurseView,
): string {
  const whom =
    people.length === 1 ? (people[0]?.name ?? '') : `${people.length.toLocaleString('en')} viewers`;
  const much = amountOfCurrency(settings, amount);
  if (does === 'set') return `set ${whom}’s balance to ${much}`;
  return does === 'give' ? `gave ${much} to ${whom}` : `took ${much} from ${whom}`;
}
