import '../test-support/browser.js';
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { ACTIONS, type Ladder } from '@gully/core/guard';
import { cleanup, fireEvent, render } from '@testing-library/react';
import fc from 'fast-check';
import type { Catch } from '../api/index.js';
import { CatchState } from './catch-state.js';
import { doneInWords, shortly } from './consequence-words.js';
import { LadderSteps } from './ladder-steps.js';
import { NumberBlank } from '../ui/index.js';
import { Marked } from './marked.js';
import { changesOf } from './use-guard-draft.js';

afterEach(cleanup);

describe('a marked message', () => {
  test('has all of its text once, and every part marked that is, whatever lies over what', () => {
    const text = 'ropes 🪢 at r o p e s . example';
    const fragment = fc.record({ from: fc.nat(40), length: fc.nat(12) });
    fc.assert(
      fc.property(fc.array(fragment, { maxLength: 6 }), (given) => {
        const fragments = given.map(({ from, length }) => ({
          from,
          to: Math.min(text.length, from + length),
        }));
        const { container } = render(<Marked text={text} fragments={fragments} />);
        expect(container.textContent).toBe(text);
        const marked = new Set(
          fragments.flatMap(({ from, to }) =>
            Array.from({ length: Math.max(0, to - from) }, (_, n) => from + n),
          ),
        );
        const shown = [...container.querySelectorAll('mark')].reduce(
          (sum, each) => sum + each.textContent.length,
          0,
        );
        expect(shown).toBe(marked.size);
        cleanup();
      }),
      { numRuns: 80 },
    );
  });
});

describe('a limit', () => {
  const drawn = (value: number, before: number, onChange = jest.fn<(value: number) => void>()) => ({
    onChange,
    page: render(
      <NumberBlank label="Limit" value={value} before={before} wrong={undefined} onChange={onChange} />,
    ),
  });

  test('says what it was once it is changed, and takes whole numbers only', () => {
    const { page, onChange } = drawn(40, 70);
    expect(page.getByText('was 70')).toBeTruthy();
    const input = page.getByLabelText('Limit');
    for (const typed of ['', 'x', '4.5', '50']) fireEvent.change(input, { target: { value: typed } });
    expect(onChange.mock.calls).toEqual([[50]]);
    // What could not be read is not left standing.
    fireEvent.change(input, { target: { value: 'many' } });
    fireEvent.blur(input);
    expect(page.getByDisplayValue('40')).toBe(input);
  });

  test('takes over what comes from elsewhere, as by Discard', () => {
    const { page } = drawn(40, 70);
    page.rerender(
      <NumberBlank label="Limit" value={70} before={70} wrong={undefined} onChange={() => undefined} />,
    );
    expect(page.getByDisplayValue('70')).toBeTruthy();
    expect(page.queryByText(/^was/u)).toBeNull();
  });
});

describe('the ladder', () => {
  const ladder: Ladder = {
    steps: [
      { action: 'delete', seconds: 0 },
      { action: 'timeout', seconds: 60 },
    ],
    expires: 86_400,
  };
  const drawn = (given: Ladder, faults: Record<string, string> = {}) => {
    const onChange = jest.fn<(ladder: Ladder) => void>();
    const page = render(
      <LadderSteps ladder={given} before={ladder} at="ladder." faults={faults} onChange={onChange} />,
    );
    return { page, onChange };
  };

  test('gets steps and loses them, and keeps the last one', () => {
    const { page, onChange } = drawn(ladder);
    fireEvent.click(page.getByRole('button', { name: 'Add a step' }));
    fireEvent.click(page.getByRole('button', { name: 'Remove step 1' }));
    expect(onChange.mock.calls.map(([{ steps }]) => steps.map(({ action }) => action))).toEqual([
      ['delete', 'timeout', 'ban'],
      ['timeout'],
    ]);
    cleanup();
    const one = drawn({ ...ladder, steps: ladder.steps.slice(0, 1) });
    expect(one.page.queryByRole('button', { name: /^Remove step/u })).toBeNull();
    cleanup();
    const full = drawn({
      ...ladder,
      steps: Array.from({ length: 10 }, () => ({ action: 'ban' as const, seconds: 0 })),
    });
    expect(full.page.queryByRole('button', { name: 'Add a step' })).toBeNull();
  });

  test('tells what is wrong with a step where it stands', () => {
    const { page } = drawn(ladder, {
      'ladder.steps.1': 'Give 1 s to 7 d',
      'ladder.expires': 'Give 1 s to 90 days',
    });
    const [, second] = page.getAllByRole('listitem');
    expect(second?.textContent).toContain('Give 1 s to 7 d');
    expect(page.getByText('Give 1 s to 90 days')).toBeTruthy();
  });
});

describe('what became of a catch', () => {
  const one: Catch = {
    id: 'l1',
    at: '2026-11-26T20:00:00.000Z',
    viewer: 'v1',
    name: 'cheap_ropes_4u',
    by: null,
    does: 'timeout',
    seconds: 600,
    text: 'ropes.example',
    fragments: [],
    filter: 'links',
    title: 'Links',
    measure: 'ropes.example',
    allowed: 'only allowed domains',
    step: 2,
    strike: true,
    spared: null,
    until: null,
    state: 'done',
    note: '',
    undoneAt: null,
    label: null,
  };
  const told = (more: Partial<Catch>): string => {
    const text = render(<CatchState one={{ ...one, ...more }} />).container.textContent;
    cleanup();
    return text.trim();
  };

  test.each<[Partial<Catch>, string]>([
    [{}, 'timeout 10 min, step 2'],
    [{ strike: false, step: 0 }, 'timeout 10 min'],
    [{ spared: 'a moderator' }, 'only recorded: a moderator'],
    [{ undoneAt: '2026-11-26T20:01:00.000Z' }, 'undone timeout 10 min, step 2'],
    [{ state: 'failed', note: 'too late' }, 'timeout 10 min, step 2, not carried out too late'],
    [{ state: 'waiting' }, 'timeout 10 min, step 2, under way'],
    [{ by: 'mossmoth', does: 'ban', seconds: 0 }, 'ban by mossmoth'],
    [{ by: 'mossmoth', does: 'lift', seconds: 0 }, 'lifted by mossmoth'],
    [{ by: 'mossmoth', does: 'kick', seconds: 0 }, 'removed by mossmoth'],
  ])('is said in words: %#', (more, words) => {
    expect(told(more)).toBe(words);
  });

  test('has words for every consequence there is', () => {
    for (const action of ACTIONS) expect(shortly({ action, seconds: 0 }).length).toBeGreaterThan(2);
    expect(shortly({ action: 'clear', seconds: 300 })).toBe('clear the last 5 min');
    expect(doneInWords({ does: 'warn', seconds: 0, by: null })).toBe('warn');
  });
});

test('changes are counted by filter, and what all have in common once each', () => {
  const filter = (most: number): object => ({ settings: { most } });
  const settings = (most: number, grace: number): never =>
    ({
      filters: { capitals: filter(most), pace: filter(8) },
      grace,
      ladder: { steps: [], expires: 1 },
    }) as never;
  const count = (most: number, grace: number): number =>
    changesOf({ base: settings(70, 60), settings: settings(most, grace) });
  expect([count(70, 60), count(40, 60), count(40, 90)]).toEqual([0, 1, 2]);
});
