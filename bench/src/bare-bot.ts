import irc from 'irc-framework';

/**
 * The baseline: the same client library, and nothing else. It answers every line that
 * begins with `!` with the word after the command, and keeps nothing.
 */
const [, , port = '6667'] = process.argv;
const client = new irc.Client();
client.on('raw socket connected', (socket) => {
  socket.setNoDelay(true);
});
client.on('registered', () => {
  client.join('#lanternhour');
});
client.on('message', ({ message, target }) => {
  if (message.startsWith('!'))
    client.raw('PRIVMSG', target, `bare ${message.slice(message.indexOf(' ') + 1)}`);
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
