import { fold, type Person } from './person.js';
import type { Room } from './room.js';

/** The simulated people of the room: no socket behind them, an account on the platform. */
export class People {
  private readonly known = new Map<string, Person>();

  constructor(private readonly room: Room) {}

  /** True when the name belongs to someone behind a socket, for whom nobody else may speak. */
  isReal(name: string): boolean {
    return this.room.seat(name)?.person.receive !== undefined;
  }

  join(name: string, roles: readonly string[]): Person | undefined {
    if (this.isReal(name)) return undefined;
    const seated = this.room.seat(name)?.person;
    const person: Person = seated ??
      this.known.get(fold(name)) ?? {
        nick: name,
        user: name.replace(/[^a-zA-Z0-9]/g, '').slice(0, 10) || 'viewer',
        account: fold(name),
        roles,
        away: false,
      };
    person.roles = roles;
    this.known.set(fold(name), person);
    // Whoever is banned stays outside.
    if (seated === undefined && this.room.refusal(person) !== undefined) return undefined;
    if (seated === undefined) this.room.join(person);
    return person;
  }

  leave(name: string): void {
    const person = this.known.get(fold(name));
    if (person !== undefined) this.room.leave(person, 'PART', 'left');
  }

  /** Says a line as someone, who joins first if need be. The answer is the line's id, if it was let through. */
  say(name: string, roles: readonly string[], text: string): string | undefined {
    const person = this.join(name, roles);
    if (person === undefined || !this.room.maySpeak(person)) return undefined;
    return this.room.say(person, text);
  }
}
