import { fdatasync, openSync, write } from 'node:fs';
import irc from 'irc-framework';

/**
 * The baseline: the same client library, and nothing else. It answers every line that
 * begins with `!` with the word after the command, and keeps nothing; or, told of a file, has a
 * page of it on disk before each answer, which is the least any bot can do that keeps its word.
 */
const [, , port = '6667', file = ''] = process.argv;
const kept = file === '' ? undefined : openSync(file, 'w');
const PAGE = Buffer.alloc(4_096);
const client = new irc.Client();
client.on('raw socket connected', (socket) => {
  socket.setNoDelay(true);
});
client.on('registered', () => {
  client.join('#lanternhour');
});
client.on('message', ({ message, target }) => {
  if (!message.startsWith('!')) return;
  const answer = (): void => {
    client.raw('PRIVMSG', target, `bare ${message.slice(message.indexOf(' ') + 1)}`);
  };
  if (kept === undefined) answer();
  else
    write(kept, PAGE, () => {
      fdatasync(kept, answer);
    });
});
client.on('userlist', () => {
  process.stdout.write('ready\n');
});
client.connect({
  host: '127.0.0.1',
  port: Number(port),
  nick: 'gully',
  username: 'bare',
  gecos: 'bare',
  tls: false,
  auto_reconnect: false,
  enable_echomessage: true,
});
