import type { DrawnPiece, ShownAlert, StageData } from '@gully/core/overlays';
import type { ComponentType, CSSProperties } from 'react';
import { AlertView } from './alert.js';
import { DRAWN } from './drawn.js';
import { usePresence, useForAWhile } from './presence.js';

/** What is on the stage, and whether cards have a piece of their own. */
export interface OnStage {
  /** what pieces that are tried show, by their ids */
  readonly tried?: ReadonlyMap<string, unknown>;
  readonly alert: ShownAlert | null;
  readonly cardsApart: boolean;
}

/** One piece where it stands, coming and going with what it shows. */
export function PieceBox({ piece, stage }: { readonly piece: DrawnPiece; readonly stage: OnStage }) {
  const { kind, data, seconds, entrance, exit } = piece;
  if (kind === 'stage' || kind === 'viewer-card') return <StageBox piece={piece} stage={stage} />;
  const tried = stage.tried?.get(piece.id);
  return (
    <MovingBox
      // It comes anew where it is tried, and as it was afterwards.
      key={tried === undefined ? 'shown' : 'tried'}
      piece={piece}
      tried={tried !== undefined}
      data={tried ?? data}
      seconds={seconds}
      comes={entrance}
      goes={exit}
      draw={(DRAWN as Readonly<Record<string, ComponentType<{ data: never }>>>)[kind]}
    />
  );
}

function MovingBox({
  piece,
  tried,
  data,
  seconds,
  comes,
  goes,
  draw: Draw,
}: {
  readonly piece: DrawnPiece;
  readonly tried: boolean;
  readonly data: unknown;
  readonly seconds: number;
  readonly comes: string;
  readonly goes: string;
  readonly draw: ComponentType<{ data: never }> | undefined;
}) {
  const wanted = useForAWhile(data, seconds);
  const { shown, going } = usePresence(wanted, goes !== 'none');
  // A kind of a later Gully is left out.
  if (shown === null || Draw === undefined) return null;
  const moves = going ? `goes by-${goes}` : comes === 'none' ? '' : `comes by-${comes}`;
  return (
    <div className={`${classOf(piece)} ${moves}`} style={styleOf(piece)} data-piece={piece.id}>
      <Draw data={shown as never} />
      {tried && <span className="tried">test</span>}
    </div>
  );
}

/** Where alerts are shown, one at a time; cards too, unless they have a piece of their own. */
function StageBox({
  piece,
  stage: { alert, cardsApart },
}: {
  readonly piece: DrawnPiece;
  readonly stage: OnStage;
}) {
  const data = piece.data as StageData | null;
  const isCard = alert !== null && alert.card !== null;
  const here = data !== null && (data.of === 'cards') === (isCard && cardsApart) ? alert : null;
  const { shown, going } = usePresence(here, true);
  if (shown === null) return null;
  return (
    <div className={classOf(piece)} style={styleOf(piece)} data-piece={piece.id}>
      <AlertView alert={shown} going={going} />
    </div>
  );
}

/** Pieces that are all picture fill their box to its edges. */
const FILLED = new Set(['picture', 'stage', 'viewer-card']);

export function classOf({ kind, look: { font, edge } }: Pick<DrawnPiece, 'kind' | 'look'>): string {
  return `piece in-${font} ${edge ? 'edged' : ''} ${FILLED.has(kind) ? 'bare-piece' : ''}`;
}

export function styleOf({ x, y, width, height, look }: DrawnPiece): CSSProperties {
  return {
    left: x,
    top: y,
    width,
    height,
    fontSize: look.size,
    color: look.colour,
    background: look.background,
    textAlign: look.align,
  };
}
