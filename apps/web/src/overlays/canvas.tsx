import { within, type DrawnPiece, type OverlayBody, type Piece } from '@gully/core/overlays';
import { useQuery } from '@tanstack/react-query';
import Moveable from 'moveable';
import { useEffect, useRef, useState, type ComponentType } from 'react';
import { classOf, DRAWN, styleOf } from '../pieces/index.js';
import { titleOfPiece } from './words.js';
import { thingsQuery } from '../live/index.js';

interface CanvasProps {
  readonly body: OverlayBody;
  /** what each piece would show now, by its id */
  readonly data: ReadonlyMap<string, unknown>;
  readonly chosen: string | undefined;
  readonly onChoose: (id: string | undefined) => void;
  readonly onPlace: (id: string, box: Pick<Piece, 'x' | 'y' | 'width' | 'height'>) => void;
}

/**
 * The overlay at the size there is room for; its pieces are dragged and resized. It is for the mouse alone:
 * by keys, and read aloud, pieces are chosen, moved and sized in the list of layers.
 */
export function Canvas({ body, data, chosen, onChoose, onPlace }: CanvasProps) {
  const { width, height, pieces, still } = body;
  const frame = useRef<HTMLDivElement>(null);
  const scene = useRef<HTMLDivElement>(null);
  const scale = useScale(frame, width);
  const { data: media } = useQuery(thingsQuery('media'));
  const behind = media?.find(({ id }) => id === still)?.url;
  useMoveable({ scene, body, chosen, scale, onPlace });
  return (
    <div
      ref={frame}
      className="canvas"
      style={{
        height: height * scale,
        ...(behind === undefined ? {} : { backgroundImage: `url(${behind})` }),
      }}
      onPointerDown={({ target, currentTarget }) => {
        if (target === currentTarget || target === scene.current) onChoose(undefined);
      }}
    >
      <div
        ref={scene}
        className="scene"
        aria-hidden="true"
        style={{ width, height, transform: `scale(${String(scale)})` }}
      >
        {pieces.map((piece) => (
          <div
            key={piece.id}
            data-on-canvas={piece.id}
            data-chosen={piece.id === chosen}
            className={`${classOf(piece)} on-canvas ${piece.hidden ? 'hidden-piece' : ''}`}
            style={styleOf(piece as unknown as DrawnPiece)}
            onPointerDown={() => {
              onChoose(piece.id);
            }}
          >
            <Content piece={piece} data={data.get(piece.id)} />
          </div>
        ))}
      </div>
    </div>
  );
}

function Content({ piece, data }: { readonly piece: Piece; readonly data: unknown }) {
  const Draw = (DRAWN as Readonly<Record<string, ComponentType<{ data: never }>>>)[piece.kind];
  if (Draw === undefined || data === undefined || data === null)
    return <span className="stands-for">{titleOfPiece(piece)}</span>;
  return <Draw data={data as never} />;
}

/** How large a pixel of the overlay is here. */
function useScale(frame: React.RefObject<HTMLDivElement | null>, width: number): number {
  const [room, setRoom] = useState(480);
  useEffect(() => {
    const element = frame.current;
    if (element === null) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry !== undefined) setRoom(entry.contentRect.width);
    });
    watch.observe(element);
    return () => {
      watch.disconnect();
    };
  }, [frame]);
  return room / width;
}

interface Moved {
  readonly scene: React.RefObject<HTMLDivElement | null>;
  readonly body: OverlayBody;
  readonly chosen: string | undefined;
  readonly scale: number;
  readonly onPlace: CanvasProps['onPlace'];
}

/** Lets the chosen piece be dragged and resized, and snap to the others, the edges and the middle. */
function useMoveable({ scene, body, chosen, scale, onPlace }: Moved): void {
  const now = useRef({ body, onPlace });
  const mover = useRef<Moveable>(undefined);
  useEffect(() => {
    now.current = { body, onPlace };
    // It stands where its piece does, also after a key or a number has moved that.
    mover.current?.updateRect();
  });
  const { width, height } = body;
  useEffect(() => {
    const root = scene.current;
    const target = root?.querySelector<HTMLElement>(`[data-on-canvas="${CSS.escape(chosen ?? '')}"]`);
    if (root === null || target === null || target === undefined || chosen === undefined) return;
    const one = new Moveable(root, {
      target,
      draggable: true,
      resizable: true,
      snappable: true,
      snapThreshold: 6 / scale,
      isDisplaySnapDigit: false,
      snapDirections: { top: true, left: true, bottom: true, right: true, center: true, middle: true },
      elementSnapDirections: { top: true, left: true, bottom: true, right: true, center: true, middle: true },
      elementGuidelines: [...root.querySelectorAll<HTMLElement>('[data-on-canvas]')].filter(
        (each) => each !== target,
      ),
      verticalGuidelines: [0, width / 2, width],
      horizontalGuidelines: [0, height / 2, height],
      zoom: 1 / scale,
      origin: false,
    });
    mover.current = one;
    const put = (box: Pick<Piece, 'x' | 'y' | 'width' | 'height'>): void => {
      now.current.onPlace(chosen, within(box, now.current.body));
    };
    const own = (): Piece | undefined => now.current.body.pieces.find(({ id }) => id === chosen);
    one.on('drag', ({ left, top }) => {
      target.style.left = `${String(left)}px`;
      target.style.top = `${String(top)}px`;
    });
    one.on('dragEnd', ({ isDrag }) => {
      const piece = own();
      if (isDrag && piece !== undefined)
        put({ ...piece, x: Number.parseFloat(target.style.left), y: Number.parseFloat(target.style.top) });
    });
    one.on('resize', ({ width: wide, height: high, drag }) => {
      target.style.width = `${String(wide)}px`;
      target.style.height = `${String(high)}px`;
      target.style.left = `${String(drag.left)}px`;
      target.style.top = `${String(drag.top)}px`;
    });
    one.on('resizeEnd', ({ isDrag }) => {
      const { left, top, width: wide, height: high } = target.style;
      if (isDrag)
        put({
          x: Number.parseFloat(left),
          y: Number.parseFloat(top),
          width: Number.parseFloat(wide),
          height: Number.parseFloat(high),
        });
    });
    return () => {
      one.destroy();
      mover.current = undefined;
    };
  }, [scene, chosen, scale, width, height]);
}
