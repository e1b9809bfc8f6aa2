import { textBehind } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { Bell } from 'lucide-react';
import { memo, useEffect, useRef, useState } from 'react';
import { answerOf, api, problemOf, type ChatLine } from '../api/index.js';
import { usePrefix } from '../live/index.js';
import { clock, exact, roleMark } from '../ui/index.js';
import { Name } from './name.js';
import { RunWhy } from './run-why.js';
import { Brief, WhyPanel } from './why-panel.js';
import { WhyWays } from './why-ways.js';

/** One line of live chat. Its why opens under it. */
export const Line = memo(function Line({
  line,
  newMinute,
}: {
  readonly line: ChatLine;
  readonly newMinute: boolean;
}) {
  const [open, setOpen] = useState(false);
  const prefix = usePrefix();
  const mark = roleMark(line.role);
  return (
    <>
      {newMinute && (
        <p className="minute" title={exact(line.at)}>
          {clock(line.at)}
        </p>
      )}
      <div className={`line ${line.own ? 'bot' : ''} ${line.event === null ? '' : 'event'}`}>
        {line.event !== null && <Bell className="i s" aria-label="event" />}
        {line.viewer === null ? (
          <span className="who">{line.name}</span>
        ) : (
          <Name viewer={line.viewer} name={line.name} />
        )}{' '}
        {mark !== undefined && !line.own && <span className="role">{mark} </span>}
        <span
          className={`${!line.own && textBehind(line.text, prefix) !== undefined ? 'cmd' : ''} ${line.removed ? 'taken-out' : ''}`}
        >
          {line.text}
        </span>{' '}
        {line.removed && <span className="s2 text-crimson">removed </span>}
        {line.byHand && <span className="s2 by-hand">raised by hand</span>}{' '}
        <button
          type="button"
          className={`why ${line.own || line.outcome === 'talk' ? 'quiet' : ''}`}
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
          }}
        >
          {!line.own && line.brief !== '' && <Brief outcome={line.outcome} brief={line.brief} />} <u>why</u>
        </button>
      </div>
      {open && <LineWhy id={line.id} line={line} />}
    </>
  );
});

interface LineWhyProps {
  readonly id: string;
  /** where it is known */
  readonly line?: ChatLine;
}

/** The why of a line, with what its runs came to. */
export function LineWhy({ id, line }: LineWhyProps) {
  const { data: why, error } = useQuery({
    queryKey: ['why', id],
    queryFn: () => answerOf(api.GET('/api/chat/lines/{id}/why', { params: { path: { id } } })),
  });
  const place = useRef<HTMLDivElement>(null);
  const there = why !== undefined;
  useEffect(() => {
    // Under the last line it would open below the edge.
    if (there) place.current?.scrollIntoView({ block: 'nearest' });
  }, [there]);
  if (error !== null)
    return <p className="s2 pb-1 text-soft">{`${problemOf(error).title}. ${problemOf(error).detail}`}</p>;
  if (why === undefined) return <p className="s2 text-soft">…</p>;
  return (
    <div ref={place}>
      <WhyPanel why={why} real />
      {why.runs?.map((run) => (
        <RunWhy key={run} id={run} after={why.checks} />
      ))}
      <WhyWays why={why} id={id} line={line} />
    </div>
  );
}
