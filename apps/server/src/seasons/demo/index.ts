import {
  awarded,
  BOARDS,
  placesOf,
  viewerAccount,
  type Board,
  type Placed,
  type PurseView,
  type SeasonPlan,
} from '@gully/core/currency';
import type { ViewerFacts } from '@gully/core/viewers';
import type { MakeDemoPart } from '../../seeding/index.js';
import { SettingRow } from '../../settings/index.js';
import { keepStandings, SEASON } from '../seasons.service.js';

const DAY = 86_400_000;
const KEPT = 100;

const PLAN: SeasonPlan = {
  name: 'Wet season',
  endsAt: null,
  resets: 'nothing',
  awards: [
    { by: 'earned', place: 1, amount: 500 },
    { by: 'earned', place: 2, amount: 300 },
    { by: 'earned', place: 3, amount: 200 },
    { by: 'messages', place: 1, amount: 250 },
  ],
};

/** What someone had when the season began. */
type Beginning = readonly [viewer: string, earned: number, watchMs: number, messages: number];

/** The demo's seasons: one that ended with awards between its evenings, and the one that is on. */
export const seasonsPart: MakeDemoPart = (stage) => {
  const guests = new Map<string, ViewerFacts>();
  const past = { id: stage.id(stage.begin), boards: undefined as Record<Board, Placed[]> | undefined };
  let [changed, beginnings]: [number, Beginning[]] = [0, []];
  const end = (at: number): void => {
    const { purse } = stage.world();
    const boards = boardsOf([...guests.values()], purse);
    past.boards = boards;
    changed = at;
    const entries = awarded(PLAN.awards, boards).map(
      ({ viewer, amount }) => ({ from: 'issued', to: viewerAccount(viewer), amount }) as const,
    );
    const key = `season:${past.id}:awards:${String(at)}`;
    const about = { cause: 'season', reference: 'awards', by: 'streamer', at, words: '' } as const;
    stage.take({ kind: 'posted', key, entries, ...about });
    beginnings = [...guests.values()].map(({ id, watchTime, messages }) => [
      id,
      purse.of(viewerAccount(id))?.earned ?? 0,
      watchTime * 1000,
      messages,
    ]);
  };
  return {
    began(at) {
      // The evening before the bot answered was the last of the old one.
      if (past.boards === undefined && stage.now - at < 25 * DAY) end(at - DAY / 2);
    },
    came(viewer) {
      guests.set(viewer.id, viewer);
    },
    async store(manager) {
      const now = stage.id(changed);
      const add = 'INSERT INTO seasons (id, name, started_at, ended_at) VALUES (?, ?, ?, ?)';
      await manager.query(add, [past.id, 'Dry season', stage.now - 60 * DAY, changed]);
      await manager.query(add, [now, PLAN.name, changed, null]);
      if (past.boards !== undefined) await keepStandings(manager, past.id, past.boards);
      await manager.query(
        `INSERT INTO season_beginnings (season_id, viewer_id, earned, watch_ms, messages)
         SELECT ?, value ->> 0, value ->> 1, value ->> 2, value ->> 3 FROM json_each(?)`,
        [now, JSON.stringify(beginnings)],
      );
      const row = { key: SEASON.name, version: 1, changedAt: changed, actor: 'streamer' } as const;
      await manager.insert(SettingRow, [{ ...row, value: JSON.stringify(PLAN) }]);
    },
  };
};

function boardsOf(guests: readonly ViewerFacts[], purse: PurseView): Record<Board, Placed[]> {
  const values: Readonly<Record<Board, (guest: ViewerFacts) => number>> = {
    balance: ({ id }) => purse.of(viewerAccount(id))?.balance ?? 0,
    earned: ({ id }) => purse.of(viewerAccount(id))?.earned ?? 0,
    watch: ({ watchTime }) => watchTime,
    messages: ({ messages }) => messages,
    // No games were played here before.
    wins: () => 0,
  };
  const board = (by: Board): Placed[] =>
    placesOf(
      guests
        .map((guest) => ({ viewer: guest.id, name: guest.name, value: values[by](guest) }))
        .filter(({ value }) => value > 0)
        .sort((a, b) => b.value - a.value)
        .slice(0, KEPT),
    );
  return Object.fromEntries(BOARDS.map((by) => [by, board(by)])) as Record<Board, Placed[]>;
}
