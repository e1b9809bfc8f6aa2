import { TriangleAlert } from 'lucide-react';
import { problemOf } from '../api/index.js';
import { toast } from './toast.js';

/** A line that says what is wrong with the field above it. */
export function Fault({ id, children }: { readonly id?: string; readonly children: string | undefined }) {
  if (children === undefined) return null;
  return (
    <p className="fault" id={id}>
      <TriangleAlert className="i s" aria-hidden="true" />
      <span>{children}</span>
    </p>
  );
}

/** How many things are wrong, as a person is told. */
export function toFix(faults: number): string {
  return faults === 1 ? '1 thing to fix' : `${String(faults)} things to fix`;
}

/** In place of what could not be loaded: what happened, and a way on. */
export function LoadFailed({ error, retry }: { readonly error: unknown; readonly retry: () => void }) {
  const { title, detail } = problemOf(error);
  return (
    <div className="p-4" role="alert">
      <p className="font-bold">{title}</p>
      <p className="mb-3 text-soft">{detail}</p>
      <button type="button" className="btn" onClick={retry}>
        Try again
      </button>
    </div>
  );
}

/** The shape of a list that is still coming. */
export function Bones({ lines }: { readonly lines: number }) {
  return (
    <div className="grid gap-3.5 p-3" role="status" aria-busy="true" aria-label="Loading">
      {Array.from({ length: lines }, (_, n) => (
        <span key={n} className="bone" style={{ width: `${String(55 + ((n * 37) % 40))}%` }} />
      ))}
    </div>
  );
}

/** Says what went wrong without taking the place of anything. */
export function tellProblem(error: unknown): void {
  const { title, detail } = problemOf(error);
  toast.error(title, { description: detail, duration: 10_000 });
}
