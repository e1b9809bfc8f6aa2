import { ROOM_FIELDS, roomFaults, type RoomField, type RoomSettings } from '@gully/core/connection';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { RoomState } from '../api/index.js';
import { ConnectionState, connectionWords } from '../air/index.js';
import { connectionQuery } from '../live/index.js';
import { Fault, tellProblem, Tick, toast, toFix, useNow, useStored, WholeNumber } from '../ui/index.js';
import { roomQuery, setRoom } from './queries.js';
import { PasswordBlank, type Password } from './password-blank.js';
import { RoomBlank } from './room-blank.js';
import { RoomTest } from './room-test.js';

type Passwords = Readonly<Record<'password' | 'accountPassword', Password>>;
const AS_KEPT: Passwords = { password: undefined, accountPassword: undefined };

/** The room as a sentence, what one signs in with, and whether it works. */
export function RoomEditor({ room }: { readonly room: RoomState }) {
  const queries = useQueryClient();
  // Passwords are kept nowhere but in the field.
  const [kept, keep] = useStored('gully.draft.room');
  const [passwords, setPasswords] = useState<Passwords>(AS_KEPT);
  const saved = useMemo(() => settingsOf(room), [room]);
  const draft = useMemo(() => ({ ...saved, ...readDraft(kept) }), [saved, kept]);
  const faults = roomFaults(draft);
  const changed = ROOM_FIELDS.filter((field) => draft[field] !== saved[field]);
  const wish = { ...draft, ...passwords };
  const isChanged = changed.length > 0 || Object.values(passwords).some((each) => each !== undefined);
  const save = useMutation({
    mutationFn: () => setRoom(wish, room.version),
    onSuccess: (now) => {
      queries.setQueryData(roomQuery.queryKey, now);
      keep(null);
      setPasswords(AS_KEPT);
      toast(`Saved. Gully is on its way to ${now.channel}`, {
        undo: () =>
          void setRoom(saved, now.version)
            .then((before) => queries.setQueryData(roomQuery.queryKey, before))
            .catch(tellProblem),
      });
    },
    onError: tellProblem,
  });
  const wrong = Object.keys(faults).length;
  const onSave = (): void => {
    if (wrong === 0 && isChanged) save.mutate();
    else document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  };
  useHotkeys('ctrl+enter', onSave, { enableOnFormTags: true, preventDefault: true });
  const set = (field: RoomField, value: RoomSettings[RoomField]): void => {
    const next = { ...draft, [field]: value };
    const differing = ROOM_FIELDS.filter((each) => next[each] !== saved[each]);
    keep(
      differing.length === 0
        ? null
        : JSON.stringify(Object.fromEntries(differing.map((each) => [each, next[each]]))),
    );
  };
  const blank = (
    field: 'host' | 'channel' | 'nick' | 'account' | 'streamer' | 'rolesTag',
    label: string,
    width: string,
  ) => (
    <RoomBlank
      label={label}
      width={width}
      value={draft[field]}
      was={saved[field]}
      wrong={faults[field] !== undefined}
      variable={room.fromEnvironment[field]}
      onChange={(value) => {
        set(field, value);
      }}
    />
  );
  const fixed = Object.values(room.fromEnvironment);
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="connection-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="connection-title">Connection</h1>
        <ConnectionState />
        <span className="row ml-auto">
          {wrong > 0 && <span className="text-crimson">{toFix(wrong)}</span>}
          {isChanged && wrong === 0 && <span className="text-ochre">not saved</span>}
          <button
            type="button"
            className="btn"
            disabled={!isChanged}
            onClick={() => {
              keep(null);
              setPasswords(AS_KEPT);
              toast('Discarded', {
                undo: () => {
                  keep(kept);
                },
              });
            }}
          >
            Discard
          </button>
          <button
            type="button"
            data-save
            className="btn do"
            disabled={!isChanged || save.isPending}
            onClick={onSave}
          >
            Save and join <kbd aria-hidden="true">Ctrl ⏎</kbd>
          </button>
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <div className="max-w-3xl px-4 py-3">
          <Standing />
          <h2>The room</h2>
          <p className="sentence">
            Gully joins {blank('channel', 'Room', '!w-36')} at {blank('host', 'Server', '!w-40')}, port{' '}
            <span
              className={
                room.fromEnvironment.port === undefined
                  ? ''
                  : 'pointer-events-none [&_input]:!bg-transparent [&_input]:!text-soft'
              }
            >
              <WholeNumber
                label="Port"
                value={Number.isNaN(draft.port) ? null : draft.port}
                onChange={(port) => {
                  if (room.fromEnvironment.port === undefined) set('port', port ?? 0);
                }}
              />
            </span>
            , as {blank('nick', 'The bot’s name', '!w-28')}.
          </p>
          <Tick
            label={
              room.fromEnvironment.tls === undefined
                ? 'Encrypted (TLS)'
                : 'Encrypted (TLS), as the environment says'
            }
            checked={draft.tls}
            onChange={(tls) => {
              if (room.fromEnvironment.tls === undefined) set('tls', tls);
            }}
          />
          <Fault>{faults.channel ?? faults.host ?? faults.port ?? faults.nick}</Fault>
          <h2 className="mt-4">Signing in</h2>
          <p className="sentence">
            With the account {blank('account', 'Account', '!w-28')} and its password{' '}
            <PasswordBlank
              label="Password of the account"
              isKept={room.kept.includes('accountPassword')}
              variable={room.fromEnvironment.accountPassword}
              value={passwords.accountPassword}
              onChange={(accountPassword) => {
                setPasswords({ ...passwords, accountPassword });
              }}
            />
            ; for the server itself{' '}
            <span className="whitespace-nowrap">
              <PasswordBlank
                label="Password of the server"
                isKept={room.kept.includes('password')}
                variable={room.fromEnvironment.password}
                value={passwords.password}
                onChange={(password) => {
                  setPasswords({ ...passwords, password });
                }}
              />
              .
            </span>
          </p>
          <Fault>{faults.account}</Fault>
          <p className="s2 text-soft">
            Both may be empty. Passwords are stored encrypted; their key is the file{' '}
            <span className="m">secret.key</span> in the data folder. Nobody can read them here again.
          </p>
          <h2 className="mt-4">Who is who</h2>
          <p className="sentence">
            {blank('streamer', 'The streamer’s account or name', '!w-40')} is the streamer, beside the
            channel’s founder. Roles are told by the tag {blank('rolesTag', 'Roles tag', '!w-52')}, and by the
            channel’s modes.
          </p>
          <Fault>{faults.streamer ?? faults.rolesTag}</Fault>
          {fixed.length > 0 && (
            <p className="s2 mt-2 max-w-xl text-soft">
              Set in the environment, which takes precedence: <span className="m">{fixed.join(', ')}</span>.
              To change those here, remove them there and restart Gully.
            </p>
          )}
          <RoomTest wish={wish} wrong={wrong > 0} />
        </div>
      </div>
    </section>
  );
}

/** How the connection is, where there is something to do about it. */
function Standing() {
  const now = useNow(1_000);
  const { data: connection } = useQuery(connectionQuery);
  if (connection === undefined || connection.state === 'connected') return null;
  return <p className="mb-3 border-l-2 border-ochre pl-3">{connectionWords(connection, now).means}</p>;
}

function settingsOf(room: RoomState): RoomSettings {
  return Object.fromEntries(ROOM_FIELDS.map((field) => [field, room[field]])) as unknown as RoomSettings;
}

/** What this browser kept may be of another hand. */
function readDraft(kept: string | null): Partial<RoomSettings> {
  if (kept === null) return {};
  try {
    const all = JSON.parse(kept) as Record<string, unknown>;
    return Object.fromEntries(
      Object.entries(all).filter(([field]) => ROOM_FIELDS.includes(field as RoomField)),
    );
  } catch {
    return {};
  }
}
