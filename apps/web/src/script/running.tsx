import { WHILE_RUNNING, type Routine, allSteps } from '@gully/core/routines';
import { Choice } from '../ui/index.js';

const WHILE_WORDS: Readonly<Record<Routine['whileRunning'], string>> = {
  beside: 'several runs at once',
  turn: 'the new run waits its turn, at most 50 wait',
  skip: 'the new start is ignored',
};
const RESTART_WORDS: Readonly<Record<Routine['afterRestart'], string>> = {
  'go-on': 'continues',
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
      Started again while it runs:{' '}
      <Choice
        label="While it runs"
        value={whileRunning}
        draft={whileRunning !== saved.whileRunning}
        options={WHILE_RUNNING.map((value) => ({ value, label: WHILE_WORDS[value] }))}
        onChange={(next) => {
          onChange({ whileRunning: next });
        }}
      />
      . If Gully restarts while it waits, it{' '}
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
