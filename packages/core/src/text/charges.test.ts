import { expect, test } from '@jest/globals';
import { parseText, renderText, RUN_STEPS, type Rendered } from './index.js';

const WORDS = 'a b,c%é '.repeat(600);
const chance = { below: () => 0 };

/** What rendering comes to, and the steps it took. */
function rendered(source: string): Rendered & { readonly steps: number } {
  const parsed = parseText(source);
  if ('fault' in parsed) throw new Error(parsed.fault.message);
  const budget = { left: RUN_STEPS };
  const values = { input: { all: WORDS } };
  const done = renderText(parsed.text, {
    values,
    known: new Set(['input.all']),
    chance,
    now: 0,
    budgets: [budget],
  });
  return { ...done, steps: RUN_STEPS - budget.left };
}

test.each(['url_encode', 'cgi_escape', 'slugify', 'size', 'pick', 'ago', 'amount', 'default: 1', 'upcase'])(
  '%s of a long text costs as much as going through it',
  (filter) => {
    const { steps } = rendered(`{% assign x = input.all | ${filter} %}`);
    expect(steps).toBeGreaterThan(WORDS.length / 150);
    // A usual text is none the worse for it.
    expect(rendered(`{% assign x = "Third rope" | ${filter} %}`).steps).toBeLessThan(10);
  },
);

test.each(['find: "a", "b"', 'has: "a", "b"', 'find_index: "a", "b"', 'where: "a", "b"', 'map: "a"', 'sum'])(
  '%s costs a step for each item',
  (filter) => {
    const list = '{% assign q = input.all | slice: 0, 1000 | split: "" %}';
    const before = rendered(list).steps;
    expect(rendered(`${list}{% assign x = q | ${filter} %}`).steps - before).toBeGreaterThanOrEqual(1_000);
  },
);

test.each(['{{ q }}', '{% if q == q %}{% endif %}', '{% if q contains "zz" %}{% endif %}'])(
  'a list costs by its length in %s',
  (use) => {
    const list = '{% assign q = input.all | slice: 0, 1000 | split: "" %}';
    expect(rendered(`${list}${use}`).steps - rendered(list).steps).toBeGreaterThanOrEqual(50);
  },
);

test('what asks of each item whether another is there is stopped long before it has asked all', () => {
  const nested = `{% assign q = input.all | split: "" %}{% assign x = q | find_exp: "i", "q | find_exp: 'j', 'j == 7'" %}`;
  expect(rendered(nested).stopped).toBe('The text was stopped: it asks for too much work');
});
