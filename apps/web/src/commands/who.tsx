import { ROLE_NAMES, ROLES, type Role } from '@gully/core/chat';
import type { Gates } from '@gully/core/commands';
import { AUDIENCES, Choice, Fault, Opens, Tick, ViewerNames } from '../ui/index.js';
import { whoInWords } from './parts.js';

interface WhoProps {
  readonly gates: Gates;
  readonly draft: boolean;
  readonly was: string;
  readonly fault: string | undefined;
  readonly onChange: (change: Partial<Gates>) => void;
}

const LISTED: readonly Role[] = ROLES.filter((role) => role !== 'streamer');

/** Who may use it: a lowest role or a list of roles, and viewers by name. */
export function Who({ gates, draft, was, fault, onChange }: WhoProps) {
  const { lowestRole, onlyRoles, always, never } = gates;
  const listed = onlyRoles.length > 0;
  return (
    <>
      <Opens
        label={`Who may use it: ${whoInWords(gates)}`}
        shown={whoInWords(gates)}
        draft={draft}
        wrong={fault !== undefined}
        part="who"
      >
        <div className="grid w-[min(360px,80vw)] gap-2.5">
          <div className="row flex-wrap">
            <Choice
              label="Lowest role"
              value={listed ? 'list' : lowestRole}
              options={[...AUDIENCES, { value: 'list' as const, label: 'Only the roles selected below' }]}
              onChange={(next) => {
                if (next === 'list') onChange({ onlyRoles: ['subscriber'] });
                else onChange({ lowestRole: next, onlyRoles: [] });
              }}
            />
          </div>
          {listed && (
            <fieldset className="row flex-wrap !gap-3">
              <legend className="sr-only">Roles that may use it</legend>
              {LISTED.map((role) => (
                <Tick
                  key={role}
                  label={ROLE_NAMES[role]}
                  checked={onlyRoles.includes(role)}
                  onChange={(next) => {
                    const left = onlyRoles.filter((each) => each !== role);
                    onChange({ onlyRoles: next ? [...left, role] : left });
                  }}
                />
              ))}
            </fieldset>
          )}
          <ViewerNames
            label="Always these viewers, whatever their role; separated by spaces"
            named={always}
            onChange={(next) => {
              onChange({ always: next });
            }}
          />
          <ViewerNames
            label="Never these"
            named={never}
            onChange={(next) => {
              onChange({ never: next });
            }}
          />
          <Fault>{fault}</Fault>
          <p className="s2 text-soft">
            The streamer always can. To allow just one viewer: <i>Only the streamer</i>, and always that
            viewer.
          </p>
        </div>
      </Opens>
      {draft && <span className="was"> was {lowerFirst(was)}</span>}
    </>
  );
}

function lowerFirst(words: string): string {
  return words.charAt(0).toLowerCase() + words.slice(1);
}
