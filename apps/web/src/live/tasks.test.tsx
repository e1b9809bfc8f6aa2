import { answerWith } from '../test-support/browser.js';
import { afterEach, expect, test } from '@jest/globals';
import { act, cleanup, fireEvent, waitFor, within } from '@testing-library/react';
import { PAGE_NEWS } from './index.js';
import { drawPage } from '../test-support/page.js';
import { DialogBox, RunningTasks } from '../ui/index.js';

afterEach(() => {
  cleanup();
  answerWith();
});

test('what takes long is seen in the dialog that began it, and on the page; it is cancelled there', async () => {
  const page = drawPage(
    <>
      <RunningTasks />
      <DialogBox title="Import flint" onClose={() => undefined}>
        <p>Nothing has changed yet.</p>
      </DialogBox>
    </>,
    { 'POST /api/tasks/t1/cancel': () => undefined },
  );
  const tell = (done: number, total: number): void => {
    const running = [{ id: 't1', name: 'Importing flint', doing: 'Writing 900 entries', done, total }];
    act(() => PAGE_NEWS.tasks?.({ running }));
  };
  expect(page.queryAllByRole('progressbar', { hidden: true })).toHaveLength(0);
  tell(0, 0);
  const dialog = within(page.getByRole('dialog'));
  expect(page.getAllByRole('progressbar', { hidden: true })).toHaveLength(2);
  // How much there is to do is not known yet.
  expect(dialog.queryByText(/%/u)).toBeNull();
  tell(899, 900);
  expect(dialog.getByText('99%')).toBeTruthy();
  fireEvent.click(dialog.getByRole('button', { name: 'Cancel' }));
  await waitFor(() => {
    expect(page.of('POST /api/tasks/t1/cancel')).toHaveLength(1);
  });
  act(() => PAGE_NEWS.tasks?.({ running: [] }));
  expect(page.queryAllByRole('progressbar', { hidden: true })).toHaveLength(0);
});
