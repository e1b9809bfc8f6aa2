import type { MediaBody } from '@gully/core/media';

/** What was read of a file, or why it cannot be used. */
export type Examined =
  | {
      readonly facts: Omit<MediaBody, 'name'>;
      /** where its content is as it is to be kept */
      readonly path: string;
    }
  | { readonly refused: string; readonly isLarge?: boolean };

/** Where a picture that was drawn again is written: beside its file. */
export const drawnBeside = (path: string): string => `${path}.drawn`;
