import { Timer } from 'lucide-react';

/** How long until the next payout, as the server last said. */
export function NextPayout({ next }: { readonly next: number | null }) {
  if (next === null) return null;
  const minutes = Math.ceil(next / 60);
  return (
    <p className="row s2 text-soft">
      <Timer className="i s" aria-hidden="true" /> Next payout in {minutes} min
    </p>
  );
}
