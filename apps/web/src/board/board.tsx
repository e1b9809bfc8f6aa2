import {
  arrangementNamed,
  BOARD_COLUMNS,
  placedPanels,
  proposedPlaces,
  type Arrangement,
  type Board as Boards,
  type PanelPlace,
} from '@gully/core/board';
import { useMemo, useState, type ComponentType } from 'react';
import { GridLayout, useContainerWidth, verticalCompactor, type Layout } from 'react-grid-layout';
import { Bones, LoadFailed, useNarrow } from '../ui/index.js';
import { ArrangeBar, freeName } from './arrange-bar.js';
import { moved, resized, toLayout, toPlaces, type Nudge } from './nudge.js';
import { PanelCell } from './panel-cell.js';
import { useBoard } from './queries.js';

/** Pixels of a row, without the line between two. */
const ROW = 32;
/** Changes that can be undone. */
const UNDOS = 30;

export interface BoardPanel {
  readonly id: string;
  readonly title: string;
  readonly size: { readonly w: number; readonly h: number };
  readonly rank: number;
  readonly Panel: ComponentType;
}

interface BoardProps {
  readonly panels: readonly BoardPanel[];
  readonly arranging: boolean;
  readonly onDone: () => void;
}

/** The board, once it is known how it is arranged. */
export function Board(props: BoardProps) {
  const { board, error, retry, arrange } = useBoard();
  if (board === undefined)
    return error === null ? <Bones lines={10} /> : <LoadFailed error={error} retry={retry} />;
  return <Arranged {...props} board={board} arrange={arrange} />;
}

interface ArrangedProps extends BoardProps {
  readonly board: Boards;
  readonly arrange: (board: Boards) => void;
}

/**
 * Panels as they are arranged: side by side on a grid, one below the other on a phone. One with
 * nothing in it is one line high; what that changes, waits until the pointer has left the board.
 */
function Arranged({ panels, arranging, onDone, board, arrange }: ArrangedProps) {
  const narrow = useNarrow();
  const { width, containerRef, mounted } = useContainerWidth();
  const [idle, setIdle] = useState<ReadonlySet<string>>(new Set());
  const [held, setHeld] = useState<ReadonlySet<string>>();
  const [past, setPast] = useState<readonly Boards[]>([]);
  const [said, setSaid] = useState('');
  const arrangement = arrangementNamed(board, board.current);
  const proposed = useMemo(
    () => proposedPlaces(panels.map(({ id, size, rank }) => ({ panel: id, ...size, rank }))),
    [panels],
  );
  const places = placedPanels(arrangement, proposed);
  const oneLine = arranging ? new Set<string>() : (held ?? idle);
  const shown = places.map((place) => (oneLine.has(place.panel) ? { ...place, h: 1 } : place));
  const change = (next: Boards): void => {
    setPast([...past, board].slice(-UNDOS));
    arrange(next);
  };
  const setPlaces = (next: readonly PanelPlace[], hidden = arrangement?.hidden ?? []): void => {
    if (JSON.stringify([next, hidden]) === JSON.stringify([places, arrangement?.hidden ?? []])) return;
    const name = arrangement?.name ?? freeName(board);
    const changed: Arrangement = { name, places: next, hidden };
    const others = board.arrangements.filter((each) => each !== arrangement);
    change({ current: name, arrangements: [...others, changed] });
  };
  const titleOf = (id: string): string => panels.find((each) => each.id === id)?.title ?? id;
  const nudge = (panel: string, to: Nudge, size: boolean): void => {
    const next = (size ? resized : moved)(places, panel, to);
    setPlaces(next);
    const place = next.find((each) => each.panel === panel);
    if (place !== undefined) setSaid(inWords(titleOf(panel), place));
  };
  const cell = ({ panel }: PanelPlace) => {
    const found = panels.find(({ id }) => id === panel);
    if (found === undefined) return null;
    return (
      <PanelCell
        title={found.title}
        Panel={found.Panel}
        arranging={arranging}
        onIdle={(now) => {
          setIdle((before) => {
            if (before.has(panel) === now) return before;
            const next = new Set(before);
            if (now) next.add(panel);
            else next.delete(panel);
            return next;
          });
        }}
        onNudge={(to, size) => {
          nudge(panel, to, size);
        }}
        onHide={() => {
          setPlaces(
            places.filter((each) => each.panel !== panel),
            [...(arrangement?.hidden ?? []), panel],
          );
        }}
      />
    );
  };
  const settled = (layout: Layout): void => {
    setPlaces(toPlaces(layout));
  };
  const inOrder = [...shown].sort((a, b) => a.y - b.y || a.x - b.x);
  return (
    <>
      {arranging && (
        <ArrangeBar
          board={board}
          hidden={(arrangement?.hidden ?? []).flatMap((id) => panels.find((each) => each.id === id) ?? [])}
          canUndo={past.length > 0}
          onUndo={() => {
            const before = past.at(-1);
            setPast(past.slice(0, -1));
            if (before !== undefined) arrange(before);
          }}
          onAdd={(panel) => {
            setPlaces(
              places,
              (arrangement?.hidden ?? []).filter((each) => each !== panel),
            );
          }}
          onChange={change}
          onDone={onDone}
        />
      )}
      <p className="sr-only" role="status">
        {said}
      </p>
      <div
        ref={containerRef}
        className={`board ${arranging ? 'arranging' : ''}`}
        onPointerEnter={() => {
          setHeld(idle);
        }}
        onPointerLeave={() => {
          setHeld(undefined);
        }}
      >
        {narrow
          ? inOrder.map((place) => <div key={place.panel}>{cell(place)}</div>)
          : mounted && (
              <GridLayout
                width={width}
                layout={toLayout(shown)}
                gridConfig={{ cols: BOARD_COLUMNS, rowHeight: ROW, margin: [1, 1], containerPadding: [0, 0] }}
                dragConfig={{ enabled: arranging, handle: '.grip' }}
                resizeConfig={{ enabled: arranging, handles: ['se'] }}
                compactor={verticalCompactor}
                onDragStop={settled}
                onResizeStop={settled}
              >
                {inOrder.map((place) => (
                  <div key={place.panel}>{cell(place)}</div>
                ))}
              </GridLayout>
            )}
      </div>
    </>
  );
}

function inWords(title: string, { x, y, w, h }: PanelPlace): string {
  return `${title}: column ${String(x + 1)} of ${String(BOARD_COLUMNS)}, row ${String(y + 1)}, ${String(w)} wide and ${String(h)} high`;
}
