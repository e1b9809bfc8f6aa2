import { GAME_KINDS, linesOf } from '@gully/core/games';
import type { Scope } from '@gully/core/text';
import { ReferenceChoice, Texts } from '../script/index.js';
import { Fault } from '../ui/index.js';
import type { GameEditing } from './game-editor.js';

const NONE = 'none';

interface LinesProps {
  readonly editing: GameEditing;
  readonly scope: Scope;
  readonly onShowValues: () => void;
}

/** What is said of it, by what happens: texts of which one is drawn, and a routine that follows. */
export function Lines({ editing, scope, onShowValues }: LinesProps) {
  const { body, base, faultOf, change } = editing;
  const lines = Object.entries(linesOf(GAME_KINDS[body.kind]));
  return (
    <section aria-labelledby="lines-title">
      <h2 id="lines-title" className="mt-4">
        What is said
      </h2>
      <p className="s2 max-w-[70ch] text-soft">
        Of several texts one is drawn each time; without any, nothing is said. Why someone cannot play is said
        by the command they typed.
      </p>
      <div className="grid max-w-[760px]">
        {lines.map(([line, { label, part }]) => {
          const texts = body.lines[line] ?? [];
          const routine = body.routines[line] ?? '';
          return (
            <details key={line} className="unfolds border-b border-line py-1.5">
              <summary className="row cursor-pointer">
                <b>{label}</b>
                <span className="s2 text-soft">
                  {texts.length === 0
                    ? 'nothing is said'
                    : texts.length === 1
                      ? '1 text'
                      : `${String(texts.length)} texts`}
                  {routine !== '' && ', then a routine'}
                </span>
                {Object.keys(texts).some((n) => faultOf(`lines.${line}.${n}`) !== undefined) && (
                  <span className="flag text-crimson">to fix</span>
                )}
                {texts !== base.lines[line] && JSON.stringify(texts) !== JSON.stringify(base.lines[line]) && (
                  <span className="flag text-ochre">changed</span>
                )}
              </summary>
              <div className="py-1.5 pl-4">
                <Texts
                  texts={texts}
                  place={`lines.${line}`}
                  draft={JSON.stringify(texts) !== JSON.stringify(base.lines[line])}
                  faultOf={faultOf}
                  scope={scope}
                  onShowValues={onShowValues}
                  onChange={(next) => {
                    change({ lines: { ...body.lines, [line]: next } });
                  }}
                />
                {part !== true && (
                  <p className="mt-1.5">
                    Then it runs{' '}
                    <ReferenceChoice
                      to="routine"
                      label={`Routine after: ${label}`}
                      value={routine === '' ? NONE : routine}
                      draft={routine !== (base.routines[line] ?? '')}
                      otherwise={{ value: NONE, label: 'nothing more' }}
                      onChange={(next) => {
                        change({ routines: { ...body.routines, [line]: next === NONE ? '' : next } });
                      }}
                    />
                  </p>
                )}
                <Fault>{faultOf(`routines.${line}`)}</Fault>
              </div>
            </details>
          );
        })}
      </div>
    </section>
  );
}
