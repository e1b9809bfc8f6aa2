import { format, formatDistanceStrict } from 'date-fns';
import { useEffect, useState } from 'react';

/** 20:31 */
export function clock(iso: string): string {
  return format(iso, 'HH:mm');
}

/** The exact time, for hovering. */
export function exact(iso: string): string {
  return format(iso, 'd MMM yyyy, HH:mm:ss');
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

/** The day, as it stands between entries of a list: `Wednesday, 25 Nov`. */
export function day(iso: string): string {
  return format(new Date(iso), 'EEEE, d MMM');
}
