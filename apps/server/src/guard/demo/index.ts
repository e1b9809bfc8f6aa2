import { prepareGuard, Recent, silenceOf, type GuardView, type ModeratedChange } from '@gully/core/guard';
import { insertMany, newId } from '../../database/index.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { SettingRow } from '../../settings/index.js';
import { writeVersion } from '../../things/index.js';
import { catchRow, personRow } from '../catch-rows.js';
import { GUARD, withBlocked } from '../guard-settings.js';
import { writeGroup } from '../phrase-groups.store.js';
import { CatchRow, GuardLabelRow } from '../rows.js';
import { Standings } from '../standings.js';
import { DEMO_GROUPS, DEMO_GUARD } from './guard.js';

const MINUTE = 60_000;
/** What moderators did beside the guard: minutes into an evening, to whom, what. */
const BY_HAND = [
  {
    evening: 4,
    after: 62,
    by: 'mossmoth',
    name: 'duskmantle',
    seconds: 600,
    reason: 'spoke of the end again',
  },
  {
    evening: 6,
    after: 95,
    by: 'brackenfold',
    name: 'rope_sale_2047',
    seconds: 3_600,
    reason: 'selling ropes',
  },
  { evening: 8, after: 12, by: 'mossmoth', name: 'gritandgo', seconds: 60, reason: 'cool down a little' },
] as const;

/** The demo's guard, with what it caught in the season; some of it undone, some labelled. */
export const guardPart: MakeDemoPart = (stage) => {
  const prepared = prepareGuard(withBlocked(DEMO_GUARD, DEMO_GROUPS, []));
  const recent = new Recent();
  const standings = new Standings();
  let toldAt: number | undefined;
  const changes: ModeratedChange[] = [];
  const view: GuardView = {
    prepared,
    formsOf: (text) => recent.formsOf(text),
    before: (reading) => recent.before(reading),
    standingOf: (viewer) => standings.of(viewer),
    toldAt: () => toldAt,
    powerless: () => undefined,
  };
  return {
    look: () => ({ guard: view }),
    mayWrite: (viewer, at) => silenceOf(standings.of(viewer).given, DEMO_GUARD.overlapping, at) === undefined,
    records: {
      looked: ({ reading }) => {
        recent.add(reading);
      },
      told: ({ at }) => {
        toldAt = at;
      },
      moderated: (change) => {
        standings.apply(change);
        changes.push(change);
      },
    },
    async store(manager) {
      const rows = changes.flatMap((change, n) =>
        change.act === 'catch' ? [seasoned(catchRow(change.caught), n)] : [],
      );
      for (const { evening, after, ...act } of BY_HAND) {
        const at = (stage.evenings[evening]?.began ?? stage.begin) + after * MINUTE;
        const viewer = stage.viewerId(act.name);
        if (viewer === null) continue;
        rows.push(
          personRow({
            kind: 'moderated',
            act: 'person',
            id: newId(at),
            at,
            viewer,
            does: 'timeout',
            ...act,
          }),
        );
      }
      await insertMany(manager, CatchRow, rows);
      await insertMany(
        manager,
        GuardLabelRow,
        rows.flatMap(({ id, filter, label, at }) =>
          label === null || filter === null ? [] : [{ lineId: id, filter, right: label !== 'wrong', at }],
        ),
      );
      const changedAt = stage.begin;
      await insertMany(manager, SettingRow, [
        { key: GUARD.name, version: 1, value: JSON.stringify(DEMO_GUARD), changedAt, actor: 'streamer' },
      ]);
      for (const group of DEMO_GROUPS) {
        const { id, ...body } = group;
        const stored = { ...body, id, version: 1, changedAt, deletedAt: null };
        await writeGroup(manager, stored);
        await writeVersion(manager, 'phrase-group', stored, body, 'streamer');
      }
    },
  };
};

/** A catch as it stands after a season: carried out, and now and then looked at. */
function seasoned(row: CatchRow, n: number): CatchRow {
  const state = row.state === 'waiting' ? 'done' : row.state;
  // Good viewers overdo it in capitals and post their own surveys; the streamer had another look at some.
  const isGood = row.text.includes('surveys.example') || row.text.startsWith('OH NO');
  if (isGood && n % 2 === 0)
    return { ...row, state, undoneAt: row.at + 4 * MINUTE, undoneBy: 'streamer', label: 'wrong' };
  if (row.text.includes('ropes') && n % 3 === 0) return { ...row, state, label: 'right' };
  return { ...row, state };
}
