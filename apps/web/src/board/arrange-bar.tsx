import { arrangementNamed, type Board } from '@gully/core/board';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from '../ui/index.js';

interface ArrangeBarProps {
  readonly board: Board;
  /** panels that are left out */
  readonly hidden: readonly { readonly id: string; readonly title: string }[];
  readonly canUndo: boolean;
  readonly onUndo: () => void;
  readonly onAdd: (panel: string) => void;
  readonly onChange: (board: Board) => void;
  readonly onDone: () => void;
}

/** What is done with the arrangement as a whole, while it is arranged. */
export function ArrangeBar({ board, hidden, canUndo, onUndo, onAdd, onChange, onDone }: ArrangeBarProps) {
  const current = arrangementNamed(board, board.current);
  return (
    <div className="strip" role="toolbar" aria-label="Arrange the board">
      {current === undefined ? (
        <span className="text-soft">The first change makes an arrangement of your own.</span>
      ) : (
        <>
          <Name
            key={current.name}
            name={current.name}
            onRename={(name) => {
              const arrangements = board.arrangements.map((each) =>
                each === current ? { ...each, name } : each,
              );
              onChange({ current: name, arrangements });
            }}
          />
          <button
            type="button"
            className="btn s"
            onClick={() => {
              const name = freeName(board);
              onChange({ current: name, arrangements: [...board.arrangements, { ...current, name }] });
            }}
          >
            Duplicate
          </button>
          <button
            type="button"
            className="btn s"
            onClick={() => {
              onChange({ current: '', arrangements: board.arrangements.filter((each) => each !== current) });
              toast(`Deleted the arrangement ${current.name}`, {
                undo: () => {
                  onChange(board);
                },
              });
            }}
          >
            Delete
          </button>
        </>
      )}
      {hidden.length > 0 && (
        <span className="row flex-wrap">
          <span className="s2 text-soft">left out</span>
          {hidden.map(({ id, title }) => (
            <button
              key={id}
              type="button"
              className="btn s"
              aria-label={`Add ${title}`}
              onClick={() => {
                onAdd(id);
              }}
            >
              <Plus className="i s" aria-hidden="true" /> {title}
            </button>
          ))}
        </span>
      )}
      <span className="row ml-auto">
        <span className="s2 text-soft max-[1200px]:hidden">
          Drag, or <kbd>↑ ↓ ← →</kbd> to move and <kbd>Shift</kbd> with them to size
        </span>
        <button type="button" className="btn s" disabled={!canUndo} onClick={onUndo}>
          Undo
        </button>
        <button type="button" className="btn do" onClick={onDone}>
          Done
        </button>
      </span>
    </div>
  );
}

/** A name no arrangement has yet. */
export function freeName(board: Board): string {
  for (let n = 1; ; n++) {
    const name = n === 1 ? 'My board' : `My board ${String(n)}`;
    if (arrangementNamed(board, name) === undefined) return name;
  }
}

function Name({ name, onRename }: { readonly name: string; readonly onRename: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  const rename = (): void => {
    const next = typed.trim();
    if (next === '' || next === name) setTyped(name);
    else onRename(next);
  };
  return (
    <input
      className="blank !w-40"
      aria-label="Name of the arrangement"
      value={typed}
      maxLength={40}
      onChange={(event) => {
        setTyped(event.target.value);
      }}
      onBlur={rename}
      onKeyDown={(event) => {
        if (event.key === 'Enter') rename();
      }}
    />
  );
}
