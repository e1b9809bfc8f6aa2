import type { Blanks, Outcome, SayEffect } from '../../area/index.js';
import { elapsedInWords } from '../../text/index.js';
import type { ReplyStep, SayStep, TellStep } from '../step.js';
import type { OwnKind, OwnRun } from './own.js';

type Speaking = SayStep | ReplyStep | TellStep;

const ORDER_WORDS = {
  random: 'any of them',
  turn: 'one after the other',
  bag: 'each once before any again',
} as const;

const BLANKS = {
  texts: { as: 'texts' },
  order: { as: 'choice', label: 'Which of the texts', options: ORDER_WORDS },
} satisfies Blanks<SayStep>;

const line = ({ texts }: Speaking) =>
  texts.length > 1
    ? [{ blank: 'order' } as const, { blank: 'texts' } as const]
    : [{ blank: 'texts' } as const];

function speak({ id, texts, order }: Speaking, run: OwnRun, to?: SayEffect['to']): Outcome {
  const source = run.choose(id, texts, order);
  if (source === undefined) return undefined;
  const { text, ownStart } = run.render(source);
  // What is over must not be told as if it had just happened.
  const late = text.trim() === '' || run.messages > 0 ? undefined : run.occasion.event?.late;
  if (late === undefined) run.say(text, ownStart, to);
  else run.say(`${elapsedInWords(late)} ago: ${text}`, true, to);
  return undefined;
}

export const say: OwnKind<SayStep> = {
  kind: 'say',
  group: 'Say',
  verb: 'Say',
  means: 'a text in chat, for everyone',
  words: ['message', 'chat', 'text', 'write'],
  blanks: BLANKS,
  speaks: true,
  line,
  blank: (id) => ({ kind: 'say', id, texts: [''], order: 'random' }),
  run: (step, run) => speak(step, run),
};

export const reply: OwnKind<ReplyStep> = {
  kind: 'reply',
  group: 'Say',
  verb: 'Reply',
  means: 'to the message that started it, as a thread where the platform has them',
  words: ['answer', 'thread', 'respond'],
  blanks: BLANKS,
  speaks: true,
  line,
  blank: (id) => ({ kind: 'reply', id, texts: [''], order: 'random' }),
  run: (step, run) =>
    speak(step, run, { how: 'reply', name: run.occasion.viewer.name, line: run.occasion.line }),
};

export const tell: OwnKind<TellStep> = {
  kind: 'tell',
  group: 'Say',
  verb: 'Say privately',
  means: 'to the viewer alone, where nobody else reads it',
  words: ['tell', 'whisper', 'message', 'direct'],
  blanks: BLANKS,
  speaks: true,
  line,
  blank: (id) => ({ kind: 'tell', id, texts: [''], order: 'random' }),
  run: (step, run) => speak(step, run, { how: 'tell', name: run.occasion.viewer.name, line: undefined }),
};
