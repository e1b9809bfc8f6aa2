import type { Connection } from '../api/index.js';

/** A connection’s state in words, and what follows from it. */
export function connectionWords(connection: Connection, now: number): { brief: string; means: string } {
  const { state, nick, channel, words, nextTryAt } = connection;
  const seconds = nextTryAt === null ? 0 : Math.max(0, Math.ceil((Date.parse(nextTryAt) - now) / 1000));
  const again = nextTryAt === null ? '' : `Next try in ${String(seconds)} s.`;
  switch (state) {
    case 'unset':
      return {
        brief: 'Not set up',
        means: 'Gully does not know yet which room it belongs in. Say so under Channel, Connection.',
      };
    case 'connecting':
      return { brief: 'Connecting', means: `Joining ${channel}.` };
    case 'connected':
      return {
        brief: 'Connected',
        means: `${nick} hears ${channel} and speaks there, with moderator rights.`,
      };
    case 'limited':
      return {
        brief: 'No moderator rights',
        means: `${nick} hears and speaks, but under the lower limit of lines, and it cannot remove messages or time anyone out. The channel’s owner grants it with /mode ${channel} +o ${nick}`,
      };
    case 'muted':
      return {
        brief: 'May not speak',
        means: `${nick} hears ${channel}, but the room does not let it speak (${words}): it is moderated, or ${nick} is banned there. A moderator lets it with /mode ${channel} +v ${nick}. Messages wait up to five minutes. ${again}`,
      };
    case 'lost':
      return { brief: 'Connection lost', means: `${words}. Messages wait. ${again}` };
    case 'refused':
      return { brief: 'Refused', means: `The server said: ${words}. ${again}` };
  }
}
