import type { Step } from '@gully/core/channel';
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { allSteps, sentenceOf, STEPS_LIMIT } from '@gully/core/routines';
import type { Scope } from '@gully/core/text';
import { Redo2, Undo2 } from 'lucide-react';
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { Fault, IconButton, useStored, useHistory } from '../ui/index.js';
import {
  copied,
  dropped,
  inserted,
  moved,
  neighbour,
  placeOf,
  removed,
  replaced,
  stepAt,
  stepsIn,
  textOf,
  type StepPlace,
} from './edits.js';
import { ScriptProvider, type ScriptContext } from './script-context.js';
import { StepList } from './step-list.js';

import { useNames } from '../manifest/index.js';

interface ScriptProps {
  readonly steps: readonly Step[];
  readonly saved: readonly Step[];
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  readonly faultsAt: (place: string) => number;
  readonly onChange: (steps: readonly Step[]) => void;
  readonly onShowValues: () => void;
}

/** One object for good: made again, it would have every line of the script drawn again with each letter. */
const POINTER = { activationConstraint: { distance: 4 } };

/** The routine as a script: each step a line of plain words with its blanks in place. */
export function Script({ steps, saved, scope, faultOf, faultsAt, onChange, onShowValues }: ScriptProps) {
  const names = useNames();
  const [told, setTold] = useState('');
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const [clipboard, setClipboard] = useStored('gully.steps.copied');
  const [dragged, setDragged] = useState<Step>();
  const root = useRef<HTMLDivElement>(null);
  const now = useRef(steps);
  useLayoutEffect(() => {
    now.current = steps;
  });
  const history = useHistory(steps, onChange);
  const { put } = history;
  const clip = useMemo(() => stepsIn(clipboard), [clipboard]);
  const savedById = useMemo(() => new Map(allSteps(saved).map((step) => [step.id, step])), [saved]);

  const focusStep = useCallback((id: string, what = '[data-grip]'): void => {
    root.current?.querySelector<HTMLElement>(`[data-step="${CSS.escape(id)}"] ${what}`)?.focus();
  }, []);

  const full = useMemo(() => allSteps(steps).length >= STEPS_LIMIT, [steps]);
  // Not made again with every letter: all lines look at it.
  const context = useMemo(
    (): ScriptContext => ({
      scope,
      faultOf,
      faultsAt,
      onShowValues,
      savedOf: (id) => savedById.get(id),
      copiedCount: clip?.length ?? 0,
      full,
      change: (place, step) => {
        put(replaced(now.current, place, step), step.id);
      },
      add: (place, added) => {
        // Drawn at once, so that what is typed next goes into the new step.
        flushSync(() => {
          put(inserted(now.current, place, added));
        });
        const [first] = added;
        if (first !== undefined) focusStep(first.id, ':is([role="textbox"], input, .blank)');
      },
      remove: (place) => {
        put(removed(now.current, place));
        setTold(`Step ${String(place.at + 1)} removed`);
      },
      move: (place, down) => {
        const step = stepAt(now.current, place);
        const to = neighbour(now.current, place, down);
        if (step === undefined || to === undefined) return;
        const next = moved(now.current, place, to);
        put(next);
        setTold(`It is now ${wordsFor(placeOf(next, step.id))}`);
        const focused = document.activeElement;
        requestAnimationFrame(() => {
          // Moved into another list the step is drawn again, and the field one was in is gone.
          if (focused instanceof HTMLElement && focused.isConnected) focused.focus();
          else focusStep(step.id);
        });
      },
      copy: (place, cut) => {
        const step = stepAt(now.current, place);
        if (step === undefined) return;
        const text = textOf([step]);
        setClipboard(text);
        // For pasting where this browser's own storage does not reach; refused, nothing is lost.
        void navigator.clipboard.writeText(text).catch(() => undefined);
        if (cut) put(removed(now.current, place));
        setTold(cut ? 'Step cut' : 'Step copied');
      },
      paste: (place) => {
        if (clip === undefined) return;
        const added = copied(clip);
        flushSync(() => {
          put(inserted(now.current, place, added));
        });
        const [first] = added;
        if (first !== undefined) focusStep(first.id);
        setTold(added.length === 1 ? 'One step pasted' : `${String(added.length)} steps pasted`);
      },
      isFolded: (id) => folded.has(id),
      fold: (id, fold) => {
        setFolded((before) => new Set(fold ? [...before, id] : [...before].filter((each) => each !== id)));
      },
    }),
    [scope, faultOf, faultsAt, onShowValues, savedById, clip, full, put, focusStep, setClipboard, folded],
  );

  const sensors = useSensors(useSensor(PointerSensor, POINTER));
  const drop = ({ active, over }: DragEndEvent): void => {
    setDragged(undefined);
    const from = placeOf(now.current, String(active.id));
    const onto = over?.data.current as StepPlace | undefined;
    if (from !== undefined && onto !== undefined) put(dropped(now.current, from, onto));
  };
  return (
    <div
      ref={root}
      onKeyDown={(event) => {
        // Fields have an undo of their own.
        if (!(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).closest('input, .cm-content'))
          return;
        const back = event.key === 'z' && !event.shiftKey;
        const on = event.key === 'y' || (event.key.toLowerCase() === 'z' && event.shiftKey);
        if (!back && !on) return;
        event.preventDefault();
        if (back) history.undo();
        else history.redo();
      }}
    >
      <p className="row script-tools">
        <IconButton
          icon={Undo2}
          label="Undo in the script"
          disabled={!history.canUndo}
          onClick={history.undo}
        />
        <IconButton
          icon={Redo2}
          label="Redo in the script"
          disabled={!history.canRedo}
          onClick={history.redo}
        />
        <span className="s2 text-soft max-[700px]:hidden">
          <kbd>Alt ↑ ↓</kbd> move a step · at its number <kbd>Ctrl C</kbd> copy · <kbd>Ctrl V</kbd> paste
        </span>
      </p>
      <ScriptProvider value={context}>
        <DndContext
          sensors={sensors}
          collisionDetection={pointerWithin}
          onDragStart={({ active }) => {
            const place = placeOf(now.current, String(active.id));
            setDragged(place === undefined ? undefined : stepAt(now.current, place));
          }}
          onDragEnd={drop}
          onDragCancel={() => {
            setDragged(undefined);
          }}
        >
          <StepList steps={steps} list="steps" label="Steps" />
          <DragOverlay dropAnimation={null}>
            {dragged !== undefined && (
              <div className="float dashed truncate px-3 py-1">{sentenceOf(dragged, names)}</div>
            )}
          </DragOverlay>
        </DndContext>
      </ScriptProvider>
      <p className="sr-only" role="status">
        {told}
      </p>
      <Fault>{faultOf('steps')}</Fault>
    </div>
  );
}

function wordsFor(place: StepPlace | undefined): string {
  if (place === undefined) return 'moved';
  const where = place.list === 'steps' ? '' : ', within a branch';
  return `step ${String(place.at + 1)}${where}`;
}
