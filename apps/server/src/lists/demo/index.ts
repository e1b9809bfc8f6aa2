import { insertMany } from '../../database/index.js';
import { ListLineRow, ListRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { KeptList } from '../kept-list.js';
import { DEMO_LISTS } from './lines.js';

export { CAMPFIRE, KEYS, PASSAGES, QUOTES } from './lines.js';

/** The demo's lists, with the rounds the season drew. */
export const listsPart: MakeDemoPart = () => {
  const lists = DEMO_LISTS.map(({ id, name, lines }) => {
    const head = { id, name, version: 1, changedAt: 0, deletedAt: null };
    const rows = lines.map((text) => ({ text, round: 0 }));
    return new KeptList(head, rows, 1, -1);
  });
  const find = (id: string): KeptList | undefined => lists.find((list) => list.id === id);
  return {
    look: () => ({ lists: { all: () => lists, find } }),
    records: {
      drawn: (change) => {
        find(change.list)?.take(change);
      },
    },
    async store(manager) {
      for (const list of lists) {
        const { id, name, version, changedAt, lines, round, last } = list;
        await manager.insert(ListRow, { id, name, version, changedAt, deletedAt: null, round, last });
        const rows = lines.map((text, place) => ({
          listId: id,
          place,
          text,
          round: list.isOpen(place) ? 0 : round,
        }));
        await insertMany(manager, ListLineRow, rows);
        await writeVersion(manager, 'list', list, { name, lines }, 'streamer');
      }
    },
  };
};
