import { overlayFaults, relayered, within, type OverlayBody, type Piece } from '@gully/core/overlays';
import { Redo2, Undo2 } from 'lucide-react';
import { useCallback, useEffect, useState, type KeyboardEvent } from 'react';
import type { Overlay } from '../api/index.js';
import { EditorFrame, NameField, ThingButtons, useEditing } from '../editing/index.js';
import { ReferenceChoice } from '../script/index.js';
import { Fault, IconButton, NumberBlank, useHistory } from '../ui/index.js';
import { Canvas } from './canvas.js';
import { chosenPiece } from './chosen-piece.js';
import { OVERLAY_KIND } from './kind.js';
import { Layers } from './layers.js';
import { OverlayAddress } from './overlay-address.js';
import { PieceForm } from './piece-form.js';
import { askPreview } from './queries.js';

interface OverlayEditorProps {
  readonly id: string;
  readonly saved: Overlay | undefined;
  readonly others: readonly Overlay[];
}

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** One overlay: its pieces on a canvas, in layers, and the chosen one in words and numbers. */
export function OverlayEditor({ id, saved, others }: OverlayEditorProps) {
  const check = useCallback((body: OverlayBody) => overlayFaults(body, others), [others]);
  const editing = useEditing({ kind: OVERLAY_KIND, id, saved, nameOf: ({ name }) => name, check });
  const { body, base, change, faultOf, refusal } = editing;
  const chosen = chosenPiece.use();
  const setChosen = (which: string | undefined): void => {
    chosenPiece.set(which);
  };
  const history = useHistory(body, (next: OverlayBody) => {
    change(next);
  });
  const data = usePreview(body);
  const piece = body.pieces.find((each) => each.id === chosen);
  const put = (pieces: readonly Piece[], what = ''): void => {
    history.put({ ...body, pieces }, what);
  };
  const changePiece = (which: string, part: Partial<Piece>, what = ''): void => {
    put(
      body.pieces.map((each) => (each.id === which ? { ...each, ...part } : each)),
      what === '' ? '' : `${which} ${what}`,
    );
  };
  const remove = (which: string): void => {
    put(body.pieces.filter((each) => each.id !== which));
    setChosen(undefined);
  };
  /** Arrows move it, with Alt they size it; Shift takes ten at a time. */
  const keyed = (event: KeyboardEvent): void => {
    if (piece === undefined) return;
    const arrow = ARROWS[event.key];
    const steps = event.shiftKey ? 10 : 1;
    if (arrow !== undefined) {
      const [x, y] = [arrow[0] * steps, arrow[1] * steps];
      const box = event.altKey
        ? { ...piece, width: piece.width + x, height: piece.height + y }
        : { ...piece, x: piece.x + x, y: piece.y + y };
      changePiece(piece.id, within(box, body), 'box');
    } else if (event.key === 'Delete' || event.key === 'Backspace') remove(piece.id);
    else if (event.key === ']') put(relayered(body.pieces, piece.id, 1));
    else if (event.key === '[') put(relayered(body.pieces, piece.id, -1));
    else return;
    event.preventDefault();
  };
  return (
    <EditorFrame editing={editing} name={<NameField editing={editing} />}>
      <div
        onKeyDown={(event) => {
          // A text has its own undo while one types in it.
          const typing = event.target instanceof HTMLElement && event.target.isContentEditable;
          if (typing || event.target instanceof HTMLInputElement || !(event.ctrlKey || event.metaKey)) return;
          const key = event.key.toLowerCase();
          if (key === 'z' && !event.shiftKey) history.undo();
          else if (key === 'y' || key === 'z') history.redo();
          else return;
          event.preventDefault();
        }}
      >
        <Fault>{faultOf('name')}</Fault>
        <Fault>{refusal}</Fault>
        {saved !== undefined && (
          <OverlayAddress
            id={id}
            width={saved.width}
            height={saved.height}
            hasStage={saved.pieces.some(({ kind }) => kind === 'stage')}
          />
        )}
        <p className="sentence spaced my-2">
          It is{' '}
          <NumberBlank
            label="Width of the overlay"
            value={body.width}
            before={base.width}
            wrong={faultOf('width')}
            onChange={(width) => {
              history.put({ ...body, width }, 'width');
            }}
          />{' '}
          ×{' '}
          <NumberBlank
            label="Height of the overlay"
            value={body.height}
            before={base.height}
            wrong={faultOf('height')}
            onChange={(height) => {
              history.put({ ...body, height }, 'height');
            }}
          />{' '}
          pixels, previewed over{' '}
          <ReferenceChoice
            to="media"
            of={['picture']}
            label="Picture behind it, here alone"
            value={body.still}
            draft={body.still !== base.still}
            otherwise={{ value: '', label: 'nothing' }}
            onChange={(still) => {
              history.put({ ...body, still });
            }}
          />
          <span className="ml-auto whitespace-nowrap">
            <IconButton
              icon={Undo2}
              label="Undo (Ctrl Z)"
              disabled={!history.canUndo}
              onClick={history.undo}
            />
            <IconButton
              icon={Redo2}
              label="Redo (Ctrl Shift Z)"
              disabled={!history.canRedo}
              onClick={history.redo}
            />
          </span>
        </p>
        <Fault>{faultOf('width') ?? faultOf('height')}</Fault>
        <Canvas
          body={body}
          data={data}
          chosen={chosen}
          onChoose={(which) => {
            setChosen(which);
            focusLayer(which);
          }}
          onPlace={changePiece}
        />
        <Fault>{faultOf('pieces')}</Fault>
        <div className="pieces-below">
          <Layers
            body={body}
            chosen={chosen}
            onChoose={setChosen}
            onAdd={(next) => {
              put([...body.pieces, next]);
              setChosen(next.id);
              focusLayer(next.id);
            }}
            onChange={changePiece}
            onMove={(which, by) => {
              put(relayered(body.pieces, which, by));
            }}
            onRemove={remove}
            onKey={keyed}
          />
          {piece === undefined ? (
            <p className="s2 text-soft">
              Choose a piece to change it. In the list, arrows move it, with Alt they size it, Shift takes ten
              pixels at a time; [ and ] move it a layer down or up.
            </p>
          ) : (
            <PieceForm
              key={piece.id}
              editing={editing}
              piece={piece}
              onChange={(part, what) => {
                changePiece(piece.id, part, what);
              }}
            />
          )}
        </div>
        <footer className="row mt-3">
          <span className="ml-auto">
            <ThingButtons editing={editing} />
          </span>
        </footer>
      </div>
    </EditorFrame>
  );
}

/** Puts the keys where a piece is moved by them, once it is drawn. */
function focusLayer(id: string | undefined): void {
  if (id === undefined) return;
  requestAnimationFrame(() => {
    document.querySelector<HTMLElement>(`[data-layer="${CSS.escape(id)}"]`)?.focus();
  });
}

/** Milliseconds after an edit before what it would show is asked for. */
const PREVIEW_MS = 250;

/** What each piece would show now. What cannot be asked for keeps what was shown last. */
function usePreview(body: OverlayBody): ReadonlyMap<string, unknown> {
  const [data, setData] = useState<ReadonlyMap<string, unknown>>(new Map());
  // Where a piece stands does not change what it shows.
  const asked = JSON.stringify(
    body.pieces.map(({ id, kind, settings, hidden, when }) => [id, kind, settings, hidden, when]),
  );
  useEffect(() => {
    let current = true;
    const soon = setTimeout(() => {
      askPreview(body).then(
        (drawn) => {
          if (current) setData(drawn);
        },
        () => undefined,
      );
    }, PREVIEW_MS);
    return () => {
      current = false;
      clearTimeout(soon);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the parts that matter are in what is asked
  }, [asked]);
  return data;
}
