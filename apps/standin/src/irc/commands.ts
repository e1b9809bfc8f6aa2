import { ulid } from 'ulid';
import type { Message } from './message.js';
import { fold, maskOf, type Person } from './person.js';
import { STANDINGS, type Room, type Seat, type Standing } from './room.js';
import type { Session } from './session.js';

/** What a command of someone in the room may use. */
export interface Context {
  readonly session: Session;
  readonly person: Person;
  readonly room: Room;
  /** sends the person a numeric or a line, their nick put in where the protocol wants it */
  readonly reply: (...params: string[]) => void;
  readonly rename: (nick: string) => void;
  readonly quit: (words: string) => void;
}

type Handler = (context: Context, message: Message) => void;

/** Commands after registration. What is not here is answered as unknown. */
export const COMMANDS: Readonly<Record<string, Handler>> = {
  PING: ({ reply }, { params }) => {
    reply('PONG', 'irc.standin.example', params[0] ?? '');
  },
  PONG: () => undefined,
  NICK: ({ rename }, { params }) => {
    rename(params[0] ?? '');
  },
  QUIT: ({ quit }, { params }) => {
    quit(params[0] ?? 'Quit');
  },
  JOIN: (context, { params }) => {
    const { room, person, reply } = context;
    if (!inThisRoom(context, params[0])) return;
    if (room.seat(person.nick) !== undefined) return;
    const refusal = room.refusal(person);
    if (refusal !== undefined) {
      reply(refusal[0], room.name, refusal[1]);
      return;
    }
    room.join(person);
    if (room.topic !== '') reply('332', room.name, room.topic);
    names(context);
  },
  PART: ({ room, person }, { params }) => {
    room.leave(person, 'PART', params[1] ?? 'Left');
  },
  PRIVMSG: speak,
  NOTICE: speak,
  NAMES: names,
  WHO: ({ room, reply }, { params }) => {
    // WHOX, the one set of fields there are clients for: it tells accounts.
    const token = /^%tcuhsnfdaor,(\d{1,3})$/u.exec(params[1] ?? '')?.[1];
    for (const { person, modes } of room.all) {
      const flags = `${person.away ? 'G' : 'H'}${marks(modes)}`;
      const place = [room.name, person.user, 'viewers.example', 'irc.standin.example', person.nick, flags];
      if (token === undefined) reply('352', ...place, '0 viewer');
      else reply('354', token, ...place, '0', person.account ?? '0', 'n/a', 'viewer');
    }
    reply('315', room.name, 'End of WHO list');
  },
  WHOIS: ({ room, person: asker, reply }, { params }) => {
    const nick = params.at(-1) ?? '';
    const person = fold(nick) === fold(asker.nick) ? asker : room.seat(nick)?.person;
    if (person === undefined) reply('401', nick, 'No such nick');
    else reply('311', person.nick, person.user, 'viewers.example', '*', 'viewer');
    reply('318', nick, 'End of WHOIS list');
  },
  AWAY: ({ room, person, reply }, { params }) => {
    person.away = (params[0] ?? '') !== '';
    reply(
      person.away ? '306' : '305',
      person.away ? 'You have been marked as being away' : 'You are no longer marked as being away',
    );
    for (const seat of room.all)
      if (seat.person !== person)
        seat.person.receive?.({
          line: `:${maskOf(person)} AWAY${person.away ? ` :${params[0] ?? ''}` : ''}`,
          sender: person,
          at: new Date(),
        });
  },
  TOPIC: (context, { params }) => {
    const { room, reply, person } = context;
    const topic = params[1];
    if (topic === undefined) {
      if (room.topic === '') reply('331', room.name, 'No topic is set');
      else reply('332', room.name, room.topic);
    } else if (mayModerate(context)) {
      room.topic = topic;
      room.tell(person, 'TOPIC', [room.name, topic]);
    }
  },
  KICK: (context, { params }) => {
    const [, nick = '', words = 'Removed'] = params;
    const seat = context.room.seat(nick);
    if (seat === undefined) context.reply('441', nick, context.room.name, 'They are not on that channel');
    else if (mayModerate(context)) context.room.leave(seat.person, 'KICK', words, context.person);
  },
  INVITE: (context, { params }) => {
    if (mayModerate(context)) context.room.invited.add((params[0] ?? '').toLowerCase());
  },
  MODE: mode,
  REDACT: (context, { params }) => {
    const [, msgid = '', words] = params;
    if (mayModerate(context))
      context.room.tell(
        context.person,
        'REDACT',
        words === undefined ? [context.room.name, msgid] : [context.room.name, msgid, words],
      );
  },
};

function inThisRoom({ room, reply }: Context, name = ''): boolean {
  if (name.toLowerCase() === room.name.toLowerCase()) return true;
  reply('403', name, 'No such channel; the stand-in has one');
  return false;
}

function mayModerate({ room, person, reply }: Context): boolean {
  const modes = room.seat(person.nick)?.modes;
  if (modes?.has('o') === true || modes?.has('q') === true) return true;
  reply('482', room.name, 'You’re not channel operator');
  return false;
}

function speak(context: Context, { command, params, tags }: Message): void {
  const { room, person, reply } = context;
  const [target = '', text = ''] = params;
  if (text === '') {
    reply('412', 'No text to send');
    return;
  }
  if (target.toLowerCase() !== room.name.toLowerCase()) {
    const seat = room.seat(target);
    if (seat === undefined) reply('401', target, 'No such nick');
    else if (seat.person.keepsToThemselves === true) reply('531', target, 'They take no private messages');
    else {
      const line = `:${maskOf(person)} ${command} ${target} :${text}`;
      const outgoing = { line, sender: person, at: new Date(), msgid: ulid() };
      seat.person.receive?.(outgoing);
      // Whoever asked for echoes gets them of what goes to one person, too.
      if (seat.person !== person) person.receive?.(outgoing);
    }
    return;
  }
  if (!room.maySpeak(person)) {
    reply('404', room.name, 'Cannot send to channel');
    return;
  }
  // Only tags that say of themselves they are a client's go on; anybody could forge the rest.
  room.say(person, text, command, new Map([...tags].filter(([name]) => name.startsWith('+'))));
}

function names({ room, reply, session }: Context): void {
  const all = session.capabilities.has('multi-prefix');
  const list = room.all.map(
    ({ person, modes }) => (all ? marks(modes) : marks(modes).slice(0, 1)) + person.nick,
  );
  for (let at = 0; at < list.length; at += 20)
    reply('353', '=', room.name, list.slice(at, at + 20).join(' '));
  reply('366', room.name, 'End of NAMES list');
}

function marks(modes: Seat['modes']): string {
  return STANDINGS.filter(([letter]) => modes.has(letter))
    .map(([, prefix]) => prefix)
    .join('');
}

function mode(context: Context, { params }: Message): void {
  const { room, reply } = context;
  const [target = '', letters, ...rest] = params;
  // Their own: whether they take private messages.
  if (fold(target) === fold(context.person.nick) && letters?.endsWith('g') === true)
    context.person.keepsToThemselves = letters.startsWith('+');
  if (target.toLowerCase() !== room.name.toLowerCase()) return;
  if (letters === undefined) {
    reply('324', room.name, `+${[...room.flags].join('')}`);
    return;
  }
  if (letters.replace(/[+-]/g, '') === 'b' && rest.length === 0) {
    for (const mask of room.bans) reply('367', room.name, mask);
    reply('368', room.name, 'End of channel ban list');
    return;
  }
  if (!mayModerate(context)) return;
  let on = true;
  for (const letter of letters) {
    if (letter === '+' || letter === '-') on = letter === '+';
    else applyMode(context, letter, on, 'qovb'.includes(letter) ? rest.shift() : undefined);
  }
}

function applyMode(
  { room, person, reply }: Context,
  letter: string,
  on: boolean,
  param: string | undefined,
): void {
  const sign = on ? '+' : '-';
  if (letter === 'm' || letter === 'i') {
    if (on) room.flags.add(letter);
    else room.flags.delete(letter);
    room.tell(person, 'MODE', [room.name, sign + letter]);
  } else if (letter === 'b' && param !== undefined) {
    if (on) room.bans.add(param);
    else room.bans.delete(param);
    room.tell(person, 'MODE', [room.name, `${sign}b`, param]);
  } else if ('qov'.includes(letter) && param !== undefined) {
    const seat = room.seat(param);
    if (seat === undefined) {
      reply('441', param, room.name, 'They are not on that channel');
      return;
    }
    if (on) seat.modes.add(letter as Standing);
    else seat.modes.delete(letter as Standing);
    room.tell(person, 'MODE', [room.name, sign + letter, seat.person.nick]);
  } else reply('472', letter, 'is unknown mode char to me');
}
