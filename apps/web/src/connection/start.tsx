import { STARTERS } from '@gully/core/commands';
import { BLANK_ROOM, readServer, roomFaults, type RoomField } from '@gully/core/connection';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { thingCalls, type RoomState } from '../api/index.js';
import { usePrefix, thingsQuery } from '../live/index.js';
import { Fault, tellProblem, Tick, toast } from '../ui/index.js';
import { roomQuery, setRoom } from './queries.js';

/** What most channels want first, and what says nothing that is only true elsewhere. */
const FIRST = ['lurk', 'uptime', 'watched', 'hug', 'roll'];

/** What a newcomer is asked: which room, which name, which commands to begin with. */
export function Start({ room }: { readonly room: RoomState }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const prefix = usePrefix();
  const starters = STARTERS.filter(({ id }) => FIRST.includes(id));
  const [channel, setChannel] = useState('');
  const [server, setServer] = useState('');
  // As the server’s address says, until someone says otherwise.
  const [tls, setTls] = useState<boolean>();
  const [nick, setNick] = useState(BLANK_ROOM.nick);
  const [ticked, setTicked] = useState<readonly string[]>(FIRST);
  const [tried, setTried] = useState(false);
  const [busy, setBusy] = useState(false);
  const read = readServer(server);
  const wish = {
    ...BLANK_ROOM,
    rolesTag: room.rolesTag,
    ...read,
    tls: tls ?? read.tls ?? BLANK_ROOM.tls,
    channel: channel.trim() === '' ? (read.channel ?? '') : channel.trim().replace(/^(?![#&])/u, '#'),
    nick: nick.trim(),
  };
  const faults = roomFaults(wish);
  const fault = (field: RoomField): string | undefined => (tried ? faults[field] : undefined);

  const begin = async (): Promise<void> => {
    setTried(true);
    const first = (['channel', 'host', 'port', 'nick'] as const).find((field) => faults[field] !== undefined);
    if (first !== undefined) {
      document.querySelector<HTMLElement>(`[data-field="${first === 'port' ? 'host' : first}"]`)?.focus();
      return;
    }
    setBusy(true);
    try {
      for (const { id, body } of starters) if (ticked.includes(id)) await thingCalls('command').create(body);
      const now = await setRoom(wish, room.version);
      await queries.invalidateQueries(thingsQuery('command'));
      const [hello] = ticked;
      toast(
        `Gully is on its way to ${wish.channel}`,
        hello === undefined ? {} : { description: `Once it is there, type ${prefix}${hello} in your chat.` },
      );
      void navigate('/prepare/commands');
      queries.setQueryData(roomQuery.queryKey, now);
    } catch (error) {
      tellProblem(error);
    } finally {
      setBusy(false);
    }
  };

  return (
    <form
      className="editor h-full overflow-y-auto"
      aria-labelledby="start-title"
      onSubmit={(event) => {
        event.preventDefault();
        void begin();
      }}
    >
      <div className="max-w-xl">
        <h1 id="start-title">Three questions, and the bot is in your chat</h1>
        <h2 className="mt-4">1. Which chat room?</h2>
        <p className="sentence">
          Join{' '}
          <input
            className="blank m !w-44"
            data-field="channel"
            aria-label="Room"
            placeholder="#lanternhour"
            value={channel}
            aria-invalid={fault('channel') !== undefined}
            autoComplete="off"
            spellCheck={false}
            // The one thing this page is for.
            // oxlint-disable-next-line jsx-a11y/no-autofocus
            autoFocus
            onChange={(event) => {
              setChannel(event.target.value);
            }}
          />{' '}
          at{' '}
          <input
            className="blank m !w-56"
            data-field="host"
            aria-label="Server"
            placeholder="irc.example.org"
            value={server}
            aria-invalid={(fault('host') ?? fault('port')) !== undefined}
            autoComplete="off"
            spellCheck={false}
            onChange={(event) => {
              setServer(event.target.value);
            }}
          />
        </p>
        <Tick label={`Encrypted (TLS), port ${String(wish.port)}`} checked={wish.tls} onChange={setTls} />
        <p className="s2 text-soft">
          Another port goes after a colon; an address such as{' '}
          <span className="m">ircs://irc.example.org/#room</span> works too.
        </p>
        <Fault>{fault('channel')}</Fault>
        <Fault>{fault('host') ?? fault('port')}</Fault>
        <h2 className="mt-4">2. What is the bot called there?</h2>
        <p className="sentence">
          <input
            className="blank m !w-44"
            data-field="nick"
            aria-label="The bot’s name"
            value={nick}
            aria-invalid={fault('nick') !== undefined}
            autoComplete="off"
            spellCheck={false}
            onChange={(event) => {
              setNick(event.target.value);
            }}
          />
        </p>
        <Fault>{fault('nick')}</Fault>
        <p className="s2 text-soft">If the name needs a password, add it on this page afterwards.</p>
        <h2 className="mt-4">3. Which commands to begin with?</h2>
        <ul className="mt-1 grid gap-1.5">
          {starters.map(({ id, what }) => (
            <li key={id}>
              <Tick
                label={
                  <>
                    <span className="m font-semibold">
                      {prefix}
                      {id}
                    </span>{' '}
                    <span className="text-soft">{what}</span>
                  </>
                }
                checked={ticked.includes(id)}
                onChange={(on) => {
                  setTicked(
                    starters
                      .map((each) => each.id)
                      .filter((each) => (each === id ? on : ticked.includes(each))),
                  );
                }}
              />
            </li>
          ))}
        </ul>
        <button type="submit" className="btn do mt-5" disabled={busy}>
          Join the room <kbd aria-hidden="true">⏎</kbd>
        </button>
        <p className="s2 mt-2 text-soft">Everything here can be changed later.</p>
      </div>
    </form>
  );
}
