import { SPAMMER } from '@gully/standin/crowd';
import { insertMany } from '../../database/index.js';
import { ViewerNoteRow, ViewerRow } from '../rows.js';
import type { DemoPart, SeedingStage } from '../../seeding/index.js';
import { factsOf } from '../viewer-row.js';
import type { Guests } from './guests.js';

export { Guests, rolesOf } from './guests.js';

const DAY = 86_400_000;

const NOTES: readonly (readonly [name: string, ago: number, text: string])[] = [
  [SPAMMER, 7 * DAY, 'Sells ropes in every chat. Ignored since the third link; brackenfold has the list.'],
  ['pebblewren', 3 * DAY, 'Draws the north passages. Ask before showing the drawings on stream.'],
];

/** Who came, what they wrote in all, and the notes on them. */
export function viewersPart({ now, id }: SeedingStage, guests: Guests): DemoPart {
  return {
    look: () => ({
      viewers: {
        of: ({ name, at }) => factsOf(guests.meet(name, at)),
        known: (id) => {
          const row = guests.find(id);
          return row === undefined ? undefined : factsOf(row);
        },
        named: (name) => {
          const row = guests.named(name);
          return row === undefined ? undefined : factsOf(row);
        },
        isShared: () => false,
        lastWrote: (viewer) => guests.find(viewer)?.lastWrote ?? undefined,
      },
    }),
    async store(manager) {
      await insertMany(manager, ViewerRow, guests.all, { searched: true });
      const notes = NOTES.flatMap(([name, ago, text]) => {
        const viewerId = guests.named(name)?.id;
        const at = now - ago;
        return viewerId === undefined ? [] : [{ id: id(at), viewerId, at, text, deletedAt: null }];
      });
      await insertMany(manager, ViewerNoteRow, notes);
    },
  };
}
