import { answerWith } from '../test-support/browser.js';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import type { Channel, ChatLine } from '../api/index.js';
import { channelQuery, queryClient } from '../live/index.js';
import { choose, drawPage, Refusal, type Asked } from '../test-support/page.js';
import { Line } from './line.js';
import { SayLine } from './say-line.js';

const CHANNEL: Channel = {
  name: 'lanternhour',
  botName: 'gully',
  prefix: '!',
  timeZone: 'UTC',
  connections: ['irc'],
  standin: true,
};
const line = (more: Partial<ChatLine> = {}): ChatLine => ({
  id: 'l1',
  at: '2026-11-25T20:31:00.000Z',
  viewer: 'v1',
  name: 'pebblewren',
  role: 'moderator',
  text: '!map now',
  own: false,
  outcome: 'ran',
  brief: 'ran !map',
  removed: false,
  event: null,
  byHand: false,
  ...more,
});

beforeEach(() => {
  localStorage.clear();
});
afterEach(() => {
  cleanup();
  answerWith();
  queryClient.removeQueries(channelQuery);
});

describe('the dock’s line', () => {
  const draw = (channel: Channel, more: Parameters<typeof drawPage>[1] = {}) =>
    drawPage(<SayLine />, {
      'GET /api/channel': () => channel,
      'POST /api/chat/say': () => ({ waits: false }),
      'POST /api/standin/say': () => undefined,
      'POST /api/standin/event': () => undefined,
      ...more,
    });
  const say = (page: ReturnType<typeof drawPage>, text: string): void => {
    const field = page.getByPlaceholderText('Say in chat');
    fireEvent.change(field, { target: { value: text } });
    fireEvent.submit(field.closest('form')!);
  };

  test('speaks as the bot, once for each time; what is refused stays in the field with the reason', async () => {
    let refused = true;
    const page = draw(
      { ...CHANNEL, standin: false },
      {
        'POST /api/chat/say': () =>
          refused ? new Refusal(503, 'Gully is not responding', 'Your line was not said.') : { waits: true },
      },
    );
    await page.findByText('as gully');
    say(page, '   ');
    say(page, 'mind the step');
    await page.findByText('Gully is not responding');
    expect(page.getByPlaceholderText('Say in chat')).toHaveProperty('value', 'mind the step');
    refused = false;
    say(page, 'mind the step');
    say(page, 'mind the step');
    await waitFor(() => {
      expect(page.getByPlaceholderText('Say in chat')).toHaveProperty('value', '');
    });
    expect(page.of('POST /api/chat/say').map(({ body }) => body)).toEqual([
      { text: 'mind the step' },
      { text: 'mind the step' },
    ]);
    await page.findByText(/Your message is sent once it is back/u);
    // Nobody else can be spoken as where no stand-in plays the platform.
    expect(page.queryByRole('button', { name: /^Say as/u })).toBeNull();
    expect(page.queryByRole('button', { name: 'Simulate an event' })).toBeNull();
  });

  test('in a simulated room speaks as anybody, in any role, and remembers as whom', async () => {
    const page = draw(CHANNEL);
    fireEvent.click(await page.findByRole('button', { name: 'Say as gully' }));
    const name = await page.findByPlaceholderText('gully, the bot');
    fireEvent.change(name, { target: { value: 'moss moth' } });
    await choose(page, 'Role', 'moderator');
    say(page, '!map');
    await waitFor(() => {
      expect(page.of('POST /api/standin/say').map(({ body }) => body)).toEqual([
        { name: 'mossmoth', roles: ['moderator'], text: '!map' },
      ]);
    });
    cleanup();
    const later = draw(CHANNEL);
    await later.findByRole('button', { name: 'Say as mossmoth' });
  });
});

describe('a line of chat', () => {
  const WHY = {
    outcome: 'ran',
    brief: 'ran !map',
    decided: 'Ran !map, said 1 line',
    checks: [
      { rule: 'Anyone may use it', measure: 'moderator', outcome: 'passed' },
      { rule: 'Every 30 s', measure: '12 s left', outcome: 'stopped' },
      { rule: 'There is no value called vewer.name', measure: '', outcome: 'warned' },
      { rule: 'Step 1: one of 2 texts', measure: 'number 2', outcome: 'noted' },
    ],
    tookMs: 1_500,
  };
  const draw = (shown: ChatLine, why: (asked: Asked) => unknown = () => WHY) =>
    drawPage(<Line line={shown} newMinute prefix="!" />, {
      'GET /api/channel': () => CHANNEL,
      'GET /api/chat/lines/l1/why': why,
    });

  test('tells who, as what, and opens its why; each check has a sign of its own, also for who cannot see', async () => {
    const page = draw(line());
    expect(page.container.querySelector('.role')?.textContent).toContain('moderator');
    const open = page.getByRole('button', { name: /why$/u });
    expect(open.textContent).toContain('ran !map');
    fireEvent.click(open);
    await page.findByRole('region', { name: 'Why it ran' });
    expect(page.getByText(/^took [12] s$/u)).not.toBeNull();
    const signs = [...page.container.querySelectorAll('ol li svg')].map((sign) =>
      sign.getAttribute('aria-label'),
    );
    expect(signs.slice(0, 4)).toEqual(['passed', 'stopped here', 'note', 'noted']);
    fireEvent.click(open);
    expect(page.queryByRole('region', { name: 'Why it ran' })).toBeNull();
  });

  test('what it began and was not over with it is told below, without what the line said already', async () => {
    const [asked, stopped, , drew] = WHY.checks;
    const page = drawPage(<Line line={line()} newMinute prefix="!" />, {
      'GET /api/channel': () => CHANNEL,
      'GET /api/chat/lines/l1/why': () => ({ ...WHY, checks: [asked, stopped], runs: ['l1:map'] }),
      'GET /api/runs/l1:map': () => ({
        title: '!map',
        ended: 'failed',
        words: 'the list is empty',
        at: '2026-11-25T20:31:00.000Z',
        endedAt: '2026-11-25T20:31:40.000Z',
        checks: [asked, stopped, drew],
      }),
    });
    fireEvent.click(page.getByRole('button', { name: /why$/u }));
    const run = await page.findByRole('region', { name: 'What happened next' });
    expect(run.textContent).toContain('took 40 s');
    expect(run.textContent).toContain('!map failed: the list is empty');
    expect([...run.querySelectorAll('li')].map(({ textContent }) => textContent)).toHaveLength(2);
  });

  test('a why that is not kept says so, and a line that was taken out shows that', async () => {
    const page = draw(
      line({ removed: true }),
      () => new Refusal(404, 'No why is kept for this line', 'It is too old.'),
    );
    expect(page.getByText('removed')).not.toBeNull();
    expect(page.getByText('!map now').className).toContain('taken-out');
    fireEvent.click(page.getByRole('button', { name: /why$/u }));
    await page.findByText('No why is kept for this line. It is too old.');
  });

  test.each([
    ['warned', 'ran !map with a note', 'text-ochre'],
    ['failed', 'ran !map, ended: the list is empty', 'text-crimson'],
    ['ran', 'ran !map', 'text-moss'],
    ['stopped', 'for VIPs and up', 'text-crimson'],
    ['waiting', 'waits for the room', 'text-ochre'],
    ['removed', 'a link', 'text-crimson'],
    ['talk', 'no command', 'text-soft'],
  ] as const)('%s: “%s” is %s', (outcome, brief, colour) => {
    const page = draw(line({ outcome, brief }));
    expect(page.getByText(brief).className).toContain(colour);
  });

  test('what the bot says has no role and no outcome beside it', () => {
    const page = draw(line({ own: true, name: 'gully', text: 'the survey' }));
    expect(page.container.querySelector('.role')).toBeNull();
    expect(page.getByRole('button', { name: 'why' }).textContent.trim()).toBe('why');
  });
});
