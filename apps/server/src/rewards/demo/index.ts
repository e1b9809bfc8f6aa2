import type { Role } from '@gully/core/chat';
import {
  buy,
  happens,
  NO_REWARDS,
  NO_SALES,
  OPEN_STATES,
  returns,
  type Redemption,
  type RedemptionChange,
  type RewardsView,
} from '@gully/core/rewards';
import { chanceFrom } from '@gully/core/random';
import { followed } from '@gully/core/routines';
import { deliver, prepareReward, rewardBody, rewardTyped } from '@gully/core/rewards';
import type { ViewerFacts } from '@gully/core/viewers';
import { seededNumbers } from '@gully/standin/crowd';
import { REWARD } from '../../commands/demo/index.js';
import { KEYS } from '../../lists/demo/index.js';
import { idsInOrder, type Database } from '../../database/index.js';
import type { Due, MakeDemoPart, SeedingStage } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { AnswerVault } from '../answer-vault.js';
import { sealedFor, writeRedemptions } from '../redemption-rows.js';
import { RewardRow } from '../rows.js';
import { Tally } from '../tally.js';
import { ADDRESSES, DEMO_REWARDS } from './rewards.js';

const SEED = 4_117;
const DAY = 86_400_000;
/** How many wait to be handed over when the demo begins. */
const WAITING = 4;

/** How many lines of someone it takes, on average, until they buy it without being asked by the crowd. */
const BUYS: readonly (readonly [reward: string, lines: number, typed: string])[] = [
  [REWARD.postcard, 90, 'soot'],
  [REWARD.key, 140, ''],
  [REWARD.share, 240, ''],
  [REWARD.passage, 240, 'The Long Sump'],
  [REWARD.bench, 400, 'gritandgo'],
];

/** The demo's rewards, and what was bought of them in the season: decided by the same code as live. */
export const rewardsPart: MakeDemoPart = (stage) => {
  const chance = chanceFrom(seededNumbers(SEED));
  const idAt = idsInOrder();
  const prepared = Object.entries(DEMO_REWARDS).map(([id, body]) => prepareReward(id, body));
  const last = new Map<string, RedemptionChange>();
  const open = new Map<string, Redemption>();
  const tallies = new Map<string, Tally>();
  const given = new Set<string>();
  const bought: Redemption[] = [];
  const guests = new Map<string, ViewerFacts>();
  /** decided once the line that was written then is */
  const wishes: Wanted[] = [];
  const view: RewardsView = {
    ...NO_REWARDS,
    all: () => prepared,
    find: (id) => prepared.find((each) => each.id === id),
    sales: (reward) => tallies.get(reward) ?? NO_SALES,
    open: (id) => open.get(id),
    isGiven: (list, text) => given.has(`${list} ${text}`),
    named: (name) => guests.get(name),
    bot: () => 'gully',
    buy,
    typed: rewardTyped,
  };
  const keep = (change: RedemptionChange): void => {
    const { act, redemption } = change;
    const { id, reward, viewer, at, line } = redemption;
    last.set(id, change);
    if (OPEN_STATES.has(redemption.state)) open.set(id, redemption);
    else open.delete(id);
    const tally = tallies.get(reward) ?? new Tally();
    tallies.set(reward, tally);
    if (act === 'bought') tally.add(viewer, at);
    if (act === 'returned') tally.remove(viewer, at);
    if (line !== undefined) given.add(`${line.list} ${line.text}`);
    if (act === 'bought') bought.push(redemption);
  };
  return {
    look: () => ({ rewards: view }),
    records: { redemption: keep },
    began() {
      guests.clear();
    },
    came(viewer, roles, at) {
      if (viewer.bot || viewer.ignored || roles.includes('streamer')) return;
      guests.set(viewer.name, viewer);
      if (!stage.world().stream.live) return;
      for (const [id, lines, typed] of BUYS)
        if (chance.below(lines) === 0) wishes.push({ viewer, roles, id, typed, at, mark: idAt(at) });
    },
    due: (at) => carryOut(at),
    async store(manager) {
      handOver();
      for (const { id } of prepared) {
        const body = rewardBody(DEMO_REWARDS[id] ?? never(id));
        const row = { id, name: body.name, version: 1, changedAt: stage.begin, deletedAt: null };
        await manager.insert(RewardRow, { ...row, body: JSON.stringify(body) });
        await writeVersion(manager, 'reward', row, body, 'streamer');
      }
      // Each as it stands at last.
      const stored = [...last.values()].map((change) => ({ ...change, act: 'bought' }) as const);
      writeRedemptions(manager, stored, { seal: () => Buffer.alloc(0) });
      const lines = [...given].filter((line) => line.startsWith(`${KEYS.id} `));
      for (const line of lines)
        await manager.query('DELETE FROM list_lines WHERE list_id = ? AND text = ?', [
          KEYS.id,
          line.slice(KEYS.id.length + 1),
        ]);
    },
  };

  /** What was bought is carried out: the routine is begun, an address is told, someone sits out. */
  function carryOut(at: number): Due | undefined {
    for (const wanted of wishes.splice(0)) buyNow(stage, wanted);
    for (let one = bought.shift(); one !== undefined; one = bought.shift()) {
      const by = { by: 'gully', at } as const;
      if (one.target !== undefined) {
        stage.take(happens('delivered', { ...one, state: 'done' }, by));
        continue;
      }
      const answers = one.answers.map((answer) => (answer.private ? { ...answer, given: true } : answer));
      const redemption = { ...one, answers, state: 'bought' } as const;
      if (one.state === 'asked') stage.take(happens('answered', redemption, by));
      const reward = prepared.find(({ id }) => id === one.reward);
      const viewer = guests.get(one.name);
      if (reward === undefined || viewer === undefined) continue;
      const present = [...guests.values()].filter(({ id }) => id !== viewer.id);
      const world = stage.world();
      const { changes, started } = followed(deliver(world, redemption, { viewer, at, present }), world);
      const [begun] = started;
      for (const change of changes) stage.take(change);
      if (begun === undefined) continue;
      const title = reward.terms.name;
      return {
        subject: `Reward ${title}`,
        told: 'was bought',
        because: `of the reward ${title}`,
        started: begun,
      };
    }
    return undefined;
  }

  /** What is owed was handed over in the days after; the last ones still wait, and one was returned. */
  function handOver(): void {
    const owed = [...open.values()].filter(({ state }) => state === 'waiting').sort((a, b) => a.at - b.at);
    for (const [n, redemption] of owed.slice(0, Math.max(0, owed.length - WAITING)).entries()) {
      const at = Math.min(stage.now - DAY / 2, redemption.at + 2 * DAY);
      if (n === 1)
        for (const change of returns(stage.world().purse, redemption, {
          by: 'streamer',
          at,
          note: 'moved, and asked for it',
          lineBack: false,
        }))
          stage.take(change);
      else stage.take(happens('done', { ...redemption, state: 'done' }, { by: 'streamer', at }));
    }
  }
};

function never(id: string): never {
  throw new Error(`the demo has no reward ${id}`);
}

interface Wanted {
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  readonly id: string;
  readonly typed: string;
  readonly at: number;
  readonly mark: string;
}

/** Someone buys a reward, if they can. */
function buyNow(stage: SeedingStage, { viewer, roles, id, typed, at, mark }: Wanted): void {
  const world = stage.world();
  const reward = world.rewards.find(id);
  if (reward === undefined) return;
  const asked = { by: `viewer:${viewer.id}`, at, mark } as const;
  const purchase = buy(world, reward, { viewer, roles, typed, paidBy: 'currency', given: 0 }, asked);
  if ('changes' in purchase) for (const change of purchase.changes) stage.take(change);
}

/** What the demo's buyers answered in private, sealed with the key of its folder. */
export async function writeDemoAnswers(database: Database, folder: string): Promise<void> {
  const vault = new AnswerVault({ GULLY_DATA_DIR: folder });
  vault.onModuleInit();
  await database.write(async (manager) => {
    const rows = await manager.query<{ id: string }[]>(
      `SELECT id FROM redemptions WHERE reward_id = ? AND state != 'asked' ORDER BY at`,
      [REWARD.postcard],
    );
    for (const [n, { id }] of rows.entries())
      await manager.query('INSERT INTO redemption_answers (redemption_id, name, sealed) VALUES (?, ?, ?)', [
        id,
        'address',
        vault.seal(ADDRESSES[n % ADDRESSES.length] ?? '', sealedFor(id, 'address')),
      ]);
  });
}
