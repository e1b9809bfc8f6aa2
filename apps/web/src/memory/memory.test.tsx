import { withRoom } from '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { RememberedWord } from '../api/index.js';
import { drawPage, Refusal } from '../test-support/page.js';
import { MemoryPage } from './memory-page.js';
import { ViewerMemory } from './viewer-memory.js';

const AT = new Date().toISOString();
const word = (name: string, text: string, more: Partial<RememberedWord> = {}): RememberedWord => ({
  ...{ span: 'viewer', viewer: 'v', viewerName: 'siltlark', name, text, changedAt: AT },
  ...more,
});
/** A server that remembers what it is told. */
function remembering(...first: RememberedWord[]) {
  let words = first;
  return {
    'GET /api/remembered': () => ({ names: [...new Set(words.map(({ name }) => name))] }),
    'GET /api/remembered/words': ({ query }: { query: Readonly<Record<string, string>> }) =>
      words.filter(
        ({ name, text, span }) =>
          `${name} ${text}`.includes(query.search ?? '') && (query.span ?? span) === span,
      ),
    'PUT /api/remembered/words': ({ body }: { body: unknown }) => {
      const { span, viewer, name, text } = body as Omit<RememberedWord, 'text'> & { text: string | null };
      const others = words.filter((each) => each.name !== name || each.viewer !== viewer);
      words = text === null ? others : [...others, word(name, text, { span, viewer })];
      return undefined;
    },
    'POST /api/remembered/forget': () => {
      const count = words.length;
      words = [];
      return { count };
    },
  };
}
const ask = 'What is remembered as town of siltlark';
withRoom(600);
beforeEach(() => {
  localStorage.clear();
});

test('a word is changed where it stands, forgotten, and each taken back', async () => {
  const { asked } = drawPage(<MemoryPage />, remembering(word('town', 'Rim'), word('lamp', 'carbide')));
  const cell = await screen.findByLabelText<HTMLInputElement>(ask);
  fireEvent.change(cell, { target: { value: 'Kettle' } });
  fireEvent.submit(cell.closest('form')!);
  await screen.findByText('town is remembered');
  await waitFor(() => {
    expect(screen.getByLabelText<HTMLInputElement>(ask).value).toBe('Kettle');
  });
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => {
    expect(screen.getByLabelText<HTMLInputElement>(ask).value).toBe('Rim');
  });
  fireEvent.click(screen.getByRole('button', { name: 'Forget lamp of siltlark' }));
  await screen.findByText('Forgot lamp');
  await waitFor(() => {
    expect(screen.queryByLabelText('What is remembered as lamp of siltlark')).toBeNull();
  });
  const undos = screen.getAllByRole('button', { name: 'Undo' });
  fireEvent.click(undos.at(0)!);
  await screen.findByLabelText('What is remembered as lamp of siltlark');
  expect(
    asked.filter(({ what }) => what.startsWith('PUT')).map(({ body }) => (body as RememberedWord).text),
  ).toEqual(['Kettle', 'Rim', null, 'carbide']);
});

test('words are found by what they say, and by how long they are remembered', async () => {
  drawPage(
    <MemoryPage />,
    remembering(word('town', 'Rim'), word('guide', 'Odalys', { span: 'good', viewer: '', viewerName: '' })),
  );
  await screen.findByLabelText(ask);
  fireEvent.change(screen.getByLabelText('Word, text or viewer'), { target: { value: 'Oda' } });
  await waitFor(() => {
    expect(screen.queryByLabelText(ask)).toBeNull();
  });
  expect(screen.getByLabelText<HTMLInputElement>('What is remembered as guide').value).toBe('Odalys');
  fireEvent.change(screen.getByLabelText('Word, text or viewer'), { target: { value: 'nobody' } });
  await screen.findByText('Nothing remembered matches.');
});

test('a new word is checked as it is typed, and kept for good', async () => {
  const { asked } = drawPage(<MemoryPage />, remembering());
  await screen.findByText(/Nothing is remembered yet/u);
  fireEvent.change(screen.getByLabelText('Word'), { target: { value: '2 guides' } });
  fireEvent.change(screen.getByLabelText('What is remembered'), { target: { value: 'Odalys' } });
  const keep = screen.getByRole('button', { name: 'Remember' });
  expect(keep.hasAttribute('disabled')).toBe(true);
  fireEvent.change(screen.getByLabelText('Word'), { target: { value: 'guide' } });
  fireEvent.click(keep);
  await screen.findByLabelText('What is remembered as guide of siltlark');
  expect(asked.find(({ what }) => what.startsWith('PUT'))?.body).toEqual({
    ...{ span: 'good', viewer: '', name: 'guide', text: 'Odalys' },
  });
  expect(screen.getByLabelText<HTMLInputElement>('Word').value).toBe('');
});

test('much is forgotten at once only when it was said what', async () => {
  drawPage(<MemoryPage />, remembering(word('town', 'Rim')));
  fireEvent.click(await screen.findByRole('button', { name: 'Forget many words' }));
  const all = await screen.findByRole('button', { name: 'Choose what first' });
  expect(all.hasAttribute('disabled')).toBe(true);
});

test('what is remembered of one viewer is told by itself, and so is that it cannot be read', async () => {
  drawPage(<ViewerMemory viewerId="v" />, remembering(word('town', 'Rim')));
  const list = await screen.findByRole('list');
  expect(within(list).getAllByRole('listitem')).toHaveLength(1);
  drawPage(<ViewerMemory viewerId="v" />, remembering());
  await screen.findByText('Nothing is remembered.');
  drawPage(<ViewerMemory viewerId="v" />, {
    'GET /api/remembered/words': () => new Refusal(409, 'This could not be looked up', 'Try again.'),
  });
  await screen.findByText('This could not be looked up');
});
