import type { Blank } from '@gully/core/area';
import { kindOf, type Step } from '@gully/core/channel';
import { useDraggable } from '@dnd-kit/core';
import { innerLists, type IfStep, type PickStep } from '@gully/core/routines';
import { ChevronDown, ChevronRight, GripVertical, X } from 'lucide-react';
import { Fragment, memo } from 'react';
import { IconButton, toFix } from '../ui/index.js';
import { BlankControl } from './blank-control.js';
import { Branches } from './branches.js';
import { useScript } from './script-context.js';
import { Gap } from './gap.js';
import type { StepsWithin } from './steps-within.js';

interface StepLineProps {
  readonly step: Step;
  readonly list: string;
  readonly at: number;
  readonly Within: StepsWithin;
}

/** With Alt: a step down or up. */
const MOVES: Readonly<Record<string, boolean>> = { ArrowUp: false, ArrowDown: true };
/** Blanks that take the whole width stand on a line of their own. */
const WIDE: readonly Blank['as'][] = ['texts', 'text', 'conditions'];

/** One step: a line of plain words with its blanks in place, and its branches indented under it. */
export const StepLine = memo(function StepLine({ step, list, at, Within }: StepLineProps) {
  const script = useScript();
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: step.id });
  const kind = kindOf(step);
  const place = { list, at };
  const path = `${list}.${String(at)}`;
  const saved = script.savedOf(step.id);
  const lists = innerLists(step);
  const folded = script.isFolded(step.id);
  const hidden = folded ? script.faultsAt(path) : 0;
  const fields = step as unknown as Readonly<Record<string, unknown>>;
  const blanks = kind.blanks as Readonly<Record<string, Blank>>;
  return (
    <li
      ref={setNodeRef}
      data-step={step.id}
      className={`step ${isDragging ? 'dragging' : ''}`}
      onKeyDown={(event) => {
        const down = MOVES[event.key];
        if (!event.altKey || down === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        script.move(place, down);
      }}
    >
      <Gap place={place} />
      <button
        type="button"
        data-grip
        className="grip"
        aria-label={`Step ${String(at + 1)}, ${kind.verb}: move, copy or remove`}
        title="Drag, or Alt ↑ ↓"
        {...listeners}
        onKeyDown={(event) => {
          const keyed = event.ctrlKey || event.metaKey;
          if (keyed && event.key === 'c') script.copy(place, false);
          else if (keyed && event.key === 'x') script.copy(place, true);
          else if (keyed && event.key === 'v') script.paste({ list, at: at + 1 });
          else if (event.key === 'Delete' || event.key === 'Backspace') script.remove(place);
          else return;
          event.preventDefault();
        }}
      >
        <GripVertical className="i s" aria-hidden="true" />
        <span className="no">{at + 1}</span>
      </button>
      <div className="words">
        {lists.length > 0 && (
          <IconButton
            icon={folded ? ChevronRight : ChevronDown}
            label={folded ? 'Expand the branches' : 'Collapse the branches'}
            onClick={() => {
              script.fold(step.id, !folded);
            }}
          />
        )}
        <span className="verb">{kind.verb}</span>
        {kind.line(step).map((part, n) => {
          if (typeof part === 'string')
            return (
              <span key={n} className={/^[;,.]/u.test(part) ? 'joined' : ''}>
                {part}
              </span>
            );
          const blank = blanks[part.blank];
          if (blank === undefined) return null;
          const value = fields[part.blank];
          const draft =
            saved === undefined ||
            JSON.stringify((saved as unknown as typeof fields)[part.blank]) !== JSON.stringify(value);
          return (
            <span key={part.blank} className={WIDE.includes(blank.as) ? 'wide' : 'contents'}>
              <BlankControl
                blank={blank}
                value={value}
                place={`${path}.${String(part.blank)}`}
                draft={draft}
                onChange={(next) => {
                  script.change(place, withBlank(step, part.blank, next));
                }}
              />
            </span>
          );
        })}
        {folded && lists.length > 0 && (
          <span className="s2 text-soft">
            {lists.reduce((sum, inner) => sum + inner.steps.length, 0)} steps folded
          </span>
        )}
        {hidden > 0 && (
          <button
            type="button"
            className="btn s bare !text-crimson"
            data-wrong
            onClick={() => {
              script.fold(step.id, false);
            }}
          >
            {toFix(hidden)}
          </button>
        )}
      </div>
      <IconButton
        icon={X}
        label={`Remove step ${String(at + 1)}`}
        onClick={() => {
          script.remove(place);
        }}
      />
      {!folded && step.kind === 'if' && <IfBranches step={step} path={path} Within={Within} />}
      {!folded && step.kind === 'pick' && (
        <Branches
          step={step}
          path={path}
          Within={Within}
          onChange={(next: PickStep) => {
            script.change(place, next);
          }}
        />
      )}
    </li>
  );
});

interface IfBranchesProps {
  readonly step: IfStep;
  readonly path: string;
  readonly Within: StepsWithin;
}

function IfBranches({ step, path, Within }: IfBranchesProps) {
  return (
    <div className="branches">
      {(['then', 'otherwise'] as const).map((side) => (
        <Fragment key={side}>
          <p className="side">{side}</p>
          <Within steps={step[side]} list={`${path}.${side}`} label={`Steps ${side}`} />
        </Fragment>
      ))}
    </div>
  );
}

/** A step with one blank filled again. A second text is first drawn so that none comes twice. */
function withBlank(step: Step, field: string, next: unknown): Step {
  const began =
    'texts' in step && field === 'texts' && step.texts.length === 1 && Array.isArray(next) && next.length > 1;
  const changed: object = { ...step, [field]: next, ...(began ? { order: 'bag' } : {}) };
  return changed as Step;
}
