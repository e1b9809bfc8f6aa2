import { hasRun } from '@gully/core/chat';
import { runId } from '@gully/core/routines';
import { Drama, ListTree, SquarePen } from 'lucide-react';
import { Link } from 'react-router';
import type { ChatLine, Role, Why } from '../api/index.js';
import { createStore, writeStored } from '../ui/index.js';
import type { Raised } from './raise-event.js';

/** A line or an event to be played in the rehearsal, as whoever wrote or did it. */
export interface Replay {
  readonly name: string;
  readonly roles: Role[];
  readonly typed: string | Raised;
}
export const replay = createStore<Replay | undefined>(undefined);

/** Turns the dock to the rehearsal and plays it there. */
export function playInRehearsal(what: Replay): void {
  replay.set(what);
  writeStored('gully.dock.side', 'rehearsal');
  writeStored('gully.dock.folded', null);
}

/** The runs that a line began, by id: its command's, and others that were not over with it. */
function runsOf(id: string, { command, outcome, runs = [] }: WhyWaysProps['why']): string[] {
  return [...new Set([...(command !== undefined && hasRun(outcome) ? [runId(id, command)] : []), ...runs])];
}

/** Where what a gate asks is set in the command's editor, and what the way there is called. */
const GATES: Readonly<Record<string, readonly [part: string, label: string]>> = {
  when: ['when', 'Change when it may be used'],
  who: ['who', 'Change who may use it'],
  inputs: ['inputs', 'Change its inputs'],
  cooldown: ['often', 'Change its cooldown'],
  viewerCooldown: ['often', 'Change its cooldown'],
};

interface WhyWaysProps {
  readonly why: Pick<Why, 'command' | 'gate' | 'runs' | 'outcome'>;
  /** of the line it is of, where it was no rehearsal */
  readonly id?: string;
  readonly line?: ChatLine | undefined;
}

/** From a why to what can be done about it: to the blank that decided, and to playing the line again. */
export function WhyWays({ why, id, line }: WhyWaysProps) {
  const [part, label] = GATES[why.gate ?? ''] ?? ['', 'Open the command'];
  return (
    <p className="row flex-wrap pb-1.5">
      {why.command !== undefined && (
        <Link className="btn s" to={`/prepare/commands/${why.command}${part === '' ? '' : `?at=${part}`}`}>
          <SquarePen className="i s" aria-hidden="true" /> {label}
        </Link>
      )}
      {id !== undefined &&
        runsOf(id, why).map((run, at, { length }) => (
          <Link key={run} className="btn s" to={`/review/activity?run=${encodeURIComponent(run)}`}>
            <ListTree className="i s" aria-hidden="true" /> Its run{length > 1 ? ` ${String(at + 1)}` : ''}
          </Link>
        ))}
      {line !== undefined && !line.own && line.event === null && (
        <button
          type="button"
          className="btn s"
          onClick={() => {
            const { name, role, text } = line;
            playInRehearsal({ name, roles: role === 'viewer' ? [] : [role], typed: text });
          }}
        >
          <Drama className="i s" aria-hidden="true" /> Rehearse as this viewer
        </button>
      )}
    </p>
  );
}
