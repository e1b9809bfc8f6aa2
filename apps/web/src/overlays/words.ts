import { pieceKind, type Piece } from '@gully/core/overlays';
import { ANIMATIONS, type Animation } from '@gully/core/stage';

/** What a piece is called in lists. */
export function titleOfPiece({ name, kind }: Piece): string {
  return name.trim() === '' ? (pieceKind(kind)?.label ?? kind) : name;
}

const ANIMATION_WORDS: Readonly<Record<Animation, string>> = {
  fade: 'fading',
  rise: 'rising',
  drop: 'dropping',
  slide: 'sliding',
  grow: 'growing',
  none: 'without moving',
};
export const ANIMATION_OPTIONS = ANIMATIONS.map((value) => ({ value, label: ANIMATION_WORDS[value] }));
