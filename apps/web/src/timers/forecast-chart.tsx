import type { Firing } from '@gully/core/timers';
import { useLayoutEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { clock } from '../ui/index.js';

export interface Lane {
  readonly id: string;
  readonly name: string;
  /** undefined for one that is not saved */
  readonly to: string | undefined;
  readonly open: boolean;
  /** why it stays empty */
  readonly silent: string | undefined;
  readonly firings: readonly Firing[];
}

interface ForecastChartProps {
  readonly lanes: readonly Lane[];
  /** milliseconds it looks ahead */
  readonly span: number;
  /** UTC milliseconds at its beginning */
  readonly from: number;
}

const LANE = 24;
const NOTCH = 4;
const HALF_HOUR = 1_800_000;
const HOUR = 2 * HALF_HOUR;
/** Pixels a time on the axis takes. */
const LABEL = 54;

/** A lane for each timer by time: a notch where it fires, and behind it the time breathing room put it off. */
export function ForecastChart({ lanes, span, from }: ForecastChartProps) {
  const [place, width] = useWidth();
  const x = (at: number): number => Math.round((at / span) * (width - 2 * NOTCH)) + NOTCH;
  const step = (width * HALF_HOUR) / span < LABEL ? HOUR : HALF_HOUR;
  const ticks: number[] = [];
  for (let at = Math.ceil(from / step) * step; at - from < span; at += step) ticks.push(at - from);
  return (
    <div className="lanes">
      <div className="lane-axis" aria-hidden="true">
        <span />
        <div ref={place} className="relative h-5">
          {width > 0 && (
            <>
              <span className="absolute left-0">now</span>
              {ticks
                .filter((at) => x(at) > 34 && x(at) < width - 16)
                .map((at) => (
                  <span key={at} className="m absolute -translate-x-1/2" style={{ left: x(at) }}>
                    {clock(new Date(from + at).toISOString())}
                  </span>
                ))}
            </>
          )}
        </div>
        <span />
      </div>
      <ul>
        {lanes.map((lane) => (
          <li key={lane.id} className={`lane ${lane.open ? 'here' : ''}`}>
            <span className="truncate">
              {lane.to === undefined ? lane.name : <Link to={lane.to}>{lane.name}</Link>}
            </span>
            <div className="min-w-0">
              {lane.silent === undefined ? (
                <svg width={width} height={LANE} role="img" aria-label={laneInWords(lane, from)}>
                  {ticks.map((at) => (
                    <line key={at} className="tick" x1={x(at)} x2={x(at)} y1={0} y2={LANE} />
                  ))}
                  <path className="put-off" d={lane.firings.map((firing) => tailOf(firing, x)).join('')} />
                  <path className="fires" d={lineOf(lane.firings, x, width)} />
                </svg>
              ) : (
                <span className="s2 text-ochre">{lane.silent}</span>
              )}
            </div>
            <span className="m text-right text-soft">
              {lane.silent === undefined ? `${String(lane.firings.length)}×` : ''}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The lane’s line, with a notch cut into it where it fires. */
function lineOf(firings: readonly Firing[], x: (at: number) => number, width: number): string {
  const notches = firings.map(({ at }) => `H${String(x(at) - NOTCH)}l${String(NOTCH)} 7l${String(NOTCH)} -7`);
  return `M0 8${notches.join('')}H${String(width)}`;
}

/** From when it was ready to when it fired. */
function tailOf({ at, putOff }: Firing, x: (at: number) => number): string {
  return putOff < 1_000 ? '' : `M${String(x(at - putOff))} 19H${String(Math.max(x(at), x(at - putOff) + 6))}`;
}

function laneInWords({ name, firings }: Lane, from: number): string {
  const times = firings.map(({ at, putOff }) => {
    const late = putOff < 1_000 ? '' : ', put off';
    return `${clock(new Date(from + at).toISOString())}${late}`;
  });
  return `${name} fires ${String(firings.length)} ${firings.length === 1 ? 'time' : 'times'}: ${times.join('; ')}`;
}

function useWidth(): [(element: HTMLElement | null) => void, number] {
  const [width, setWidth] = useState(0);
  const [element, setElement] = useState<HTMLElement | null>(null);
  const last = useRef(0);
  useLayoutEffect(() => {
    if (element === null) return;
    const observer = new ResizeObserver(([entry]) => {
      const next = Math.floor(entry?.contentRect.width ?? 0);
      if (next !== last.current) setWidth((last.current = next));
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, [element]);
  return [setElement, width];
}
