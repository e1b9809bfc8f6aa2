import { insertMany } from '../../database/index.js';
import { ArrivalRow, StreamRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';

const MINUTE = 60_000;

/** The evenings as streams, the last of them live, and who arrived in that. */
export const streamPart: MakeDemoPart = ({ now, evenings, id }) => {
  const arrived = new Map<string, number>();
  /** over all evenings */
  const last = new Map<string, number>();
  return {
    look: () => ({ arrivals: { has: (viewer) => arrived.has(viewer), last: (viewer) => last.get(viewer) } }),
    records: {
      arrival: ({ viewer, at }) => {
        arrived.set(viewer, at);
        last.set(viewer, at);
      },
    },
    wentLive: () => {
      arrived.clear();
    },
    async store(manager) {
      const past = evenings.slice(0, -1).map(({ began, minutes }) => ({
        id: id(now),
        startedAt: began,
        endedAt: began + minutes * MINUTE,
      }));
      const live = { id: id(now), startedAt: now - 33 * MINUTE, endedAt: null };
      await insertMany(manager, StreamRow, [...past, live]);
      const arrivals = [...arrived].map(([viewerId, at]) => ({ viewerId, at, streamId: live.id }));
      await insertMany(manager, ArrivalRow, arrivals);
    },
  };
};
