import { ago, exact, useNow } from './time.js';

/** How long ago something was; when exactly, on hovering. */
export function Ago({ at }: { readonly at: string }) {
  const now = useNow(10_000);
  return (
    <time dateTime={at} title={exact(at)}>
      {ago(at, now)}
    </time>
  );
}
