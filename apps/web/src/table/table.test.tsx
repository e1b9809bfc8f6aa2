import { answerWith, withRoom } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent } from '@testing-library/react';
import fc from 'fast-check';
import { Link } from 'react-router';
import { drawPage } from '../test-support/page.js';
import { compare, type Column } from './column.js';
import { DataTable } from './data-table.js';
import { linesOf } from './lines.js';
import { asCsv } from './save-csv.js';

interface Rope {
  readonly id: string;
  readonly name: string;
  readonly metres: number | undefined;
  readonly cave: string;
}

const ROPES: readonly Rope[] = [
  { id: 'a', name: 'long', metres: 60, cave: '' },
  { id: 'b', name: 'short', metres: 9, cave: 'Underledge' },
  { id: 'c', name: 'lost', metres: undefined, cave: 'Underledge' },
];

const COLUMNS: readonly Column<Rope>[] = [
  {
    id: 'name',
    label: 'Rope',
    words: ({ name }) => name,
    by: ({ name }) => name,
    cell: ({ id, name }) => <Link to={`/ropes/${id}`}>{name}</Link>,
    shown: 'always',
  },
  {
    id: 'metres',
    label: 'Metres',
    words: ({ metres }) => metres ?? '',
    by: ({ metres }) => metres,
    fromHighest: true,
  },
  { id: 'cave', label: 'Cave', words: ({ cave }) => cave, shown: 'asked' },
];

const table = (several = true) =>
  drawPage(
    <DataTable
      name="ropes"
      many="ropes"
      rows={ROPES}
      columns={COLUMNS}
      idOf={({ id }) => id}
      titleOf={({ name }) => name}
      groupOf={({ cave }) => cave}
      {...(several ? { several: (chosen: readonly Rope[]) => <b>{chosen.length} selected</b> } : {})}
      head={<h1>Ropes</h1>}
      acts={null}
      empty={null}
    />,
    {},
  );

withRoom(640);
afterEach(() => {
  cleanup();
  localStorage.clear();
  answerWith();
});

describe('a table', () => {
  const names = (page: ReturnType<typeof table>): (string | null)[] =>
    page.getAllByRole('link').map(({ textContent }) => textContent);

  test('is grouped until it is sorted; what has nothing there is last whichever way', () => {
    const page = table();
    expect(page.getByRole('rowheader').textContent).toBe('Underledge 2');
    const metres = page.getByRole('button', { name: 'Metres' });
    fireEvent.click(metres);
    expect(names(page)).toEqual(['long', 'short', 'lost']);
    expect(page.queryByRole('rowheader')).toBeNull();
    fireEvent.click(metres);
    expect(names(page)).toEqual(['short', 'long', 'lost']);
    fireEvent.click(metres);
    expect(page.getByRole('rowheader')).not.toBeNull();
  });

  test('selects by the keyboard and by ranges, and all of a group', () => {
    const page = table();
    fireEvent.click(page.getByRole('button', { name: 'Rope' }));
    const [first, second] = page.getAllByRole('link');
    fireEvent.keyDown(first!, { key: ' ' });
    expect(page.getByText('1 selected')).not.toBeNull();
    fireEvent.keyDown(first!, { key: 'ArrowDown' });
    expect(document.activeElement).toBe(second);
    fireEvent.click(page.getByRole('checkbox', { name: 'Select short' }), { shiftKey: true });
    expect(page.getByText('3 selected')).not.toBeNull();
    fireEvent.keyDown(second!, { key: ' ' });
    expect(page.getByText('2 selected')).not.toBeNull();
  });

  test('without anything to do with several, nothing is selected', () => {
    const page = table(false);
    fireEvent.keyDown(page.getAllByRole('link')[0]!, { key: ' ' });
    expect(page.queryByRole('checkbox')).toBeNull();
  });

  test.each(['not json', '{"sorting":7,"shown":null}', '{"sorting":[{"id":"gone","desc":true}]}'])(
    'as another hand kept it (%s), it is as it comes',
    (kept) => {
      localStorage.setItem('gully.table.ropes', kept);
      const page = table();
      expect(names(page)).toEqual(['long', 'short', 'lost']);
    },
  );
});

describe('what is exported', () => {
  test('has labels, quotes and no formulas', () => {
    const rows = [{ id: 'x', name: '=cmd()', metres: 2, cave: 'a "dry", one' }];
    expect(asCsv(COLUMNS, rows)).toBe(`\uFEFFRope,Metres,Cave\n'=cmd(),2,"a ""dry"", one"\n`);
  });
});

test('comparing is an order, with numbers in names by their size', () => {
  const values = fc.oneof(fc.string(), fc.integer());
  fc.assert(
    fc.property(values, values, (a, b) => {
      expect(Math.sign(compare(a, b)) + Math.sign(compare(b, a))).toBe(0);
    }),
  );
  expect(['passage 10', 'passage 2'].sort(compare)).toEqual(['passage 2', 'passage 10']);
});

test('each row stands once, under its group', () => {
  fc.assert(
    fc.property(fc.array(fc.record({ id: fc.uuid(), cave: fc.constantFrom('', 'a', 'b') })), (rows) => {
      const lines = linesOf(rows, ({ cave }) => cave);
      let group = '';
      const seen: string[] = [];
      for (const line of lines)
        if (line.kind === 'group') group = line.name;
        else {
          expect(line.row.cave).toBe(group);
          seen.push(line.row.id);
        }
      expect(seen.sort()).toEqual(rows.map(({ id }) => id).sort());
    }),
  );
});
