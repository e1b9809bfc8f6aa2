import { WHILE_RUNNING, type Routine, allSteps } from '@gully/core/routines';
import { Choice } from '../ui/index.js';

const WHILE_WORDS: Readonly<Record<Routine['whileRunning'], string>> = {
  beside: 'runs beside itself',
  turn: 'waits its turn, 50 at most',
  skip: 'is not started again',
};
const RESTART_WORDS: Readonly<Record<Routine['afterRestart'], string>> = {
  'go-on': 'goes on',
  end: 'ends, with a note',
};

interface RunningProps {
  readonly routine: Routine;
  readonly saved: Routine;
  readonly onChange: (part: Partial<Routine>) => void;
}

/** What becomes of a start while it runs, and of a run over a restart; only where it waits at all. */
export function Running({ routine, saved, onChange }: RunningProps) {
  const { whileRunning, afterRestart, steps } = routine;
  const waits = allSteps(steps).some(({ kind }) => kind === 'wait' || kind === 'run');
  if (!waits && whileRunning === 'beside' && afterRestart === 'go-on') return null;
  return (
    <p className="mt-2 leading-8 text-soft">
      While it runs it{' '}
      <Choice
        label="While it runs"
        value={whileRunning}
        draft={whileRunning !== saved.whileRunning}
        options={WHILE_RUNNING.map((value) => ({ value, label: WHILE_WORDS[value] }))}
        onChange={(next) => {
          onChange({ whileRunning: next });
        }}
      />
      . When Gully is started anew while it waits, it{' '}
      <Choice
        label="After a restart"
        value={afterRestart}
        draft={afterRestart !== saved.afterRestart}
        options={(['go-on', 'end'] as const).map((value) => ({ value, label: RESTART_WORDS[value] }))}
        onChange={(next) => {
          onChange({ afterRestart: next });
        }}
      />
      .
    </p>
  );
}
