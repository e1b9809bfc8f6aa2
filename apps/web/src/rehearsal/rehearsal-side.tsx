import { strongestRole } from '@gully/core/chat';
import { useMutation } from '@tanstack/react-query';
import { durationInWords } from '@gully/core/text';
import { AlarmClock, CircleDashed, Play } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { ulid } from 'ulid';
import { answerOf, api, problemOf } from '../api/index.js';
import { Brief, RaiseEvent, raisedInWords, replay, WhyPanel, WhyWays, type Raised } from '../chat/index.js';
import { useOpenOf } from '../editing/index.js';
import { chosenRate } from '../timers/index.js';
import { usePersona, type Persona } from '../script/index.js';
import { roleMark } from '../ui/index.js';
import { useInForce } from './in-force.js';
import { StageSetting } from './stage-setting.js';
import {
  addTake,
  ahead as clockAhead,
  circumstances,
  clearTakes,
  type Circumstances,
  sessionId,
  takes as allTakes,
  type Take,
} from './takes.js';

/** What is typed right after a reset is of the stage that comes, and not cleared with the one that goes. */
const IN_TURN = { id: 'rehearsal' };

/** The dock’s other side: type as anyone, nothing real happens, every effect is listed. */
export function RehearsalSide() {
  const takes = allTakes.use();
  const ahead = clockAhead.use();
  const [persona, setPersona] = usePersona();
  const given = withoutUndefined(circumstances.use());
  const [text, setText] = useState('');
  const end = useRef<HTMLDivElement>(null);

  const inForce = useInForce();
  const routine = useOpenOf('routine')?.body;
  const rate = chosenRate.use();
  const about = {
    session: sessionId(),
    persona,
    ahead,
    ...given,
    drafts: inForce.map(({ kind, id, body }) => ({
      kind,
      ...(id === undefined ? {} : { id }),
      // What a draft has depends on its kind, which the server reads.
      body: body as Record<string, never>,
    })),
  };
  const nextTimer = useMutation({
    scope: IN_TURN,
    mutationFn: async () => {
      const result = await answerOf(
        api.POST('/api/rehearsal/timers', { body: { ...about, ...(rate === undefined ? {} : { rate }) } }),
      );
      const by = { ...persona, name: 'the clock', roles: [] };
      return { id: ulid(), persona: by, text: 'to the next timer', ahead: result.ahead, result };
    },
    onSuccess: (take) => {
      clockAhead.set(take.ahead);
      addTake(take);
    },
  });
  const rehearse = useMutation({
    scope: IN_TURN,
    mutationFn: async ({ typed, as = persona }: { typed: string | Raised; as?: Persona }) => {
      const result = await answerOf(
        typeof typed === 'string'
          ? api.POST('/api/rehearsal/lines', { body: { ...about, persona: as, text: typed } })
          : api.POST('/api/rehearsal/events', { body: { ...about, persona: as, ...typed } }),
      );
      const text = typeof typed === 'string' ? typed : raisedInWords(typed);
      return { id: ulid(), persona: as, text, ahead, result };
    },
    onSuccess: (take) => {
      addTake(take);
      setText('');
    },
  });
  const reset = useMutation({
    scope: IN_TURN,
    mutationFn: () =>
      answerOf(api.DELETE('/api/rehearsal/{session}', { params: { path: { session: sessionId() } } })),
    onSettled: clearTakes,
  });

  // A line of chat that is to be played again, as whoever wrote it.
  const again = replay.use();
  const { mutate } = rehearse;
  useEffect(() => {
    if (again === undefined) return;
    const as = { name: again.name, roles: again.roles };
    replay.set(undefined);
    setPersona(as);
    mutate({ typed: again.typed, as });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each line that is asked for
  }, [again]);

  useEffect(() => {
    end.current?.scrollIntoView({ block: 'end' });
  }, [takes]);

  return (
    <>
      <StageSetting
        onReset={() => {
          reset.mutate();
        }}
      />
      <div className="chat" role="log" aria-label="Rehearsal" tabIndex={0}>
        {takes.length === 0 && (
          <p className="text-soft">
            Type as {persona.name || 'a viewer'} and see what would happen, with the change you are making
            already in force. Nothing is said or stored.
          </p>
        )}
        {takes.map((take, index) => (
          <Played key={take.id} take={take} before={takes[index - 1]} newest={index === takes.length - 1} />
        ))}
        <div ref={end} />
      </div>
      {nextTimer.isError && (
        <p className="s2 px-3 pb-1 text-crimson" role="alert">
          {problemOf(nextTimer.error).title}. {problemOf(nextTimer.error).detail}
        </p>
      )}
      {rehearse.isError && (
        <p className="s2 px-3 pb-1 text-crimson" role="alert">
          {problemOf(rehearse.error).title}. {problemOf(rehearse.error).detail}
        </p>
      )}
      <div className="row flex-wrap px-3 pt-1.5">
        {routine !== undefined && (
          <button
            type="button"
            className="btn s"
            disabled={rehearse.isPending}
            onClick={() => {
              rehearse.mutate({ typed: { kind: 'hand', count: 0, message: '' } });
            }}
          >
            <Play className="i s" aria-hidden="true" /> Run {routine.name || 'the routine'}
          </button>
        )}
        <button
          type="button"
          className="btn s"
          disabled={nextTimer.isPending}
          onClick={() => {
            nextTimer.mutate();
          }}
        >
          <AlarmClock className="i s" aria-hidden="true" /> To the next timer
        </button>
        <RaiseEvent
          name={persona.name}
          pending={rehearse.isPending}
          onRaise={(raised) => {
            rehearse.mutate({ typed: raised });
          }}
        />
      </div>
      <form
        className="say"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '' && !rehearse.isPending) rehearse.mutate({ typed: text });
        }}
      >
        <span className="text-soft">as {persona.name || '…'}</span>
        <input
          className="blank"
          data-dock-line
          placeholder="Type in the rehearsal"
          aria-label="Type in the rehearsal"
          value={text}
          maxLength={5000}
          autoComplete="off"
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
        <kbd aria-hidden="true">/</kbd>
      </form>
    </>
  );
}

const HOW = { chat: '', reply: 'as an answer', tell: 'privately' } as const;

interface PlayedProps {
  readonly take: Take;
  readonly before: Take | undefined;
  readonly newest: boolean;
}

function Played({ take, before, newest }: PlayedProps) {
  const [open, setOpen] = useState<boolean>();
  const { persona, text, result } = take;
  const shown = open ?? newest;
  const mark = roleMark(strongestRole(persona.roles));
  return (
    <div className="mb-1.5">
      {take.ahead !== (before?.ahead ?? 0) && (
        <p className="minute">{durationInWords(take.ahead * 1000)} on</p>
      )}
      <div className="line">
        <span className="who">{persona.name}</span>{' '}
        {mark !== undefined && <span className="role">{mark} </span>}
        <span className="cmd">{text}</span>
      </div>
      {result.said.map(({ text: line, after, how }, index) => (
        <div key={index} className="line bot">
          <span className="who">gully</span> {line}
          {(after > 0 || how !== 'chat') && (
            <span className="s2 text-soft">
              {' '}
              {[HOW[how], after > 0 ? `after ${durationInWords(after * 1000)}` : '']
                .filter((word) => word !== '')
                .join(', ')}
            </span>
          )}
        </div>
      ))}
      <button
        type="button"
        className={`why ${result.said.length > 0 ? 'ml-[18px]' : ''}`}
        aria-expanded={shown}
        onClick={() => {
          setOpen(!shown);
        }}
      >
        <Brief outcome={result.why.outcome} brief={result.why.brief} /> <u>why</u>
      </button>
      {shown && result.effects.length > 0 && (
        <section className="fx" aria-label="What would happen">
          <h2>What would happen</h2>
          <ul>
            {result.effects.map((effect) => (
              <li key={effect}>
                <CircleDashed className="i s" aria-hidden="true" /> {effect}
              </li>
            ))}
          </ul>
        </section>
      )}
      {shown && (
        <>
          <WhyPanel why={result.why} real={false} />
          <WhyWays why={result.why} />
        </>
      )}
    </div>
  );
}

type Given = { [K in keyof Circumstances]?: Exclude<Circumstances[K], undefined> };

/** Only what is different is sent. */
function withoutUndefined(given: Circumstances): Given {
  return Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
}
