import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { Gully, newFolder, newStandin } from '../../test-support/index.js';
import { STORED } from '../../stored.js';
import { FirstEvening1795392000000 } from './first-evening.js';

let standin: Standin;
beforeAll(async () => {
  standin = await newStandin();
});
afterAll(async () => {
  await standin.close();
});

/** A data folder as the version before left it: two one-line commands, one of them changed once. */
async function oldFolder(): Promise<string> {
  const folder = newFolder();
  const source = new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'gully.db'),
    entities: [...STORED.entities],
    migrations: [FirstEvening1795392000000],
  });
  await source.initialize();
  await source.runMigrations();
  const command = (id: string, name: string, text: string, deleted: number | null): Promise<unknown> =>
    source.query(
      `INSERT INTO commands (id, name, aliases, text, enabled, lowest_role, cooldown, viewer_cooldown, version, changed_at, deleted_at, uses, last_use)
       VALUES (?, ?, '["survey","k\\"art"]', ?, 1, 'follower', 30, 0, 2, 5, ?, 41, 7)`,
      [id, name, text, deleted],
    );
  await command('c1', 'map', 'the "survey" of {{ viewer.name }}, see {{ channel.name }}', null);
  await command('c2', 'gone', 'deleted', 9);
  for (const name of ['map', 'survey', 'k"art'])
    await source.query(`INSERT INTO command_names (name, command_id) VALUES (?, 'c1')`, [name]);
  const body = (text: string): string =>
    JSON.stringify({
      name: 'map',
      aliases: ['survey'],
      text,
      enabled: false,
      lowestRole: 'viewer',
      cooldown: 5,
      viewerCooldown: 15,
    });
  await source.query(
    `INSERT INTO command_versions (command_id, version, body, changed_at) VALUES ('c1', 1, ?, 1), ('c1', 2, ?, 5)`,
    [body('as it was'), body('as it is')],
  );
  await source.query(
    `INSERT INTO viewers (id, connection, account, name, role, first_seen, last_seen, messages) VALUES ('v1', 'irc', 'account:oxbowkid', 'oxbowkid', 'follower', 1, 2, 9)`,
  );
  await source.query(
    `INSERT INTO command_viewer_uses (command_id, viewer_id, uses, last_use) VALUES ('c1', 'v1', 4, 7)`,
  );
  await source.destroy();
  return folder;
}

test('one-line commands go on as they were: names, gates, text, counts, viewers and the step back', async () => {
  const gully = await Gully.inRoom(standin, await oldFolder());
  const list = (await gully.http.get('/api/commands').expect(200)).body as object[];
  expect(list).toHaveLength(1);
  expect(list[0]).toMatchObject({
    id: 'c1',
    enabled: true,
    uses: 41,
    fault: null,
    trigger: { name: 'map', aliases: ['survey', 'k"art'], phrases: [], pattern: '' },
    gates: { lowestRole: 'follower', cooldown: 30, viewerCooldown: 0, when: { live: 'any' }, refusals: {} },
    inputs: [],
    routine: {
      steps: [{ kind: 'say', texts: ['the "survey" of {{ viewer.name }}, see {{ channel.name }}'] }],
    },
  });
  await gully.type('oxbowkid', '!k"art', ['follower']);
  await gully.said('the "survey" of oxbowkid, see lanternhour');
  expect((await gully.http.get('/api/viewers/v1').expect(200)).body).toMatchObject({
    viewer: { messages: 10, watchTime: 0, bot: false },
    used: [{ name: 'map', uses: 5 }],
  });
  const back = await gully.http.post('/api/commands/c1/step-back').send({ version: 2 }).expect(200);
  expect(back.body).toMatchObject({
    enabled: false,
    version: 3,
    gates: { lowestRole: 'viewer', cooldown: 5, viewerCooldown: 15 },
    routine: { steps: [{ texts: ['as it was'] }] },
  });
  const restored = await gully.http.post('/api/commands/c2/restore').expect(422);
  expect((restored.body as { fields: object }).fields).toHaveProperty(['trigger.aliases']);
  await gully.stop();
});
