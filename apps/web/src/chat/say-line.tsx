import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { channelQuery } from '../live/index.js';
import { comesLater, Opens, tellProblem, toast, useStored } from '../ui/index.js';
import { RaiseEvent } from './raise-event.js';
import { PLATFORM_EVENTS } from '@gully/core/stream';
import { rolesOf, SAY_AS, simulate, SOMEBODY } from './simulate.js';

const SayAs = comesLater(async () => (await import('./say-as.js')).SayAs, 3);

/** The dock’s line: say something as the bot or, where a stand-in plays the platform, as any viewer. */
export function SayLine() {
  const { data: channel } = useQuery(channelQuery);
  const [viewer, setViewer] = useStored(SAY_AS.name);
  const [role, setRole] = useStored(SAY_AS.role);
  const [text, setText] = useState('');
  const [busy, setBusy] = useState(false);
  const bot = channel?.botName ?? 'gully';
  const as = channel?.standin === true ? (viewer ?? '') : '';
  const speaker = as === '' ? bot : as;

  const say = async (): Promise<void> => {
    if (text.trim() === '' || busy) return;
    setBusy(true);
    try {
      if (as === '') {
        const { waits } = await answerOf(api.POST('/api/chat/say', { body: { text } }));
        if (waits)
          toast('Gully is not in the chat room. Your message is sent once it is back, within 5 minutes.');
      } else await answerOf(api.POST('/api/standin/say', { body: { name: as, roles: rolesOf(role), text } }));
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
          <SayAs bot={bot} name={as} onName={setViewer} role={role} onRole={setRole} />
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
      {channel?.standin === true && (
        <RaiseEvent
          name={as || SOMEBODY}
          pending={busy}
          kinds={PLATFORM_EVENTS}
          onRaise={(raised) => void simulate(raised, as, rolesOf(role))}
        />
      )}
    </form>
  );
}
