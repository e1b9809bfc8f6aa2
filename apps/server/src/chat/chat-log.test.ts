import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { LineView } from '@gully/core/news';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin } from '../test-support/index.js';
import { Database, newId } from '../database/index.js';
import { ChatLog, WHYS_KEPT } from './chat-log.js';
import { OWN } from './line-rows.js';
import { insertLines } from './lines-of-viewers.js';
import type { ChatLineRow } from './rows.js';

const HOUR = 3_600_000;

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});
const page = async (query: string): Promise<LineView[]> =>
  (await gully.http.get(`/api/chat/lines${query}`).expect(200)).body as LineView[];

describe('the log of chat', () => {
  test('is read back in pages without a gap or a double, from memory and from disk', async () => {
    const log = gully.app.get(ChatLog);
    for (let n = 0; n < 1_234; n++) log.recordOwn('gully', `line ${String(n)}`, { because: '' });
    const all: string[] = [];
    let before = '';
    for (;;) {
      const lines = await page(`?limit=150${before === '' ? '' : `&before=${before}`}`);
      if (lines.length === 0) break;
      all.unshift(...lines.map(({ text }) => text));
      before = lines[0]!.id;
    }
    expect(all).toEqual(Array.from({ length: 1_234 }, (_, n) => `line ${String(n)}`));
  });

  test('is searched by words, names, outcome, role and viewer, in pages and before it is on disk', async () => {
    await gully.add({ lowestRole: 'moderator' });
    const refused = await gully.type('pebblewren', '!lantern');
    await gully.type('brackenfold', 'a 50% rope, with_care', ['moderator']);
    for (let n = 0; n < 5; n += 1) await gully.type('siltlark', `rope ${String(n)}`);
    const found = async (query: string): Promise<string[]> =>
      (await page(`?${query}`)).map(({ text }) => text);
    expect(await found('search=ROPE')).toEqual([
      'a 50% rope, with_care',
      ...[0, 1, 2, 3, 4].map((n) => `rope ${String(n)}`),
    ]);
    expect(await found('search=50%25')).toEqual(['a 50% rope, with_care']);
    expect(await found('search=h_c')).toEqual(['a 50% rope, with_care']);
    expect(await found('search=siltl&limit=2')).toEqual(['rope 3', 'rope 4']);
    const [oldest] = await page('?search=siltl&limit=2');
    expect(await found(`search=siltl&limit=2&before=${oldest?.id ?? ''}`)).toEqual(['rope 1', 'rope 2']);
    expect(await found('of=refused')).toEqual(['!lantern']);
    expect(await found('of=moderators')).toEqual(['a 50% rope, with_care']);
    expect(await found('of=ran')).toEqual([]);
    const [line] = await page('?of=refused');
    expect(line?.id).toBe(refused.id);
    expect(await found(`viewer=${line?.viewer ?? ''}`)).toEqual(['!lantern']);
    await gully.http.get('/api/chat/lines?of=nonsense').expect(422);
  });

  test('finds a viewer’s lines among the hours in which they wrote, over gaps, in pages', async () => {
    const { viewer } = await gully.type('siltlark', 'now');
    const began = Date.now() - 40 * HOUR;
    const rows = Array.from({ length: 60 }, (_, n): ChatLineRow => {
      const at = began + Math.floor(n / 2) * HOUR + (n % 2) * 60_000;
      const viewerId = n % 7 === 0 && n % 14 !== 0 ? null : n % 3 === 0 ? viewer : 'someone else';
      return {
        ...OWN,
        own: viewerId === null,
        id: newId(at),
        at,
        viewerId,
        name: 'x',
        text: `line ${String(n)}`,
        brief: '',
      };
    });
    await gully.app.get(Database).write((manager) => insertLines(manager, rows));
    const expected = [
      'now',
      ...rows
        .filter(({ viewerId }) => viewerId === viewer)
        .map(({ text }) => text)
        .reverse(),
    ];
    const found: string[] = [];
    for (let before = ''; ;) {
      const query = `?limit=4${before === '' ? '' : `&before=${before}`}`;
      const lines = (await gully.http.get(`/api/viewers/${viewer ?? ''}/lines${query}`).expect(200))
        .body as LineView[];
      if (lines.length === 0) break;
      found.push(...lines.map(({ text }) => text));
      before = lines.at(-1)!.id;
    }
    expect(found).toEqual(expected);
    expect((await page(`?viewer=${viewer ?? ''}&search=line%201`)).map(({ text }) => text)).toEqual(
      expected.filter((text) => text.startsWith('line 1')).reverse(),
    );
  });

  test('keeps the why of what happened over a restart, and of what did not for the newest only', async () => {
    await gully.add({ lowestRole: 'moderator' });
    const refused = await gully.type('pebblewren', '!lantern');
    const talk = await gully.type('pebblewren', 'good evening');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    expect((await gully.http.get(`/api/chat/lines/${refused.id}/why`).expect(200)).body).toMatchObject({
      decided: 'Did not run: for moderators and up',
    });
    expect((await gully.http.get(`/api/chat/lines/${talk.id}/why`).expect(404)).body).toMatchObject({
      title: 'No why is kept for this line',
    });
  });

  test('keeps the whys of the newest 500 messages and lets older ones go', async () => {
    const log = gully.app.get(ChatLog);
    const why = { outcome: 'talk', brief: 'no command', checks: [], decided: 'x', tookMs: 0 } as const;
    const ids = Array.from({ length: WHYS_KEPT + 1 }, () => {
      const id = log.id();
      log.record(
        { id, connection: 'irc', viewer: 'v', name: 'siltlark', roles: [], text: 'hm', at: Date.now() },
        why,
      );
      return id;
    });
    expect(await log.why(ids[0]!)).toBeUndefined();
    expect(await log.why(ids[1]!)).toEqual(why);
  });

  test.each(['limit=0', 'limit=501', 'before=short', 'after=x'])('a wrong %s is refused', async (query) => {
    await gully.http.get(`/api/chat/lines?${query}`).expect(422);
  });
});
