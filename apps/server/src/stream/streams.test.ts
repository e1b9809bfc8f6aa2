import { expect, test } from '@jest/globals';
import type { Step } from '@gully/core/channel';
import { BLANK_REWARD } from '@gully/core/rewards';
import { openDatabase } from '../database/index.js';
import { STORED } from '../stored.js';
import { selling, until } from '../test-support/index.js';
import { StreamService } from './index.js';

const HOUR = 3_600_000;
const shop = selling(['pebblewren', 'mossmoth']);
const stream = (): StreamService => shop.gully.app.get(StreamService);
const turn = async (live: boolean, since = Date.now()): Promise<void> => {
  shop.standin.stream.set({ live }, since);
  await stream().ask();
};
const rows = (): Promise<{ startedAt: number }[]> =>
  shop.gully.source.query('SELECT started_at AS startedAt FROM streams ORDER BY started_at');
const arrival = { id: 't', event: 'arrival', least: 0, lowestRole: 'viewer', viewers: [] } as const;

test('a stream that drops for a moment is the same one for everything, also over a restart', async () => {
  const say: Step = { kind: 'say', id: 's', texts: ['here comes {{ viewer.name }}'], order: 'random' };
  const began = Date.now() - 2 * HOUR;
  await turn(true, began);
  await shop.sell('bell', { stock: { ...BLANK_REWARD.stock, stream: 1 } });
  await shop.gully.addRoutine('Entrance', [say], { triggers: [arrival] });
  const entrances = async (): Promise<number> =>
    (await shop.gully.lines()).filter(({ own, text }) => own && text === 'here comes pebblewren').length;
  await shop.gully.type('pebblewren', '!bell');
  await shop.stands('waiting');
  await until(async () => ((await entrances()) === 1 ? true : undefined), 'the entrance');
  const soldOut = async (): Promise<number> =>
    (await shop.gully.lines()).filter(
      ({ own, text }) => own && text.includes('bell is sold out for this stream'),
    ).length;
  // Moderators are told each time.
  const refusedAgain = async (times: number): Promise<void> => {
    await shop.gully.type('mossmoth', '!bell');
    await until(async () => ((await soldOut()) === times ? true : undefined), `refusal ${String(times)}`);
  };
  await refusedAgain(1);

  await turn(false);
  await refusedAgain(2);
  await turn(true);
  await refusedAgain(3);
  expect(stream().state).toMatchObject({ live: true, liveSince: began, began });

  // It drops once more while Gully is restarted, which therefore never sees it offline.
  await shop.stop();
  shop.standin.stream.set({ live: false }, 0);
  shop.standin.stream.set({ live: true }, Date.now());
  await shop.start();
  await refusedAgain(4);
  // And while Gully looks away between two questions.
  shop.standin.stream.set({ live: false }, 0);
  await turn(true);
  await refusedAgain(5);
  expect(await rows()).toEqual([{ startedAt: began }]);
  expect([await entrances(), stream().state.liveSince]).toEqual([1, began]);
});

test('one that was last seen long ago has ended then, and another begins', async () => {
  const began = Date.now() - 5 * HOUR;
  await turn(true, began);
  await shop.stop();
  const seen = Date.now() - 3 * HOUR;
  const file = await openDatabase(shop.folder, STORED);
  await file.query('UPDATE streams SET seen_at = ?', [seen]);
  await file.destroy();
  shop.standin.stream.set({ live: false }, 0);
  const again = Date.now() - HOUR;
  shop.standin.stream.set({ live: true }, again);
  await shop.start();
  expect(
    await shop.gully.source.query('SELECT started_at AS began, ended_at AS ended FROM streams ORDER BY 1'),
  ).toEqual([
    { began, ended: seen },
    { began: again, ended: null },
  ]);
});
