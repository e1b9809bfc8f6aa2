import { TIMER_DOES, type TimerBody } from '@gully/core/timers';
import type { Timer } from '../api/index.js';
import type { Editing } from '../editing/index.js';
import { ReferenceChoice, Texts, useScope } from '../script/index.js';
import { Choice, Fault } from '../ui/index.js';

const DOES_WORDS: Readonly<Record<TimerBody['does'], string>> = {
  say: 'says',
  routine: 'runs the routine',
  command: 'does what a command does,',
};
const ORDERS = [
  { value: 'turn', label: 'one after the other' },
  { value: 'bag', label: 'each once before any again' },
  { value: 'random', label: 'any of them' },
] as const;

/** What it does when it fires: one of its texts, a routine, or what a command does. */
export function TimerDoes({
  editing,
  scope,
  onShowValues,
}: {
  readonly editing: Editing<TimerBody, Timer>;
  readonly scope: ReturnType<typeof useScope>;
  readonly onShowValues: () => void;
}) {
  const { body, base, faultOf, change } = editing;
  return (
    <>
      <div className="row my-2 flex-wrap">
        It
        <Choice
          label="What it does"
          value={body.does}
          draft={body.does !== base.does}
          options={TIMER_DOES.map((value) => ({ value, label: DOES_WORDS[value] }))}
          onChange={(does) => {
            change({ does, runs: does === base.does ? base.runs : '' });
          }}
        />
        {body.does === 'say' ? (
          body.texts.length > 1 && (
            <>
              of {body.texts.length} texts
              <Choice
                label="Which of the texts"
                value={body.order}
                draft={body.order !== base.order}
                options={ORDERS}
                onChange={(order) => {
                  change({ order });
                }}
              />
            </>
          )
        ) : (
          <ReferenceChoice
            to={body.does}
            label={body.does === 'routine' ? 'Routine' : 'Command'}
            value={body.runs}
            draft={body.runs !== base.runs}
            onChange={(runs) => {
              change({ runs });
            }}
          />
        )}
      </div>
      <Fault>{faultOf('runs')}</Fault>
      {body.does === 'say' && (
        <Texts
          texts={body.texts}
          place="texts"
          draft={JSON.stringify(body.texts) !== JSON.stringify(base.texts)}
          faultOf={faultOf}
          scope={scope}
          onShowValues={onShowValues}
          onChange={(texts) => {
            change({ texts });
          }}
        />
      )}
      {body.does === 'command' && (
        <p className="s2 text-soft">Only its result is used: no cost, no count, no cooldown.</p>
      )}
    </>
  );
}
