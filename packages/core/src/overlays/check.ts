import { blankFaults, type Surroundings } from '../routines/index.js';
import { whenFault } from '../stream/index.js';
import { foldName } from '../text/index.js';
import {
  ALIGNMENTS,
  FONTS,
  isAnimation,
  isColour,
  OVERLAY_LIMITS,
  type OverlayBody,
  type Piece,
} from './overlay.js';
import { pieceKind } from './kinds/index.js';

type Faults = Record<string, string>;

/**
 * What is wrong with an overlay, by place: `name`, `pieces.0.x`, `pieces.0.settings.text`; empty
 * when nothing is.
 */
export function overlayFaults(
  body: OverlayBody,
  others: readonly Pick<OverlayBody, 'name'>[],
  about: Surroundings = {},
): Faults {
  const { width, height, pieces, still } = body;
  const { side } = OVERLAY_LIMITS;
  const faults: Faults = nameFaults(body, others);
  for (const [place, value] of Object.entries({ width, height }))
    if (!isWhole(value, side.least, side.most)) faults[place] = wholeFrom(side.least, side.most);
  if (still !== '' && about.has?.('media', still) === false)
    faults.still = 'That picture was deleted; choose another';
  if (pieces.length > OVERLAY_LIMITS.pieces)
    faults.pieces = `An overlay has at most ${String(OVERLAY_LIMITS.pieces)} pieces`;
  if (new Set(pieces.map(({ id }) => id)).size < pieces.length) faults.pieces = 'Two pieces have one id';
  for (const only of ['stage', 'viewer-card'])
    if (pieces.filter(({ kind }) => kind === only).length > 1)
      faults.pieces = `An overlay has one ${only === 'stage' ? 'alert stage' : 'viewer card'} at most`;
  for (const [n, piece] of pieces.entries())
    Object.assign(faults, pieceFaults(piece, `pieces.${String(n)}`, body, about));
  return faults;
}

function nameFaults({ name }: OverlayBody, others: readonly Pick<OverlayBody, 'name'>[]): Faults {
  const trimmed = name.trim();
  if (!new RegExp(`^[^\\p{C}{}%]{1,${String(OVERLAY_LIMITS.name)}}$`, 'u').test(trimmed))
    return { name: `Give it a name of 1 to ${String(OVERLAY_LIMITS.name)} characters` };
  return others.some((other) => foldName(other.name.trim()) === foldName(trimmed))
    ? { name: `There is an overlay called ${trimmed} already` }
    : {};
}

function pieceFaults(
  piece: Piece,
  place: string,
  { width, height }: OverlayBody,
  about: Surroundings,
): Faults {
  const { x, y, look, entrance, exit, seconds, when, settings } = piece;
  const faults: Faults = {};
  const kind = pieceKind(piece.kind);
  if (kind === undefined) return { [place]: 'This Gully has no such piece; remove it' };
  const whole = (name: string, value: number, least: number, most: number): void => {
    if (!isWhole(value, least, most)) faults[`${place}.${name}`] = wholeFrom(least, most);
  };
  // It may hang over the edge, but not be out of sight.
  whole('x', x, 1 - piece.width, width - 1);
  whole('y', y, 1 - piece.height, height - 1);
  whole('width', piece.width, OVERLAY_LIMITS.piece, width * 2);
  whole('height', piece.height, OVERLAY_LIMITS.piece, height * 2);
  whole('look.size', look.size, OVERLAY_LIMITS.font.least, OVERLAY_LIMITS.font.most);
  whole('seconds', seconds, 0, OVERLAY_LIMITS.seconds);
  if (!FONTS.includes(look.font)) faults[`${place}.look.font`] = 'There is no such font';
  if (!ALIGNMENTS.includes(look.align)) faults[`${place}.look.align`] = 'There is no such choice';
  if (!isColour(look.colour)) faults[`${place}.look.colour`] = 'Write a colour as #20302c';
  if (look.background !== '' && !isColour(look.background))
    faults[`${place}.look.background`] = 'Write a colour as #20302c, or #20302ccc to see through it';
  if (!isAnimation(entrance)) faults[`${place}.entrance`] = 'There is no such choice';
  if (!isAnimation(exit)) faults[`${place}.exit`] = 'There is no such choice';
  const hours = whenFault(when);
  if (hours !== undefined) faults[`${place}.when`] = hours;
  const without = new Set(kind.without?.(settings));
  for (const [field, blank] of Object.entries(kind.blanks))
    if (!without.has(field))
      Object.assign(faults, blankFaults(blank, settings[field], `${place}.settings.${field}`, about));
  return faults;
}

function isWhole(value: number, least: number, most: number): boolean {
  return Number.isInteger(value) && value >= least && value <= most;
}
function wholeFrom(least: number, most: number): string {
  return `Give a whole number from ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;
}
