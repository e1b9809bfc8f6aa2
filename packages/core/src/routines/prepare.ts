import { kindOf } from '../channel/index.js';
import { parseText, type ParsedText } from '../text/index.js';
import { countersOf, wordsOf } from './references.js';
import type { Routine } from './step.js';
import { textsOf } from './texts-of.js';
import { allSteps } from './tree.js';

/** A routine made ready: its texts parsed once, not on every run. */
export interface PreparedRoutine {
  readonly id: string;
  readonly title: string;
  readonly routine: Routine;
  /** by their source */
  readonly texts: ReadonlyMap<string, ParsedText>;
  /** the counters it changes, and the words it remembers something by */
  readonly counters: readonly string[];
  readonly words: readonly string[];
  /** true when a step of it says something */
  readonly speaks: boolean;
  /** the first thing that cannot be read; the routine then cannot run */
  readonly fault: string | undefined;
}

/** @param id names it; with a step's id it names what is remembered of the step */
export function prepareRoutine(id: string, title: string, routine: Routine): PreparedRoutine {
  let fault: string | undefined;
  const texts = new Map<string, ParsedText>();
  for (const step of allSteps(routine.steps))
    for (const source of textsOf(step)) {
      if (texts.has(source)) continue;
      const result = parseText(source);
      if ('fault' in result) fault ??= result.fault.message;
      else texts.set(source, result.text);
    }
  const speaks = allSteps(routine.steps).some((step) => kindOf(step).speaks === true);
  return { id, title, routine, texts, counters: countersOf(routine), words: wordsOf(routine), speaks, fault };
}
