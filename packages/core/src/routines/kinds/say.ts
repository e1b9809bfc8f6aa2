import { prepareLines } from '../../chat/index.js';
import { elapsedInWords } from '../../text/index.js';
import type { Blanks } from '../form.js';
import type { ReplyStep, SayStep, TellStep } from '../step.js';
import type { SayEffect } from '../world.js';
import type { Outcome, StepKind, StepRun } from './kind.js';

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

function speak({ id, texts, order }: Speaking, run: StepRun, to?: SayEffect['to']): Outcome {
  const source = run.choose(id, texts, order);
  if (source === undefined) return undefined;
  const { text, ownStart } = run.render(source);
  // What is over must not be told as if it had just happened.
  const late = text.trim() === '' || run.messages > 0 ? undefined : run.occasion.event?.late;
  const lines =
    late === undefined
      ? prepareLines(text, ownStart)
      : prepareLines(`${elapsedInWords(late)} ago: ${text}`, true);
  if (lines.length === 0) {
    run.note(`${run.name}: nothing to say`, 'no text is left', 'warned');
    return undefined;
  }
  return run.say(to === undefined ? { kind: 'say', lines } : { kind: 'say', lines, to });
}

export const say: StepKind<SayStep> = {
  kind: 'say',
  group: 'Say',
  verb: 'Say',
  means: 'a text in chat, for everybody',
  words: ['message', 'chat', 'text', 'write'],
  blanks: BLANKS,
  line,
  blank: (id) => ({ kind: 'say', id, texts: [''], order: 'random' }),
  run: (step, run) => speak(step, run),
};

export const reply: StepKind<ReplyStep> = {
  kind: 'reply',
  group: 'Say',
  verb: 'Reply',
  means: 'to the message that started it, as a thread where the platform has them',
  words: ['answer', 'thread', 'respond'],
  blanks: BLANKS,
  line,
  blank: (id) => ({ kind: 'reply', id, texts: [''], order: 'random' }),
  run: (step, run) =>
    speak(step, run, { how: 'reply', name: run.occasion.viewer.name, line: run.occasion.line }),
};

export const tell: StepKind<TellStep> = {
  kind: 'tell',
  group: 'Say',
  verb: 'Say privately',
  means: 'to the viewer alone, where nobody else reads it',
  words: ['tell', 'whisper', 'message', 'direct'],
  blanks: BLANKS,
  line,
  blank: (id) => ({ kind: 'tell', id, texts: [''], order: 'random' }),
  run: (step, run) => speak(step, run, { how: 'tell', name: run.occasion.viewer.name, line: undefined }),
};
