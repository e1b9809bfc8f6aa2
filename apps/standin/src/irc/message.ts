/** IRC messages on the wire: RFC 1459/2812 with IRCv3 message tags. */
export interface Message {
  readonly tags: ReadonlyMap<string, string>;
  readonly command: string;
  readonly params: readonly string[];
}

const ESCAPES: Readonly<Record<string, string>> = {
  ';': '\\:',
  ' ': '\\s',
  '\\': '\\\\',
  '\r': '\\r',
  '\n': '\\n',
};
const UNESCAPES: Readonly<Record<string, string>> = { ':': ';', s: ' ', '\\': '\\', r: '\r', n: '\n' };

export function escapeTag(value: string): string {
  return value.replace(/[; \\\r\n]/g, (char) => ESCAPES[char] ?? char);
}

function unescapeTag(value: string): string {
  return value.replace(/\\(.?)/g, (_, char: string) => UNESCAPES[char] ?? char);
}

/** Reads one line, without its line end. Undefined when there is no command in it. */
export function parseMessage(line: string): Message | undefined {
  let rest = line;
  const tags = new Map<string, string>();
  if (rest.startsWith('@')) {
    const end = rest.indexOf(' ');
    if (end < 0) return undefined;
    for (const tag of rest.slice(1, end).split(';')) {
      const [name, value = ''] = splitOnce(tag, '=');
      if (name !== '') tags.set(name, unescapeTag(value));
    }
    rest = rest.slice(end + 1).trimStart();
  }
  // A client may put its own prefix in front; the server knows better who it is.
  if (rest.startsWith(':')) rest = splitOnce(rest, ' ')[1]?.trimStart() ?? '';
  const [head, trailing] = splitOnce(rest, ' :');
  const [command = '', ...params] = head.split(' ').filter((part) => part !== '');
  if (command === '') return undefined;
  return {
    tags,
    command: command.toUpperCase(),
    params: trailing === undefined ? params : [...params, trailing],
  };
}

function splitOnce(text: string, mark: string): [string, string?] {
  const at = text.indexOf(mark);
  return at < 0 ? [text] : [text.slice(0, at), text.slice(at + mark.length)];
}

/** Writes a line without tags or line end. The last parameter may hold spaces; none may hold a line end. */
export function formatMessage(prefix: string, command: string, params: readonly string[]): string {
  const clean = params.map((param) => param.replace(/[\r\n\0]/g, ' '));
  const last = clean.at(-1);
  const middle = clean.slice(0, -1).map((param) => param.replace(/ /g, '_'));
  const needsColon = last !== undefined && (last === '' || last.startsWith(':') || last.includes(' '));
  const tail = last === undefined ? [] : [needsColon ? `:${last}` : last];
  return [`:${prefix}`, command, ...middle, ...tail].join(' ');
}
