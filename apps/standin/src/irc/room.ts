import { ulid } from 'ulid';
import { formatMessage } from './message.js';
import { fold, maskOf, type Outgoing, type Person } from './person.js';

/** Prefix and mode letter of a standing in the room, strongest first. */
export const STANDINGS = [
  ['q', '~'],
  ['o', '@'],
  ['v', '+'],
] as const;
export type Standing = (typeof STANDINGS)[number][0];

/** Messages that can be sent again. */
const KEPT = 500;

export interface Seat {
  readonly person: Person;
  readonly modes: Set<Standing>;
}

/** A channel: who is in it, with which standing, its modes and bans. It tells everyone in it what happens. */
export class Room {
  /** the last messages, as they were sent */
  private readonly last: Outgoing[] = [];
  topic = '';
  readonly flags = new Set<'m' | 'i'>();
  readonly bans = new Set<string>();
  readonly invited = new Set<string>();
  private readonly seats = new Map<string, Seat>();

  constructor(
    readonly name: string,
    private readonly standingOf: (nick: string) => Standing | undefined,
  ) {}

  get all(): readonly Seat[] {
    return [...this.seats.values()];
  }

  get size(): number {
    return this.seats.size;
  }

  seat(nick: string): Seat | undefined {
    return this.seats.get(fold(nick));
  }

  /** The numeric that refuses someone entry, if any. */
  refusal(person: Person): [code: string, words: string] | undefined {
    if (this.flags.has('i') && !this.invited.has(fold(person.nick)))
      return ['473', 'Cannot join channel (+i)'];
    if (this.isBanned(person)) return ['474', 'Cannot join channel (+b)'];
    return undefined;
  }

  join(person: Person): void {
    const standing = this.standingOf(person.nick);
    this.seats.set(fold(person.nick), { person, modes: new Set(standing === undefined ? [] : [standing]) });
    this.tell(person, 'JOIN', [this.name]);
    if (standing !== undefined) this.tell(undefined, 'MODE', [this.name, `+${standing}`, person.nick]);
  }

  /** Takes someone out and tells them and the rest, by PART, QUIT or KICK. */
  leave(person: Person, command: 'PART' | 'QUIT' | 'KICK', words: string, by: Person = person): void {
    if (!this.seats.has(fold(person.nick))) return;
    const params =
      command === 'QUIT'
        ? [words]
        : command === 'PART'
          ? [this.name, words]
          : [this.name, person.nick, words];
    this.tell(by, command, params);
    this.seats.delete(fold(person.nick));
  }

  rename(person: Person, nick: string): void {
    const seat = this.seats.get(fold(person.nick));
    if (seat === undefined) return;
    this.tell(person, 'NICK', [nick]);
    this.seats.delete(fold(person.nick));
    this.seats.set(fold(nick), seat);
  }

  /** True when someone may be heard: not banned, and with a standing where the room is moderated. */
  maySpeak(person: Person): boolean {
    const seat = this.seat(person.nick);
    if (seat === undefined || (this.isBanned(person) && seat.modes.size === 0)) return false;
    return !this.flags.has('m') || seat.modes.size > 0;
  }

  say(person: Person, text: string, command = 'PRIVMSG', clientTags?: ReadonlyMap<string, string>): string {
    const msgid = ulid();
    this.tell(person, command, [this.name, text], {
      msgid,
      ...(clientTags === undefined ? {} : { clientTags }),
    });
    return msgid;
  }

  /** Sends a line to all in the room who read. */
  tell(
    sender: Person | undefined,
    command: string,
    params: readonly string[],
    more: { msgid?: string; clientTags?: ReadonlyMap<string, string> } = {},
  ): void {
    const line = formatMessage(sender === undefined ? SERVER : maskOf(sender), command, params);
    this.send({ line, sender, at: new Date(), ...more });
  }

  /** Sends the last messages again under the names they had, as servers do after a reconnect. */
  repeat(count: number): number {
    const again = this.last.slice(-count);
    for (const outgoing of again) for (const { person } of this.seats.values()) person.receive?.(outgoing);
    return again.length;
  }

  private send(outgoing: Outgoing): void {
    for (const { person } of this.seats.values()) person.receive?.(outgoing);
    if (outgoing.msgid === undefined) return;
    this.last.push(outgoing);
    if (this.last.length > KEPT) this.last.shift();
  }

  private isBanned(person: Person): boolean {
    return [...this.bans].some((mask) => matches(mask, maskOf(person)));
  }
}

export const SERVER = 'irc.standin.example';

/** Glob with `*` and `?`, without RegExp: masks come from outside. */
function matches(mask: string, text: string): boolean {
  let reached = new Set([0]);
  const against = fold(text);
  for (const char of fold(mask)) {
    const next = new Set<number>();
    for (const at of reached) {
      if (char === '*') for (let to = at; to <= against.length; to++) next.add(to);
      else if (char === '?' ? at < against.length : against[at] === char) next.add(at + 1);
    }
    reached = next;
  }
  return reached.has(against.length);
}
