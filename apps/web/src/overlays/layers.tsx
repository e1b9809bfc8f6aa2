import { newPiece, PIECE_KINDS, type OverlayBody, type Piece } from '@gully/core/overlays';
import { ChevronDown, ChevronUp, Eye, EyeOff, Plus, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useRef, type KeyboardEvent } from 'react';
import { ulid } from 'ulid';
import { IconButton } from '../ui/index.js';
import { titleOfPiece } from './words.js';

interface LayersProps {
  readonly body: OverlayBody;
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  readonly onAdd: (piece: Piece) => void;
  readonly onChange: (id: string, part: Partial<Piece>) => void;
  readonly onMove: (id: string, by: number) => void;
  readonly onRemove: (id: string) => void;
  /** a key pressed while one is chosen */
  readonly onKey: (event: KeyboardEvent) => void;
}

/** The pieces of an overlay, the topmost first. */
export function Layers({ body, chosen, onChoose, onAdd, onChange, onMove, onRemove, onKey }: LayersProps) {
  const { pieces } = body;
  return (
    <section aria-label="Layers" className="min-w-0">
      <header className="row mb-1">
        <h2>Layers</h2>
        <span className="ml-auto">
          <AddPiece body={body} onAdd={onAdd} />
        </span>
      </header>
      {pieces.length === 0 && (
        <p className="s2 text-soft">No piece yet. Add one, and drag it to its place.</p>
      )}
      <ul className="layers">
        {pieces.toReversed().map((piece, n) => {
          const title = titleOfPiece(piece);
          return (
            <li key={piece.id} className={piece.id === chosen ? 'here' : ''}>
              <button
                type="button"
                className="what"
                data-layer={piece.id}
                aria-pressed={piece.id === chosen}
                onFocus={() => {
                  onChoose(piece.id);
                }}
                onKeyDown={onKey}
                onClick={() => {
                  onChoose(piece.id);
                }}
              >
                {title}
              </button>
              <IconButton
                icon={piece.hidden ? EyeOff : Eye}
                label={piece.hidden ? `Show ${title}` : `Hide ${title}`}
                onClick={() => {
                  onChange(piece.id, { hidden: !piece.hidden });
                }}
              />
              <IconButton
                icon={ChevronUp}
                label={`Move ${title} up`}
                disabled={n === 0}
                onClick={() => {
                  onMove(piece.id, 1);
                }}
              />
              <IconButton
                icon={ChevronDown}
                label={`Move ${title} down`}
                disabled={n === pieces.length - 1}
                onClick={() => {
                  onMove(piece.id, -1);
                }}
              />
              <IconButton
                icon={X}
                label={`Remove ${title}`}
                onClick={() => {
                  onRemove(piece.id);
                }}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** An overlay has one of each of these at most. */
const ONCE = new Set(['stage', 'viewer-card']);

function AddPiece({ body, onAdd }: Pick<LayersProps, 'body' | 'onAdd'>) {
  const there = new Set(body.pieces.map(({ kind }) => kind));
  const added = useRef(false);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="btn s"
        onKeyDown={(event) => {
          // With Ctrl it saves the editor around it, and does not open.
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) event.preventDefault();
        }}
      >
        <Plus className="i s" aria-hidden="true" /> Add piece
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          className="float max-h-[60vh] overflow-y-auto py-1"
          align="end"
          sideOffset={4}
          onCloseAutoFocus={(event) => {
            // Whatever was added has the keys from here on.
            if (added.current) event.preventDefault();
            added.current = false;
          }}
        >
          {Object.values(PIECE_KINDS)
            .filter(({ kind }) => !ONCE.has(kind) || !there.has(kind))
            .map(({ kind, label, means }) => (
              <DropdownMenu.Item
                key={kind}
                className="choice"
                onSelect={() => {
                  added.current = true;
                  onAdd(newPiece(kind, ulid(), body));
                }}
              >
                <b>{label}</b> <span className="s2 text-soft">{means}</span>
              </DropdownMenu.Item>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
