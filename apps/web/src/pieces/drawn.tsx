import type {
  CommandsData,
  CounterData,
  CountdownData,
  GoalData,
  PictureData,
  PieceKindName,
  QueueData,
  RowsData,
  ShownLine,
  TextData,
} from '@gully/core/overlays';
import { type ComponentType, useEffect, useMemo, useState } from 'react';
import { Boss, Calls, Crew, Finds, Wheel } from './games.js';

type Drawn<D> = ComponentType<{ readonly data: D }>;

const figure = new Intl.NumberFormat('en');

function Text({ data: { text } }: { readonly data: TextData }) {
  return <span dir="auto">{text}</span>;
}

function Counter({ data: { label, value } }: { readonly data: CounterData }) {
  return (
    <div className="beside">
      <span>{label}</span>
      <b>{figure.format(value)}</b>
    </div>
  );
}

function Goal({ data: { label, value, goal } }: { readonly data: GoalData }) {
  const part = Math.min(1, Math.max(0, value / goal));
  return (
    <>
      <div className="goal-of">
        <span>{label}</span>
        <b>
          {figure.format(value)} of {figure.format(goal)}
        </b>
      </div>
      <div className="goal-bar">
        <i style={{ width: `${String(part * 100)}%` }} />
      </div>
    </>
  );
}

function Rows({ data: { title, rows } }: { readonly data: RowsData }) {
  return (
    <div className="listed">
      {title !== '' && <b>{title}</b>}
      {rows.map(({ name, beside }, n) => (
        <div key={n} className="beside">
          <span>{name}</span>
          <span>{beside}</span>
        </div>
      ))}
    </div>
  );
}

function Queue({ data: { title, open, playing, called, rows, more } }: { readonly data: QueueData }) {
  return (
    <div className="listed">
      <div className="beside">
        <b>{title}</b>
        <span className="aside">{open ? 'open' : 'closed'}</span>
      </div>
      {playing.length > 0 && <div>Playing: {playing.join(', ')}</div>}
      {called.length > 0 && <div>Called: {called.join(', ')}</div>}
      {rows.map(({ name, beside }) => (
        <div key={beside}>
          {beside}. {name}
        </div>
      ))}
      {more > 0 && <div className="aside">and {more} more</div>}
    </div>
  );
}

function Commands({ data: { title, names } }: { readonly data: CommandsData }) {
  return (
    <div className="listed">
      {title !== '' && <b>{title}</b>}
      {names.map((name) => (
        <span key={name}>{name}</span>
      ))}
    </div>
  );
}

function Picture({ data: { url, video } }: { readonly data: PictureData }) {
  return video ? <video src={url} autoPlay loop muted playsInline /> : <img src={url} alt="" />;
}

function Lines({ data }: { readonly data: readonly ShownLine[] }) {
  return (
    <div className="chat-lines">
      {data.map(({ id, name, text }) => (
        <div key={id} dir="auto" className="comes by-fade">
          <b>{name}</b> {text}
        </div>
      ))}
    </div>
  );
}

/** When what is counted from came to the page; a piece that was tried meanwhile goes on from there. */
const arrivals = new WeakMap<CountdownData, number>();
function arrivedAt(data: CountdownData): number {
  const known = arrivals.get(data) ?? performance.now();
  arrivals.set(data, known);
  return known;
}

/** Counts by the page’s own steady clock, from what was left when it was sent: the hour of the machine may be off. */
function Countdown({ data }: { readonly data: CountdownData }) {
  const sent = useMemo(() => arrivedAt(data), [data]);
  const [now, setNow] = useState(() => performance.now());
  useEffect(() => {
    const ticking = setInterval(() => {
      setNow(performance.now());
    }, 250);
    return () => {
      clearInterval(ticking);
    };
  }, []);
  const { label, ms, up, over } = data;
  if (ms === null) return <b>{label}</b>;
  const gone = Math.max(0, now - sent);
  const left = up ? ms + gone : ms - gone;
  return left <= 0 ? (
    <b>{over}</b>
  ) : (
    <div className="beside">
      <span>{label}</span>
      <b>{clockOf(left)}</b>
    </div>
  );
}

/** `4:05`, `1:12:09`. @param ms counted up to whole seconds, as a clock that runs down shows it */
function clockOf(ms: number): string {
  const seconds = Math.ceil(ms / 1_000);
  const [h, m, s] = [Math.floor(seconds / 3_600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (value: number): string => String(value).padStart(2, '0');
  return h > 0 ? `${String(h)}:${two(m)}:${two(s)}` : `${String(m)}:${two(s)}`;
}

/** How each kind of piece is drawn; the stage and cards show alerts instead. One that is missing does not compile. */
export const DRAWN: Readonly<Record<Exclude<PieceKindName, 'stage' | 'viewer-card'>, Drawn<never>>> = {
  text: Text,
  counter: Counter,
  goal: Goal,
  queue: Queue,
  leaderboard: Rows,
  commands: Commands,
  picture: Picture,
  countdown: Countdown,
  chat: Lines,
  wheel: Wheel,
  boss: Boss,
  crew: Crew,
  finds: Finds,
  bingo: Calls,
};
