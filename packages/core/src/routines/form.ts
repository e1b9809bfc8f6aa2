import type { Blank, Names } from '../area/index.js';
import type { Step } from '../channel/index.js';
import { typedDuration } from '../text/index.js';
import { conditionsInWords, type Conditions } from './conditions.js';
import type { Branch } from './step.js';

/** What stands in a blank, in words. */
export function blankInWords(blank: Blank, value: unknown, names: Names): string {
  switch (blank.as) {
    case 'texts':
      return (value as readonly string[]).map(withEllipses).join(' / ');
    case 'text':
      return withEllipses(String(value));
    case 'choice':
      return blank.options[String(value)] ?? '';
    case 'reference':
      if (value === blank.otherwise?.value) return blank.otherwise?.words ?? '';
      return names(blank.to, String(value)) ?? (blank.to === 'webhook' ? String(value) : `a ${blank.to}`);
    case 'conditions':
      return conditionsInWords(value as Conditions);
    case 'steps':
      return `${String((value as readonly Step[]).length)} steps`;
    case 'branches':
      return `one of ${String((value as readonly Branch[]).length)}`;
    case 'number':
      return blank.unit === 's' ? typedDuration(Number(value) * 1000) : String(value);
    case 'word':
      return String(value);
  }
}

/** A text with its values shown as an ellipsis. */
function withEllipses(text: string): string {
  return text
    .replace(/\{\{[^]*?\}\}|\{%[^]*?%\}/gu, '…')
    .replace(/\s+/gu, ' ')
    .trim();
}

/** A text with the names of its values in place of them: `has ‹balance›, place ‹place›`. It begins with its own first word. */
export function plainText(text: string): string {
  return text
    .replace(/\{%[^]*?%\}/gu, ' ')
    .replace(
      /\{\{\s*(?:[\w-]+\.)*([\w-]+)?[^]*?\}\}/gu,
      (_all, name = '…') => `‹${String(name).replaceAll('_', ' ')}›`,
    )
    .replace(/\s+/gu, ' ')
    .replace(/^(?:‹[^›]*›|[…,.:\s])+/u, '')
    .trim();
}
