import { characterCount } from '../text/index.js';

export const DEFAULT_PREFIX = '!';
export const PREFIX_LIMIT = 5;

/** What is wrong with a prefix, or undefined. */
export function prefixFault(prefix: string): string | undefined {
  if (prefix === '') return 'Give a prefix: what stands before every command’s name';
  if (/[\s\p{Cc}\p{Cf}\p{L}\p{N}]/u.test(prefix))
    return 'A prefix is signs such as ! or ?, no letters, digits or spaces';
  if (prefix.startsWith('/') || prefix.startsWith('.'))
    return 'Platforms keep / and . at the start of a line for themselves';
  if (characterCount(prefix) > PREFIX_LIMIT) return `A prefix has at most ${String(PREFIX_LIMIT)} characters`;
  return undefined;
}
