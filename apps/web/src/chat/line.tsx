import { textBehind } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { memo, useState } from 'react';
import { answerOf, api, problemOf, type ChatLine } from '../api/index.js';
import { usePrefix } from '../live/index.js';
import { clock, exact, roleMark } from '../ui/index.js';
import { Brief, WhyPanel } from './why-panel.js';

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
      <div className={`line ${line.own ? 'bot' : ''}`}>
        <span className="who">{line.name}</span>{' '}
        {mark !== undefined && !line.own && <span className="role">{mark} </span>}
        <span
          className={`${!line.own && textBehind(line.text, prefix) !== undefined ? 'cmd' : ''} ${line.removed ? 'taken-out' : ''}`}
        >
          {line.text}
        </span>{' '}
        {line.removed && <span className="s2 text-crimson">taken out </span>}
        <button
          type="button"
          className={`why ${line.own || (line.outcome === 'nothing' && line.brief === 'no command') ? 'quiet' : ''}`}
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
          }}
        >
          {!line.own && <Brief outcome={line.outcome} brief={line.brief} />} <u>why</u>
        </button>
      </div>
      {open && <LineWhy id={line.id} />}
    </>
  );
});

function LineWhy({ id }: { readonly id: string }) {
  const { data: why, error } = useQuery({
    queryKey: ['why', id],
    queryFn: () => answerOf(api.GET('/api/chat/lines/{id}/why', { params: { path: { id } } })),
  });
  if (error !== null)
    return <p className="s2 pb-1 text-soft">{`${problemOf(error).title}. ${problemOf(error).detail}`}</p>;
  return why === undefined ? <p className="s2 text-soft">…</p> : <WhyPanel why={why} real />;
}
