import { BOARD_COLUMNS, type PanelPlace } from '@gully/core/board';
import { moveElement, verticalCompactor, type Layout } from 'react-grid-layout/core';

/** Rows a panel is looked further for a place that differs. */
const FAR = 60;

export type Nudge = 'left' | 'right' | 'up' | 'down';
const STEPS: Readonly<Record<Nudge, readonly [x: number, y: number]>> = {
  left: [-1, 0],
  right: [1, 0],
  up: [0, -1],
  down: [0, 1],
};

export function toLayout(places: readonly PanelPlace[]): Layout {
  return places.map(({ panel, x, y, w, h }) => ({ i: panel, x, y, w, h }));
}

export function toPlaces(layout: Layout): PanelPlace[] {
  return layout.map(({ i, x, y, w, h }) => ({ panel: i, x, y, w, h }));
}

/** The places once a panel has been moved a step; up and down past its neighbour, since there are no gaps. */
export function moved(places: readonly PanelPlace[], panel: string, to: Nudge): PanelPlace[] {
  const [dx, dy] = STEPS[to];
  for (let far = 1; far <= (dy === 0 ? 1 : FAR); far++) {
    const layout = toLayout(places);
    const item = layout.find(({ i }) => i === panel);
    if (item === undefined) break;
    const x = Math.min(Math.max(0, item.x + dx), BOARD_COLUMNS - item.w);
    const y = item.y + dy * far;
    if (y < 0) break;
    const after = toPlaces(
      verticalCompactor.compact(
        moveElement(layout, item, x, y, true, false, 'vertical', BOARD_COLUMNS),
        BOARD_COLUMNS,
      ),
    );
    const before = places.find((each) => each.panel === panel);
    const now = after.find((each) => each.panel === panel);
    if (now?.x !== before?.x || now?.y !== before?.y) return after;
  }
  return [...places];
}

/** The places once a panel is a column or a row larger or smaller. */
export function resized(places: readonly PanelPlace[], panel: string, to: Nudge): PanelPlace[] {
  const [dw, dh] = STEPS[to];
  const layout = places.map((place) =>
    place.panel === panel
      ? {
          ...place,
          w: Math.min(Math.max(1, place.w + dw), BOARD_COLUMNS - place.x),
          h: Math.max(1, place.h + dh),
        }
      : place,
  );
  return toPlaces(verticalCompactor.compact(toLayout(layout), BOARD_COLUMNS));
}
