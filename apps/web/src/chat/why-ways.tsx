import { Drama, SquarePen } from 'lucide-react';
import { Link } from 'react-router';
import type { ChatLine, Role, Why } from '../api/index.js';
import { createStore, writeStored } from '../ui/index.js';

/** A line to be played in the rehearsal, as whoever wrote it. */
export interface Replay {
  readonly name: string;
  readonly roles: Role[];
  readonly text: string;
}
export const replay = createStore<Replay | undefined>(undefined);

/** Where what a gate asks is set in the command's editor, and what the way there is called. */
const GATES: Readonly<Record<string, readonly [part: string, label: string]>> = {
  when: ['when', 'Change when it may be used'],
  who: ['who', 'Change who may use it'],
  inputs: ['inputs', 'Change its inputs'],
  cooldown: ['often', 'Change its cooldown'],
  viewerCooldown: ['often', 'Change its cooldown'],
};

/** From a why to what can be done about it: to the blank that decided, and to playing the line again. */
export function WhyWays({
  why,
  line,
}: {
  readonly why: Pick<Why, 'command' | 'gate'>;
  readonly line?: ChatLine;
}) {
  const [part, label] = GATES[why.gate ?? ''] ?? ['', 'Open the command'];
  return (
    <p className="row flex-wrap pb-1.5">
      {why.command !== undefined && (
        <Link className="btn s" to={`/prepare/commands/${why.command}${part === '' ? '' : `?at=${part}`}`}>
          <SquarePen className="i s" aria-hidden="true" /> {label}
        </Link>
      )}
      {line !== undefined && !line.own && (
        <button
          type="button"
          className="btn s"
          onClick={() => {
            const { name, role, text } = line;
            replay.set({ name, roles: role === 'viewer' ? [] : [role], text });
            writeStored('gully.dock.side', 'rehearsal');
          }}
        >
          <Drama className="i s" aria-hidden="true" /> Rehearse as this viewer
        </button>
      )}
    </p>
  );
}
