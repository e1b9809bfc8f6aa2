import '../test-support/browser.js';
import { afterEach, expect, test } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { drawPage, inAreas, Refusal } from '../test-support/page.js';
import { useAsking } from './use-asking.js';

afterEach(cleanup);

function draw(answer: () => unknown): { deleted: string[] } {
  const deleted: string[] = [];
  function Page() {
    const { ask, dialog } = useAsking();
    return (
      <>
        <button
          type="button"
          onClick={() => {
            ask('list', '01', 'Ropes', () => deleted.push('Ropes'));
          }}
        >
          Delete
        </button>
        {dialog}
      </>
    );
  }
  drawPage(inAreas(<Page />), { 'GET /api/users-of/list/01': answer });
  fireEvent.click(screen.getByRole('button', { name: 'Delete' }));
  return { deleted };
}

test('what nobody uses is deleted at once, and so is what could not be asked about', async () => {
  for (const answer of [() => [], () => new Refusal(500, 'It failed', 'Try again.')]) {
    const { deleted } = draw(answer);
    await waitFor(() => {
      expect(deleted).toEqual(['Ropes']);
    });
    expect(screen.queryByRole('alertdialog')).toBeNull();
    cleanup();
  }
});

test('what others use is shown with them, each a way there, and stays unless that is chosen', async () => {
  const { deleted } = draw(() => [
    { kind: 'command', id: 'c', name: '!ask' },
    { kind: 'timer', id: 't', name: 'Tide' },
  ]);
  await screen.findByRole('alertdialog', { name: 'Ropes is used by 2 things' });
  expect(screen.getByRole('link', { name: 'Tide' }).getAttribute('href')).toBe('/prepare/timers/t');
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  await waitFor(() => {
    expect(screen.queryByRole('alertdialog')).toBeNull();
  });
  expect(deleted).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Delete' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Delete Ropes' }));
  expect(deleted).toEqual(['Ropes']);
});
