import { Check, CircleDashed, Hourglass, MessageCircleQuestion, Undo2 } from 'lucide-react';
import type { Redemption } from '../api/index.js';

const STATES = {
  bought: ['under way', 'text-pool', CircleDashed],
  asked: ['waits for an answer', 'text-ochre', MessageCircleQuestion],
  waiting: ['to hand over', 'text-ochre', Hourglass],
  done: ['done', 'text-moss', Check],
  returned: ['returned', 'text-soft', Undo2],
} as const;

/** Where a purchase stands, in a word with its icon. */
export function RedemptionState({ state }: Pick<Redemption, 'state'>) {
  const [words, colour, Icon] = STATES[state];
  return (
    <span className={`state whitespace-nowrap ${colour}`}>
      <Icon className="i s" aria-hidden="true" /> {words}
    </span>
  );
}

/** What it was about, as far as anybody may see it. */
export function aboutOf({ answers, target, seconds }: Redemption): string {
  const given = answers.flatMap(({ text }) => (text === null ? [] : [text]));
  if (target !== null) given.unshift(`${target}, ${String(Math.round(seconds / 60))} min`);
  return given.join(' · ');
}
