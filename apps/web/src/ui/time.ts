import { formatDistanceStrict } from 'date-fns';
import { useEffect, useState } from 'react';

// The browser's own names of days and months: those of a package weigh as much as a page.
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const EXACT = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'medium' });
const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'short' });

/** 20:31 */
export function clock(iso: string): string {
  return CLOCK.format(new Date(iso));
}

/** The exact time, for hovering. */
export function exact(iso: string): string {
  return EXACT.format(new Date(iso));
}

/** `4 min ago` */
export function ago(iso: string, now: number): string {
  const milliseconds = now - Date.parse(iso);
  if (milliseconds < 5_000) return 'just now';
  return formatDistanceStrict(iso, now, { addSuffix: true })
    .replace(/ minutes?/u, ' min')
    .replace(/ seconds?/u, ' s')
    .replace(/ hours?/u, ' h');
}

/** The time, looked at again every so many milliseconds. */
export function useNow(every: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(Date.now());
    }, every);
    return () => {
      clearInterval(timer);
    };
  }, [every]);
  return now;
}

/** The day, as it stands between entries of a list: `Wednesday 25 Nov`. */
export function day(iso: string): string {
  return DAY.format(new Date(iso));
}
