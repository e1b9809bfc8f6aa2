import { foldName } from '../text/index.js';

/** A board is so many columns wide, and as long as its panels make it. */
export const BOARD_COLUMNS = 12;
const ROWS = 400;
const PANELS = 60;
const ARRANGEMENTS = 20;
const NAME_LENGTH = 40;

/** Where a panel stands: whole columns and rows from the upper left. */
export interface PanelPlace {
  readonly panel: string;
  readonly x: number;
  readonly y: number;
  /** 1 to 12 columns */
  readonly w: number;
  /** 1 to 400 rows */
  readonly h: number;
}

/** How large a panel is until someone arranges the board, and which stand before it. */
export interface PanelSize {
  readonly panel: string;
  /** 1 to 12 columns */
  readonly w: number;
  readonly h: number;
  /** panels of a lower rank stand before it */
  readonly rank: number;
}

/** Which panels are shown, and where. */
export interface Arrangement {
  readonly name: string;
  readonly places: readonly PanelPlace[];
  /** those that are left out; a panel in neither list came later, and is shown at the end */
  readonly hidden: readonly string[];
}

/** The arrangements there are, one of them in use; without any, panels stand as their areas propose. */
export interface Board {
  /** the name of the one in use; empty for the proposed one */
  readonly current: string;
  readonly arrangements: readonly Arrangement[];
}

/** The arrangement of a name, however it is written. */
export function arrangementNamed(board: Board, name: string): Arrangement | undefined {
  return board.arrangements.find((each) => foldName(each.name) === foldName(name));
}

/** What is wrong with a board, as a sentence; undefined when nothing is. */
export function boardFault({ current, arrangements }: Board): string | undefined {
  if (arrangements.length > ARRANGEMENTS) return `There are at most ${String(ARRANGEMENTS)} arrangements`;
  const names = new Set<string>();
  for (const { name, places, hidden } of arrangements) {
    const trimmed = name.trim();
    if (trimmed === '' || trimmed.length > NAME_LENGTH)
      return `An arrangement’s name has 1 to ${String(NAME_LENGTH)} characters`;
    if (names.has(foldName(trimmed))) return `There are two arrangements called ${trimmed}`;
    names.add(foldName(trimmed));
    const panels = [...places.map(({ panel }) => panel), ...hidden];
    if (panels.length > PANELS) return `A board has at most ${String(PANELS)} panels`;
    if (new Set(panels).size < panels.length) return `A panel is twice in ${trimmed}`;
    if (!places.every(isOnBoard)) return `A panel of ${trimmed} is not on the board`;
  }
  if (current !== '' && !names.has(foldName(current))) return `There is no arrangement called ${current}`;
  return undefined;
}

function isOnBoard({ x, y, w, h }: PanelPlace): boolean {
  return (
    [x, y, w, h].every(Number.isInteger) &&
    x >= 0 &&
    w >= 1 &&
    x + w <= BOARD_COLUMNS &&
    y >= 0 &&
    h >= 1 &&
    y + h <= ROWS
  );
}

/** Places for panels no one has arranged: by rank, each as far up as it fits, and then as far left. */
export function proposedPlaces(panels: readonly PanelSize[]): PanelPlace[] {
  const filled = Array.from({ length: BOARD_COLUMNS }, () => 0);
  return [...panels]
    .sort((a, b) => a.rank - b.rank)
    .map(({ panel, w, h }) => {
      const starts = Array.from({ length: BOARD_COLUMNS - w + 1 }, (_, x) => ({
        x,
        y: Math.max(...filled.slice(x, x + w)),
      }));
      const { x, y } = starts.reduce((best, each) => (each.y < best.y ? each : best));
      filled.fill(y + h, x, x + w);
      return { panel, x, y, w, h };
    });
}

/**
 * The panels there are now, each where the arrangement has it. One the arrangement does not
 * know stands as it is proposed, below all others; one that is no more is left out.
 *
 * @param proposed all panels there are, in their order, each where its area proposes it
 */
export function placedPanels(
  arrangement: Arrangement | undefined,
  proposed: readonly PanelPlace[],
): PanelPlace[] {
  if (arrangement === undefined) return [...proposed];
  const { places, hidden } = arrangement;
  const there = places.filter(({ panel }) => proposed.some((each) => each.panel === panel));
  let bottom = Math.max(0, ...there.map(({ y, h }) => y + h));
  const added = proposed
    .filter(({ panel }) => !hidden.includes(panel) && there.every((each) => each.panel !== panel))
    .map((place) => {
      const y = bottom;
      bottom += place.h;
      return { ...place, y };
    });
  return [...there, ...added];
}
