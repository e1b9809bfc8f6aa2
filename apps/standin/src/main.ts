import { startStandin } from './standin.js';

/** Starts the stand-in from the environment and prints where it listens, as one line of JSON. */
const env = (name: string, otherwise: string): string => {
  const value = process.env[name];
  return value === undefined || value === '' ? otherwise : value;
};

const standin = await startStandin({
  ircPort: Number(env('STANDIN_IRC_PORT', '6667')),
  httpPort: Number(env('STANDIN_HTTP_PORT', '4701')),
  channel: env('STANDIN_CHANNEL', '#lanternhour'),
  streamer: env('STANDIN_STREAMER', 'odalys_tarn'),
  bot: env('STANDIN_BOT', 'gully'),
  seed: Number(env('STANDIN_SEED', '2047')),
  eventsTo:
    env('STANDIN_EVENTS_TO', '') === ''
      ? undefined
      : { address: env('STANDIN_EVENTS_TO', ''), secret: env('STANDIN_EVENTS_SECRET', '') },
});
if (env('STANDIN_LIVE_MINUTES', '') !== '')
  standin.stream.set(
    {
      live: true,
      title: env('STANDIN_TITLE', 'Wet series, part nine'),
      category: env('STANDIN_CATEGORY', 'Underledge'),
    },
    Date.now() - Number(env('STANDIN_LIVE_MINUTES', '0')) * 60_000,
  );
standin.crowd.set({ size: Number(env('STANDIN_CROWD', '0')), rate: Number(env('STANDIN_RATE', '0')) });
process.stdout.write(`${JSON.stringify({ irc: standin.ircPort, http: standin.httpPort })}\n`);

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    void standin.close().then(() => process.exit(0));
  });
