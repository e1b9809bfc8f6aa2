import type { Routine } from '@gully/core/routines';
import type { Scope } from '@gully/core/text';
import { Running } from './running.js';
import { ScriptTitle } from './script-title.js';
import { Script } from './script.js';
import { TestOnOverlay } from './test-on-overlay.js';

interface RoutineScriptProps {
  /** what it is called, for tests of it */
  readonly title: string;
  readonly routine: Routine;
  readonly saved: Routine;
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  readonly faultsAt: (place: string) => number;
  readonly onChange: (routine: Routine) => void;
  readonly onShowValues: () => void;
}

/** A routine in its editor: the heading, the script, and what becomes of a start while it runs. */
export function RoutineScript({ title, routine, saved, onChange, ...about }: RoutineScriptProps) {
  return (
    <>
      <ScriptTitle onShowValues={about.onShowValues} />
      <Script
        {...about}
        steps={routine.steps}
        saved={saved.steps}
        onChange={(steps) => {
          onChange({ ...routine, steps });
        }}
      />
      <TestOnOverlay routine={routine} title={title} />
      <Running
        routine={routine}
        saved={saved}
        onChange={(part) => {
          onChange({ ...routine, ...part });
        }}
      />
    </>
  );
}
