import type { Message } from './message.js';
import { CAPABILITIES, type Capability, type Session } from './session.js';

/** Accounts that may sign in by SASL, with their passwords. */
export type Accounts = ReadonlyMap<string, string>;

/** Capability negotiation (IRCv3 CAP 302). */
export function negotiate(session: Session, { params }: Message, reply: (...params: string[]) => void): void {
  const [verb = '', list = ''] = params;
  switch (verb.toUpperCase()) {
    case 'LS':
      session.negotiating = session.person === undefined;
      reply(
        'CAP',
        'LS',
        CAPABILITIES.map((name) => (name === 'sasl' && list === '302' ? 'sasl=PLAIN' : name)).join(' '),
      );
      break;
    case 'LIST':
      reply('CAP', 'LIST', [...session.capabilities].join(' '));
      break;
    case 'REQ': {
      session.negotiating ||= session.person === undefined;
      const asked = list.split(' ').filter((name) => name !== '');
      const known = asked.every((name) => isCapability(name.replace(/^-/, '')));
      if (known)
        for (const name of asked) {
          if (name.startsWith('-')) session.capabilities.delete(name.slice(1) as Capability);
          else session.capabilities.add(name as Capability);
        }
      reply('CAP', known ? 'ACK' : 'NAK', list);
      break;
    }
    case 'END':
      session.negotiating = false;
      break;
    default:
      reply('410', verb, 'Invalid CAP command');
  }
}

function isCapability(name: string): name is Capability {
  return (CAPABILITIES as readonly string[]).includes(name);
}

/** SASL with the PLAIN mechanism (RFC 4616). */
export function authenticate(
  session: Session,
  { params: [given = ''] }: Message,
  accounts: Accounts,
  reply: (...params: string[]) => void,
): void {
  if (given === '*') {
    session.saslUnderWay = false;
    reply('906', 'SASL authentication aborted');
  } else if (!session.saslUnderWay) {
    session.saslUnderWay = given.toUpperCase() === 'PLAIN';
    if (session.saslUnderWay) session.write('AUTHENTICATE +');
    else reply('908', 'PLAIN', 'are available SASL mechanisms');
  } else {
    session.saslUnderWay = false;
    const [, account = '', password] = Buffer.from(given, 'base64').toString('utf8').split('\0');
    if (password === undefined || accounts.get(account) !== password) {
      reply('904', 'SASL authentication failed');
      return;
    }
    session.account = account;
    reply('900', `${session.nick ?? '*'}!*@*`, account, `You are now logged in as ${account}`);
    reply('903', 'SASL authentication successful');
  }
}
