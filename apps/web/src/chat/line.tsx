import { textBehind } from '@gully/core/commands';
import { Bell } from 'lucide-react';
import { memo, useState } from 'react';
import type { ChatLine } from '../api/index.js';
import { clock, exact, roleMark } from '../ui/index.js';
import { Brief } from './brief.js';
import { Name } from './name.js';
import { LineWhyLater } from './why-later.js';

interface LineProps {
  readonly line: ChatLine;
  readonly newMinute: boolean;
  /** what stands before a command's name */
  readonly prefix: string;
}

/** One line of live chat. Its why opens under it. */
export const Line = memo(function Line({ line, newMinute, prefix }: LineProps) {
  const [open, setOpen] = useState(false);
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
      {open && <LineWhyLater id={line.id} line={line} />}
    </>
  );
});
