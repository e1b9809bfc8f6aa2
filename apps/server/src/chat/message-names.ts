import type { MessageEvent } from 'irc-framework';

/** How many are known. */
const KNOWN = 5_000;

/** What the server calls the newest messages, for answering them and for taking them away. */
export class MessageNames {
  /** by line, the oldest first */
  private readonly names = new Map<string, string>();

  name(line: string, msgid: string): void {
    this.names.set(line, msgid);
    if (this.names.size > KNOWN) this.names.delete(this.names.keys().next().value ?? '');
  }

  of(line: string): string | undefined {
    return this.names.get(line);
  }

  forget(line: string): void {
    this.names.delete(line);
  }

  /** The last so many, which are not known any more afterwards. */
  takeLast(count: number): { readonly line: string; readonly msgid: string }[] {
    const last = [...this.names].slice(-count).map(([line, msgid]) => ({ line, msgid }));
    for (const { line } of last) this.names.delete(line);
    return last;
  }
}

/** A name that can be sent back without breaking the line it stands in. */
export function msgidOf({ tags }: MessageEvent): string | undefined {
  const { msgid } = tags;
  return msgid !== undefined && /^[\w.:/+=-]{1,200}$/u.test(msgid) ? msgid : undefined;
}
