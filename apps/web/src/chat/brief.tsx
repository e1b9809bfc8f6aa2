import { Check, Eraser, Hourglass, Minus, TriangleAlert, X, type LucideIcon } from 'lucide-react';
import type { Why } from '../api/index.js';

const SIGNS: Readonly<Record<Why['outcome'], readonly [Icon: LucideIcon, colour: string]>> = {
  ran: [Check, 'text-moss'],
  warned: [TriangleAlert, 'text-ochre'],
  failed: [TriangleAlert, 'text-crimson'],
  waiting: [Hourglass, 'text-ochre'],
  stopped: [X, 'text-crimson'],
  removed: [Eraser, 'text-crimson'],
  nothing: [Minus, 'text-soft'],
  talk: [Minus, 'text-soft'],
};

/** A why in a few words with its sign. */
export function Brief({ outcome, brief }: Pick<Why, 'outcome' | 'brief'>) {
  const [Icon, colour] = SIGNS[outcome];
  return (
    <>
      <Icon className={`i s ${colour}`} aria-hidden="true" /> <span className={colour}>{brief}</span>
    </>
  );
}
