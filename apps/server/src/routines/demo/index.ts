import { routineBody, type CounterState, type KeptSpan } from '@gully/core/routines';
import type { DrawState } from '@gully/core/random';
import { insertMany } from '../../database/index.js';
import { CounterRow, DrawRow, RememberedRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { prepareNamed, writeNamed } from '../named.store.js';
import { DEMO_ROUTINES } from './routines.js';

export { ASKING_ID, NOTICE_ID, onlyIf } from './routines.js';

const MINUTE = 60_000;
/** How deep they are tonight. */
const DEPTH = 212;

/** What viewers had the rope remember. */
const ROPE_WORDS = [
  ['pebblewren', 'patience'],
  ['siltlark', 'dry socks'],
  ['mossmoth', 'echo'],
  ['tallowfen', 'carbide'],
  ['oxbowkid', 'soup'],
] as const;

/** The demo's routines, and what they counted, drew and remembered. */
export const routinesPart: MakeDemoPart = ({ now, begin, viewerId }) => {
  const prepared = DEMO_ROUTINES.map((routine) => prepareNamed(routine));
  const counters = new Map<string, CounterState>([['depth', { value: 0, most: 268 }]]);
  const draws = new Map<string, { owner: string; step: string; state: DrawState }>();
  const kept = new Map<string, RememberedRow>();
  /** What was remembered before of someone the season has seen. */
  const keep = (span: KeptSpan, by: string, name: string, text: string, minutes: number): void => {
    const causedBy = viewerId(by);
    if (causedBy === null) return;
    const viewer = span === 'viewer' ? causedBy : '';
    const key = `${span} ${viewer} ${name}`;
    if (!kept.has(key))
      kept.set(key, { span, viewer, name, text, changedAt: now - minutes * MINUTE, causedBy });
  };
  return {
    look: () => ({
      counters: { of: (name) => counters.get(name), names: () => [...counters.keys()] },
      draws: { of: (owner, step) => draws.get(`${owner} ${step}`)?.state },
      memory: {
        recall: (span, viewer, name) => kept.get(`${span} ${viewer} ${name}`)?.text,
        names: () => [...new Set([...kept.values()].map(({ name }) => name))],
      },
      routines: {
        find: (id) => prepared.find((routine) => routine.id === id),
        forEvent: (kind) =>
          prepared.filter(({ named }) => named.triggers.some(({ event }) => event === kind)),
      },
    }),
    records: {
      counter: ({ counter, value }) => {
        const most = Math.max(counters.get(counter)?.most ?? value, value);
        counters.set(counter, { value, most });
      },
      draw: (change) => {
        draws.set(`${change.owner} ${change.step}`, change);
      },
      remembered: ({ span, viewer, name, text, by: causedBy, at: changedAt }) => {
        const key = `${span} ${viewer} ${name}`;
        if (text === null) kept.delete(key);
        else kept.set(key, { span, viewer, name, text, changedAt, causedBy });
      },
    },
    async store(manager) {
      for (const [n, [viewer, word]] of ROPE_WORDS.entries())
        keep('viewer', viewer, 'word', word, 40 + n * 2_900);
      keep('good', 'quillrush', 'deepest', '268 m, on the fourth map night', 9_400);
      keep('stream', 'quillrush', 'guide', 'quillrush', 29);
      const values = [...counters].map(([name, { value, most }]) => ({
        name,
        value: name === 'depth' ? DEPTH : value,
        most,
        changedAt: now - 6 * MINUTE,
      }));
      await insertMany(manager, CounterRow, values);
      const drawn = [...draws.values()].map(({ owner, step, state }) => ({
        owner,
        step,
        state: JSON.stringify(state),
      }));
      await insertMany(manager, DrawRow, drawn);
      await insertMany(manager, RememberedRow, [...kept.values()]);
      for (const [n, routine] of DEMO_ROUTINES.entries()) {
        const triggers = routine.triggers.map((trigger) => ({
          ...trigger,
          viewers: trigger.viewers.map(({ name }) => ({ name, viewer: viewerId(name) })),
        }));
        const head = { version: 1, changedAt: begin + n, deletedAt: null, unreadable: undefined };
        const stored = { ...routine, triggers, ...head };
        await writeNamed(manager, stored);
        await writeVersion(manager, 'routine', stored, routineBody(stored), 'streamer');
      }
    },
  };
};
