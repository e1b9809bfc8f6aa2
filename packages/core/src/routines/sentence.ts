import { NO_NAMES, type Blank, type Names } from '../area/index.js';
import { kindOf, type Step } from '../channel/index.js';
import { blankInWords } from './form.js';

/** A step in plain words: `Wait 5 s`, `Draw a line not drawn yet this round from Campfire questions as question`. */
export function sentenceOf(step: Step, names: Names = NO_NAMES): string {
  const kind = kindOf(step);
  const fields = step as unknown as Readonly<Record<string, unknown>>;
  const words = kind.line(step).map((part) => {
    if (typeof part === 'string') return part;
    const blank = (kind.blanks as Readonly<Record<string, Blank>>)[part.blank];
    return blank === undefined ? '' : blankInWords(blank, fields[part.blank], names);
  });
  return [kind.verb, ...words].join(' ').replace(/ ([;,.])/gu, '$1');
}
