import { stripControls } from '../../text/index.js';
import { NAMED_TIMER, type ClearStep, type OutputStep, type PostStep, type TimerStep } from '../step.js';
import { IF_FAILS } from './failing.js';
import type { StepKind } from './kind.js';

export const clear: StepKind<ClearStep> = {
  kind: 'clear',
  group: 'Do',
  verb: 'Clear chat',
  means: 'removes the last messages from the chat room',
  words: ['wipe', 'delete', 'clean', 'moderation'],
  blanks: { ifFails: IF_FAILS },
  line: () => ['if the room does not allow it,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'clear', id, ifFails: 'go-on' }),
  run: ({ ifFails }) => ({ ask: { kind: 'clear' }, stop: ifFails === 'stop' }),
};

export const output: StepKind<OutputStep> = {
  kind: 'output',
  group: 'Do',
  verb: 'Write',
  means: 'a text file for streaming software to read',
  words: ['file', 'output', 'text', 'save', 'overlay'],
  blanks: {
    file: { as: 'word', label: 'File', of: 'output' },
    text: { as: 'text', label: 'What it holds', example: '{{ counter.depth }} m', most: 5_000 },
    ifFails: IF_FAILS,
  },
  line: () => ['into', { blank: 'file' }, '.txt', { blank: 'text' }, 'if it fails,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'output', id, file: '', text: '', ifFails: 'go-on' }),
  run: ({ file, text, ifFails }, run) => ({
    ask: { kind: 'output', file, text: run.render(text).text },
    stop: ifFails === 'stop',
  }),
};

/** Bytes of JSON one post may have. */
const BODY_LIMIT = 64_000;

export const post: StepKind<PostStep> = {
  kind: 'post',
  group: 'Do',
  verb: 'Post',
  means: 'JSON to a webhook, tried again until it arrives',
  words: ['webhook', 'http', 'send', 'notify', 'board', 'json'],
  blanks: {
    webhook: { as: 'reference', to: 'webhook', label: 'Webhook' },
    body: {
      as: 'text',
      label: 'The JSON it sends',
      example: '{ "text": {{ viewer.name | json }} }',
      most: 5_000,
      json: true,
    },
    ifFails: IF_FAILS,
  },
  line: () => ['to', { blank: 'webhook' }, { blank: 'body' }, 'if it cannot be sent,', { blank: 'ifFails' }],
  blank: (id) => ({
    kind: 'post',
    id,
    webhook: '',
    body: '{ "text": {{ viewer.name | json }} }',
    ifFails: 'go-on',
  }),
  run({ webhook, body, ifFails }, run) {
    const stop = ifFails === 'stop';
    if (!run.world.webhooks.names().includes(webhook)) return { failed: 'there is no such webhook', stop };
    const { text } = run.render(body);
    if (text.length > BODY_LIMIT) return { failed: 'the JSON is longer than 64 kB', stop };
    try {
      JSON.parse(text);
    } catch {
      return { failed: `what it would send is not valid JSON: ${stripControls(text).slice(0, 80)}`, stop };
    }
    run.change({ kind: 'post', id: run.mark, webhook, body: text, at: run.at });
    run.note(`${run.name}: posts to ${webhook}`, '', 'passed');
    return undefined;
  },
};

export const timer: StepKind<TimerStep> = {
  kind: 'timer',
  group: 'Do',
  verb: 'Timer',
  means: 'holds a timer for this stream, resumes it, or fires it now',
  words: ['timers', 'hold', 'pause', 'mute', 'fire'],
  blanks: {
    does: {
      as: 'choice',
      label: 'What it does',
      options: { hold: 'hold for this stream', 'go-on': 'resume', fire: 'fire now' },
    },
    timer: {
      as: 'reference',
      to: 'timer',
      label: 'Timer',
      otherwise: { value: NAMED_TIMER, words: 'the one called' },
    },
    named: { as: 'text', label: 'The timer’s name', example: '{{ input.timer }}', most: 200 },
    ifFails: IF_FAILS,
  },
  line: ({ timer: which }) => [
    { blank: 'does' },
    { blank: 'timer' },
    ...(which === NAMED_TIMER ? [{ blank: 'named' as const }] : []),
    'if there is none, or it cannot,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'timer', id, does: 'hold', timer: '', named: '', ifFails: 'stop' }),
  run({ does, timer: which, named, ifFails }, run) {
    const isNamed = which === NAMED_TIMER;
    const name = isNamed ? run.render(named).text.trim() : run.world.timers.nameOf(which);
    const stop = ifFails === 'stop';
    if (name === undefined) return { failed: 'there is no such timer', stop };
    return { ask: { kind: 'timer', does, timer: isNamed ? '' : which, name }, stop };
  },
};
