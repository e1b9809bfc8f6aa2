/** The simulated platform's own emotes: words it shows as pictures. */
const EMOTES = new Set(['lampUp', 'batWave', 'wetBoot', 'ropeHold']);

/** The value of the emotes tag: first and last character of each, in Unicode characters; empty for none. */
export function emotesTag(text: string): string {
  const places: string[] = [];
  let at = 0;
  for (const word of text.split(' ')) {
    const { length } = Array.from(word);
    if (EMOTES.has(word)) places.push(`${String(at)}-${String(at + length - 1)}`);
    at += length + 1;
  }
  return places.join(',');
}

/** What is said in a line of the protocol; empty for one that says nothing. */
export function textOf(line: string): string {
  const [, command, , ...rest] = line.split(' ');
  return command === 'PRIVMSG' ? rest.join(' ').replace(/^:/u, '') : '';
}
