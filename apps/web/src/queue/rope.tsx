import type { Queued } from '../api/index.js';

/** Seats that are drawn; of a larger party the rest is counted. */
const DRAWN = 4;
const [WIDTH, FIRST, LAST, TOP, SAG] = [278, 30, 248, 10, 14];

interface RopeProps {
  /** those playing first, then those called */
  readonly seated: readonly Queued[];
  readonly party: number;
}

/** Who is on the rope: the streamer, those who play, whoever is called, and the free seats. */
export function Rope({ seated, party }: RopeProps) {
  const seats = Math.min(Math.max(party, seated.length), DRAWN);
  const shown = Array.from({ length: seats }, (_, n) => seated[n]);
  const step = (LAST - FIRST) / seats;
  const at = (n: number): number => FIRST + n * step;
  const on = shown.filter((entry) => entry !== undefined && entry.state !== 'called').length;
  const path = (from: number, to: number): string =>
    Array.from({ length: to - from }, (_, n) => {
      const [a, b] = [at(from + n), at(from + n + 1)];
      return `${n === 0 ? `M${String(a)} ${String(TOP)}` : ''}Q${String((a + b) / 2)} ${String(TOP + SAG)} ${String(b)} ${String(TOP)}`;
    }).join('');
  const names = seated.map(({ name, state }) => (state === 'called' ? `${name} is called` : name));
  const words = ['the streamer', ...names].join(', ');
  return (
    <svg
      className="my-1 w-full max-w-[320px] shrink-0"
      viewBox={`0 0 ${String(WIDTH)} 48`}
      role="img"
      aria-label={`On the rope: ${words}`}
    >
      <path d={`M0 8C10 12 20 12 ${String(FIRST)} ${String(TOP)}`} className="rope" />
      <path d={path(0, on)} className="rope" />
      <path d={path(on, seats)} className="rope loose" />
      <circle cx={FIRST} cy={TOP} r="5.5" fill="var(--ink)" />
      <Label x={FIRST + 2} words="streamer" room={step} />
      {shown.map((entry, n) => {
        const x = at(n + 1);
        const isCalled = entry?.state === 'called';
        return (
          <g key={entry?.id ?? n}>
            <circle
              cx={x}
              cy={TOP}
              r="5.5"
              className={entry === undefined ? 'free' : isCalled ? 'ringing' : 'held'}
            />
            <Label
              x={x}
              words={entry === undefined ? 'free' : isCalled ? 'called' : entry.name}
              room={step}
              className={isCalled ? 'ochre' : ''}
            />
          </g>
        );
      })}
    </svg>
  );
}

/** About what a letter takes. */
const LETTER = 6.4;

function Label({
  x,
  words,
  room,
  className = '',
}: {
  readonly x: number;
  readonly words: string;
  readonly room: number;
  readonly className?: string;
}) {
  const most = Math.max(4, Math.floor((Math.min(room, 2 * (WIDTH - x), 2 * x) - 4) / LETTER));
  const text = words.length > most ? `${words.slice(0, most - 1)}…` : words;
  return (
    <text x={x} y="40" textAnchor="middle" className={`rope-name ${className}`}>
      {text}
    </text>
  );
}
