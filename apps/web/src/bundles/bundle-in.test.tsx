import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import type { BundleLook } from '../api/index.js';
import { Areas } from '../manifest/index.js';
import { choose, drawPage, Refusal, type Asked } from '../test-support/page.js';
import { BundleIn } from './bundle-in.js';
import { differencesOf } from './differences.js';
import { thingsQuery } from '../live/index.js';

type Item = BundleLook['items'][number];
const item = (name: string, state: Item['state'], more: Partial<Item> = {}): Item => ({
  kind: 'commands',
  name,
  state,
  missing: [],
  costly: false,
  theirs: { text: 'theirs', gates: { cooldown: 5 } },
  ours: state === 'new' ? null : { text: 'ours', gates: { cooldown: 5 } },
  ...more,
});
const look = (items: Item[], questions: BundleLook['questions'] = []): BundleLook => ({
  title: 'From the Lantern Hour',
  author: 'odalys_tarn',
  note: 'Ropes and lamps.',
  questions,
  items,
});
const BUNDLE = { format: 'gully', commands: [] };

afterEach(() => {
  cleanup();
  answerWith();
});

const bundleIn = (onDone: () => void) => (
  <Areas value={[{ bundled: [{ kind: 'command', word: 'command', query: thingsQuery('command') }] }]}>
    <BundleIn onDone={onDone} />
  </Areas>
);
function draw(answers: Parameters<typeof drawPage>[1], text = JSON.stringify(BUNDLE)) {
  const onDone = jest.fn();
  const page = drawPage(bundleIn(onDone), answers);
  const file = new File([text], 'lantern.json', { type: 'application/json' });
  fireEvent.change(page.getByLabelText('A bundle’s file'), { target: { files: [file] } });
  return { page, onDone };
}

test('a set of ours is looked at like any bundle before anything changes', async () => {
  const page = drawPage(bundleIn(jest.fn()), {
    'POST /api/bundles/look': ({ body }: Asked) => {
      const { bundle } = body as { bundle: { title: string; commands: { trigger: { name: string } }[] } };
      return {
        ...look(bundle.commands.map(({ trigger }) => item(trigger.name, 'new'))),
        title: bundle.title,
      };
    },
  });
  fireEvent.click(page.getByRole('button', { name: 'Quote book' }));
  await page.findByRole('heading', { name: 'Quote book' });
  for (const name of ['quote', 'quote add', 'quote drop'])
    page.getByRole('rowheader', { name: new RegExp(`^!${name} command`, 'u') });
  page.getByRole('button', { name: 'Import 3 of 3' });
});

describe('taking a bundle in', () => {
  test('what is the same is left, the rest taken, unless someone says otherwise', async () => {
    const items = [item('map', 'new'), item('rope', 'different'), item('lamp', 'same'), item('tide', 'new')];
    const taken: unknown[] = [];
    const { page, onDone } = draw({
      'POST /api/bundles/look': () => look(items),
      'POST /api/bundles/take': ({ body }: Asked) => {
        taken.push(body);
        return { id: 'import', changed: 3 };
      },
      'POST /api/bundles/import/undo': () => undefined,
    });
    await page.findByText('From the Lantern Hour');
    page.getByRole('button', { name: 'Import 3 of 4' });
    await choose(page, 'What to do with rope', 'import it as');
    fireEvent.change(page.getByLabelText('New name of rope'), { target: { value: 'rope of theirs' } });
    await choose(page, 'What to do with tide', 'leave it');
    fireEvent.click(page.getByRole('button', { name: 'Import 2 of 4' }));
    await page.findByText('Imported 3 things');
    expect(onDone).toHaveBeenCalled();
    const choices = [
      ['map', 'take', 'map 2'],
      ['rope', 'rename', 'rope of theirs'],
      ['lamp', 'leave', 'lamp 2'],
      ['tide', 'leave', 'tide 2'],
    ].map(([name, action, as]) => ({ kind: 'commands', name, action, as }));
    expect(taken).toEqual([{ bundle: BUNDLE, answers: {}, choices }]);
    fireEvent.click(page.getByRole('button', { name: 'Undo' }));
    await page.findByText('Import undone; everything is as it was');
  });

  test('what is missing and what asks for too much stands with the thing itself', async () => {
    const items = [
      item('map', 'new', { missing: ['the list Campfire'] }),
      item('hog', 'new', { costly: true }),
    ];
    const { page } = draw({ 'POST /api/bundles/look': () => look(items) });
    const missing = await page.findByText('the list Campfire is not there');
    expect(missing.closest('tr')?.textContent).toContain('map');
    const costly = page.getByText(/it may end before all is done/u);
    expect(costly.closest('tr')?.textContent).toContain('hog');
  });

  test('two of one name are set side by side, and only where they differ', async () => {
    const { page } = draw({ 'POST /api/bundles/look': () => look([item('rope', 'different')]) });
    const open = await page.findByRole('button', { name: 'side by side' });
    expect(page.queryByText('theirs')).toBeNull();
    fireEvent.click(open);
    for (const words of ['ours', 'theirs', 'text']) expect(page.getByText(words)).not.toBeNull();
    expect(page.queryByText('gates.cooldown')).toBeNull();
    const deep = { steps: [1, { id: 'a', texts: ['x'] }], same: 1 };
    expect(differencesOf(deep, { ...deep, steps: [1, { id: 'b', texts: ['y'] }] })).toEqual([
      { place: 'steps.1.texts.0', ours: 'x', theirs: 'y' },
    ]);
    expect(differencesOf(null, { a: '' })).toEqual([{ place: '', ours: 'nothing', theirs: '{"a":""}' }]);
  });

  test('a question answered is looked at again with the answer; one refused says so beside it', async () => {
    const question = {
      name: 'town',
      type: 'text' as const,
      help: 'Where do you play?',
      default: 'Rim',
      choices: [],
    };
    const { page } = draw({
      'POST /api/bundles/look': ({ body }: Asked) =>
        (body as { answers: { town?: string } }).answers.town === ''
          ? new Refusal(422, 'Some answers need another look', 'Nothing was changed.', {
              town: 'Name a town',
            })
          : look([item('map', 'new')], [question]),
    });
    const field = await page.findByLabelText(/Where do you play/u);
    expect(field).toHaveProperty('value', 'Rim');
    fireEvent.change(field, { target: { value: 'Underledge' } });
    fireEvent.blur(field);
    await waitFor(() => {
      expect(page.of('POST /api/bundles/look').at(-1)?.body).toEqual({
        bundle: BUNDLE,
        answers: { town: 'Underledge' },
      });
    });
  });

  test('no whole JSON, or no bundle: it says what is wrong, and nothing was changed', async () => {
    const broken = draw({}, '{"commands": [');
    await broken.page.findByText(/lantern\.json is not valid JSON: .*Nothing was changed\./u);
    expect(broken.page.asked).toEqual([]);
    cleanup();
    const refusal = new Refusal(422, 'This is not a bundle', 'It has no format. Nothing was changed.');
    const { page } = draw({ 'POST /api/bundles/look': () => refusal });
    await page.findByText('This is not a bundle. It has no format. Nothing was changed.');
    expect(page.queryByRole('button', { name: /^Import/u })).toBeNull();
  });

  test('one that could not be taken in stays as it was decided, with the reason', async () => {
    const { page, onDone } = draw({
      'POST /api/bundles/look': () => look([item('map', 'new')]),
      'POST /api/bundles/take': () =>
        new Refusal(409, 'There is a command called map by now', 'Nothing was changed.'),
    });
    fireEvent.click(await page.findByRole('button', { name: 'Import 1 of 1' }));
    await page.findByText('There is a command called map by now. Nothing was changed.');
    expect(onDone).not.toHaveBeenCalled();
    page.getByRole('button', { name: 'Import 1 of 1' });
  });
});
