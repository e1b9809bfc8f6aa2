import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api, type Role } from '../api/index.js';
import { channelQuery } from '../live/index.js';
import { Choice, Opens, ROLE_CHOICES, tellProblem, useStored } from '../ui/index.js';

/** The dock’s line: say something as the bot or, where a stand-in plays the platform, as any viewer. */
export function SayLine() {
  const { data: channel } = useQuery(channelQuery);
  const [viewer, setViewer] = useStored('gully.say-as');
  const [role, setRole] = useStored('gully.say-as.role');
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const bot = channel?.botName ?? 'gully';
  const as = channel?.standin === true ? (viewer ?? '') : '';
  const speaker = as === '' ? bot : as;

  const say = async (): Promise<void> => {
    if (text.trim() === '' || busy) return;
    setBusy(true);
    try {
      if (as === '') await answerOf(api.POST('/api/chat/say', { body: { text } }));
      else await answerOf(api.POST('/api/standin/say', { body: { name: as, roles: rolesOf(role), text } }));
      setText('');
    } catch (error) {
      tellProblem(error);
    } finally {
      setBusy(false);
    }
  };

  return (
    <form
      className="say"
      onSubmit={(event) => {
        event.preventDefault();
        void say();
      }}
    >
      {channel?.standin === true ? (
        <Opens label={`Say as ${speaker}`} shown={speaker}>
          <div className="grid gap-2">
            <label className="row">
              <span className="w-16 text-soft">say as</span>
              <input
                className="blank !w-44"
                value={as}
                placeholder={`${bot}, the bot`}
                autoComplete="off"
                spellCheck={false}
                onChange={(event) => {
                  setViewer(event.target.value.replace(/\s/gu, ''));
                }}
              />
            </label>
            <div className="row">
              <span className="w-16 text-soft">who is a</span>
              <Choice
                label="Role"
                value={(role ?? 'viewer') as Role}
                options={ROLE_CHOICES.filter(({ value }) => value !== 'streamer')}
                onChange={(next) => {
                  setRole(next);
                }}
              />
            </div>
            <p className="s2 max-w-64 text-soft">
              The chat room is simulated, so you can speak as any viewer. Left empty, it is the bot that
              speaks.
            </p>
          </div>
        </Opens>
      ) : (
        <span className="text-soft">as {speaker}</span>
      )}
      <input
        className="blank"
        data-dock-line
        placeholder="Say in chat"
        aria-label={`Say in chat as ${speaker}`}
        value={text}
        maxLength={1000}
        autoComplete="off"
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
      <kbd aria-hidden="true">/</kbd>
    </form>
  );
}

function rolesOf(role: string | null): Role[] {
  return role === null || role === 'viewer' ? [] : [role as Role];
}
