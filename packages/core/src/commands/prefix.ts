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

/** What stands after the prefix; undefined when the message does not begin with the prefix and a word. */
export function textBehind(text: string, prefix: string): string | undefined {
  const trimmed = text.trim();
  if (!trimmed.startsWith(prefix)) return undefined;
  const behind = trimmed.slice(prefix.length);
  return behind === '' || /^\s/u.test(behind) || behind.startsWith(prefix) ? undefined : behind;
}
