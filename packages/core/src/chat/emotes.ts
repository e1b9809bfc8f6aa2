/** Emotes of one message at the most; what more there are is not marked. */
const EMOTES_LIMIT = 500;
const PLACE = /^(\d{1,5})-(\d{1,5})$/u;

/** A part of a text, in UTF-16 units. */
export interface EmotePlace {
  readonly from: number;
  readonly to: number;
}

/**
 * Where pictures stand in place of words, from the value of a server's message tag: first and last
 * character of each, counted from 0 as Unicode has them, separated by commas (`0-4,6-10`). Places that
 * are none, or lie outside the text, are left out.
 */
export function readEmotesTag(value: string, text: string): EmotePlace[] {
  if (value === '') return [];
  const starts: number[] = [];
  for (let at = 0; at <= text.length; at += (text.codePointAt(at) ?? 0) > 0xffff ? 2 : 1) starts.push(at);
  const places = value.split(',', EMOTES_LIMIT).flatMap((entry): EmotePlace[] => {
    const [, first, last] = PLACE.exec(entry.trim()) ?? [];
    const from = starts[Number(first)];
    const to = starts[Number(last) + 1];
    return from === undefined || to === undefined || to <= from ? [] : [{ from, to }];
  });
  return places.sort((a, b) => a.from - b.from);
}
