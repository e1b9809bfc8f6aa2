import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import type { CsvPreview } from '../api/index.js';
import { drawPage, Refusal } from '../test-support/page.js';
import { CsvIn } from './csv-in.js';

const PREVIEW: CsvPreview = {
  token: 't1',
  rows: 1_204,
  fresh: 1_000,
  changed: 3,
  same: 200,
  faulty: 30,
  columns: ['name', 'messages'],
  passedOver: ['Shoe size'],
  faults: [{ line: 7, fault: 'messages is “-3”; it must be a whole number' }],
};
const CSV = 'name,messages\nnewcomer,3\n';

afterEach(() => {
  cleanup();
  answerWith();
});

function choose(page: ReturnType<typeof drawPage>): void {
  const file = new File([CSV], 'viewers.csv', { type: 'text/csv' });
  fireEvent.change(page.getByLabelText('CSV file of viewers'), { target: { files: [file] } });
}

describe('viewers from a file', () => {
  test('are looked at first; taken in, the token of that look is what is sent', async () => {
    const page = drawPage(<CsvIn />, {
      'POST /api/viewers/import/preview': () => PREVIEW,
      'POST /api/viewers/import': () => ({ added: 1_000, changed: 3 }),
    });
    choose(page);
    await page.findByText(/1,204 rows with name, messages\. Nothing has changed yet\./u);
    expect(page.of('POST /api/viewers/import/preview').map(({ body }) => body)).toEqual([CSV]);
    for (const words of [/Shoe size/u, /line 7/u, /-3/u, 'and 29 more', '1,000'])
      expect(page.getByText(words)).not.toBeNull();
    fireEvent.click(page.getByRole('button', { name: 'Import them' }));
    await page.findByText('Added 1,000 viewers, changed 3');
    expect(page.of('POST /api/viewers/import').map(({ body }) => body)).toEqual([{ token: 't1' }]);
    await waitFor(() => {
      expect(page.queryByRole('dialog')).toBeNull();
    });
  });

  test('a file in which nothing is new cannot be taken in', async () => {
    const page = drawPage(<CsvIn />, {
      'POST /api/viewers/import/preview': () => ({ ...PREVIEW, fresh: 0, changed: 0 }),
    });
    choose(page);
    expect(await page.findByRole('button', { name: 'Import them' })).toHaveProperty('disabled', true);
  });

  test('what the server refuses is told where one looks, first or last', async () => {
    const unreadable = new Refusal(422, 'This is no CSV', 'Nothing was changed.');
    const page = drawPage(<CsvIn />, { 'POST /api/viewers/import/preview': () => unreadable });
    choose(page);
    expect((await page.findByRole('alert')).textContent).toBe('This is no CSV. Nothing was changed.');
    expect(page.queryByRole('button', { name: 'Import them' })).toBeNull();
    cleanup();
    const late = drawPage(<CsvIn />, {
      'POST /api/viewers/import/preview': () => PREVIEW,
      'POST /api/viewers/import': () =>
        new Refusal(409, 'This file was looked at too long ago', 'Choose it again.'),
    });
    choose(late);
    fireEvent.click(await late.findByRole('button', { name: 'Import them' }));
    await late.findByText('This file was looked at too long ago. Choose it again.');
    expect(late.getByRole('dialog')).not.toBeNull();
  });
});
