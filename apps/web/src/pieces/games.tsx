import type { BossData, CallsData, CrewData, FindsData, WheelData } from '@gully/core/overlays';
import { useEffect, useState } from 'react';

/** Whole turns before the wheel comes to where it stops. */
const TURNS = 5;
const RADIUS = 100;

/** Where each segment begins, as shares of the whole. */
function sharesOf(segments: WheelData['segments']): { readonly from: number; readonly share: number }[] {
  const whole = segments.reduce((sum, { weight }) => sum + weight, 0);
  let from = 0;
  return segments.map(({ weight }) => {
    const part = { from, share: weight / whole };
    from += part.share;
    return part;
  });
}

const at = (share: number, radius: number): string =>
  `${(radius * Math.sin(2 * Math.PI * share)).toFixed(2)} ${(-radius * Math.cos(2 * Math.PI * share)).toFixed(2)}`;

function slice(from: number, share: number): string {
  const end = from + Math.min(share, 0.9999);
  return `M 0 0 L ${at(from, RADIUS)} A ${String(RADIUS)} ${String(RADIUS)} 0 ${share > 0.5 ? '1' : '0'} 1 ${at(end, RADIUS)} Z`;
}

/** Turns anew with each spin and stops with its segment under the pointer at the top. */
export function Wheel({ data: { title, segments, id, name, stops, seconds } }: { readonly data: WheelData }) {
  const shares = sharesOf(segments);
  const { from, share } = shares[stops] ?? { from: 0, share: 0 };
  const [turned, setTurned] = useState<string>();
  useEffect(() => {
    // It stands still in its first picture, so that there is something to turn from.
    const timer = setTimeout(() => {
      setTurned(id);
    }, 30);
    return () => {
      clearTimeout(timer);
    };
  }, [id]);
  const [stopped, setStopped] = useState<string>();
  useEffect(() => {
    const timer = setTimeout(() => {
      setStopped(id);
    }, seconds * 1_000);
    return () => {
      clearTimeout(timer);
    };
  }, [id, seconds]);
  const angle = turned === id ? -360 * (from + share / 2) - 360 * TURNS : 0;
  return (
    <div className="wheel">
      <b>{title}</b>
      <svg viewBox="-110 -112 220 222" aria-hidden="true">
        <g
          key={id}
          style={{ transform: `rotate(${String(angle)}deg)`, transitionDuration: `${String(seconds)}s` }}
          className="turning"
        >
          {segments.map(({ label, colour }, n) => {
            const part = shares[n] ?? { from: 0, share: 0 };
            const middle = 360 * (part.from + part.share / 2);
            return (
              <g key={n}>
                <path d={slice(part.from, part.share)} fill={colour} stroke="#121715" strokeWidth={0.8} />
                <text
                  transform={`rotate(${String(middle - 90)}) translate(${String(RADIUS - 15)} 0)`}
                  textAnchor="end"
                  dominantBaseline="middle"
                  fontSize={Math.min(9, 4 + part.share * 40)}
                  fill="#fbf8f2"
                >
                  {label}
                </text>
              </g>
            );
          })}
          <circle r={9} fill="#121715" />
        </g>
        <path d="M -8 -111 L 8 -111 L 0 -92 Z" fill="#e58a62" stroke="#121715" />
      </svg>
      <span>{stopped === id ? `${name}: ${segments[stops]?.label ?? ''}` : name}</span>
    </div>
  );
}

export function Boss({ data: { title, left, most, fighters, over } }: { readonly data: BossData }) {
  const part = Math.min(1, Math.max(0, left / Math.max(1, most)));
  return (
    <>
      <div className="goal-of">
        <span>{title}</span>
        <b>
          {over && left === 0 ? 'has fallen' : `${left.toLocaleString('en')} of ${most.toLocaleString('en')}`}
        </b>
      </div>
      <div className="goal-bar">
        <i style={{ width: `${String(part * 100)}%` }} />
      </div>
      {fighters !== '' && <div className="aside">{fighters}</div>}
    </>
  );
}

const FATES = { waits: '', back: 'back', lost: 'lost' } as const;

export function Crew({ data: { title, names, more, over } }: { readonly data: CrewData }) {
  return (
    <div className="listed">
      <div className="beside">
        <b>{title}</b>
        <span className="aside">{over ? 'back at the top' : 'on the rope'}</span>
      </div>
      <div className="rope">
        {names.map(({ name, fate }, n) => (
          <span key={n} className={`fate-${fate}`}>
            {name}
            {FATES[fate] !== '' && <small> {FATES[fate]}</small>}
          </span>
        ))}
        {more > 0 && <span className="aside">and {more} more</span>}
      </div>
    </div>
  );
}

export function Finds({ data: { title, left, most, last } }: { readonly data: FindsData }) {
  return (
    <>
      <div className="beside">
        <b>{title}</b>
        <span>
          {left} of {most} left
        </span>
      </div>
      <div className="finds" aria-hidden="true">
        {Array.from({ length: Math.min(40, most) }, (_, n) => (
          <i key={n} className={n < left ? 'there' : ''} />
        ))}
      </div>
      {last !== '' && <div className="aside">{last} has one</div>}
    </>
  );
}

export function Calls({ data: { title, called, winners } }: { readonly data: CallsData }) {
  // Where not all fit, the oldest are left out.
  const before = called.slice(0, -1).reverse();
  return (
    <div className="listed">
      <div className="beside wraps">
        <b>{title}</b>
        <b className="last-call">{called.at(-1) ?? 'cards are drawn'}</b>
      </div>
      {winners !== '' && <div>A full line: {winners}</div>}
      <div className="aside calls">
        <div>
          {before.map((call, n) => (
            <span key={before.length - n}>{call}</span>
          ))}
        </div>
      </div>
    </div>
  );
}
