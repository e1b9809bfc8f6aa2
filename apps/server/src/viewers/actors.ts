import type { EntityManager } from '../database/index.js';

/** Who had things done, in words, by how it is kept: the names of viewers, and what everything else is. */
export async function actorsInWords(
  read: EntityManager,
  actors: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const ids = actors.flatMap((actor) => (actor.startsWith('viewer:') ? [actor.slice('viewer:'.length)] : []));
  const rows =
    ids.length === 0
      ? []
      : await read.query<{ id: string; name: string }[]>(
          'SELECT id, name FROM viewers WHERE id IN (SELECT value FROM json_each(?))',
          [JSON.stringify(ids)],
        );
  const names = new Map(rows.map(({ id, name }) => [`viewer:${id}`, name]));
  return new Map(actors.map((actor) => [actor, names.get(actor) ?? plain(actor)]));
}

function plain(actor: string): string {
  if (actor === 'streamer') return 'the streamer';
  if (actor === 'gully') return 'Gully';
  const [kind = ''] = actor.split(':');
  return kind === 'event' ? 'an event' : `a ${kind}`;
}
